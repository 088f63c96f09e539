import { finding, type Finding, type Told } from '../../findings';
import type { Setup, Tool } from '../../job';
import { lengthRegisterOf } from '../../zero';

interface Used {
  readonly op: number;
  readonly id: string;
  readonly tool: Tool;
}

const sameSize = (a: number | null, b: number | null) => a === null || b === null || Math.abs(a - b) < 1e-6;

/** One number in the magazine is one tool, and one length register holds one length, over the whole job. */
export function toolNumbers(setups: readonly Setup[], toldFor: (setupId: string, op: number) => Told): Finding[] {
  const used: Used[] = setups.flatMap((s) => s.tools.map((tool) => ({ op: s.op, id: s.id, tool })));
  return used.flatMap((later, i) => {
    const told = toldFor(later.id, later.op);
    const say = (mm: number | null) => (mm === null ? 'not given' : told.speech.sizeWithUnit(mm));
    const twin = used
      .slice(0, i)
      .find(
        (u) =>
          u.tool.number === later.tool.number &&
          (!sameSize(u.tool.diameter, later.tool.diameter) || !sameSize(u.tool.length, later.tool.length)),
      );
    if (twin) {
      const length = sameSize(twin.tool.diameter, later.tool.diameter);
      return [
        finding(told, 'prove/tool-number-shared', 'stop', {
          says: `T${later.tool.number} is ${length ? `${say(twin.tool.length)} long in Op ${twin.op} and ${say(later.tool.length)} long in Op ${later.op}` : `diameter ${say(twin.tool.diameter)} in Op ${twin.op} and ${say(later.tool.diameter)} in Op ${later.op}`}.`,
          numbers: {},
          because:
            'One place of the magazine holds one tool; the other one would cut with the wrong size or at the wrong height.',
          remedy: 'Give one of them a number of its own.',
        }),
      ];
    }
    const rival = used
      .slice(0, i)
      .find((u) => u.tool.number !== later.tool.number && lengthRegisterOf(u.tool) === lengthRegisterOf(later.tool));
    return rival
      ? [
          finding(told, 'prove/length-register-shared', 'stop', {
            says: `T${rival.tool.number} of Op ${rival.op} and T${later.tool.number} of Op ${later.op} keep their lengths in the same register, H${lengthRegisterOf(later.tool)}.`,
            numbers: {},
            because: 'Keying in the second overwrites the first.',
            remedy: 'Give one of them a length register of its own.',
          }),
        ]
      : [];
  });
}
