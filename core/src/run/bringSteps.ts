import { bringInWords } from '../tools';
import { step, yes, type Making } from './steps';
import type { RunStep } from './types';

/** Before anything is set up: the tools that are not in their pockets, or not measured. */
export function bringSteps({ planned, letter }: Making): RunStep[] {
  const wanted = (planned.tools ?? []).flatMap((t) => {
    const does = bringInWords(t);
    return does === '' ? [] : [{ tool: t, does }];
  });
  if (wanted.length === 0) return [];
  const ready = (planned.tools ?? []).filter((t) => bringInWords(t) === '').map((t) => `T${t.number}`);
  return [
    {
      ...step('prepare', null, 'Tools: bring and measure', {
        says: [
          `Where each tool was when issue ${letter} was made. A tool that is not there is looked for, not replaced by one that looks like it.`,
          ...(ready.length > 0 ? [`In their pockets and measured then: ${ready.join(', ')}.`] : []),
        ],
        asks: wanted.map(({ tool, does }, i) =>
          yes(`tool-${i + 1}`, `T${tool.number} ${tool.description}, Op ${tool.ops.join(', ')}: ${does}`),
        ),
      }),
      id: 'run/tools',
    },
  ];
}
