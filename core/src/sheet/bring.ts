import type { PlannedJob } from '../plan';
import { bringInWords } from '../tools';

/** The tools somebody has to bring or measure, and those that stand ready, ready to print. */
export interface SheetBring {
  readonly tools: readonly {
    readonly tool: string;
    readonly ops: string;
    readonly does: string;
    readonly length: string;
  }[];
  /** in their pockets and measured: "T3, T5" */
  readonly ready: string;
}

/** What has to be brought and measured, as the library knows it when the sheet is made; null: nothing is known. */
export function sheetBring({ tools }: Pick<PlannedJob, 'tools'>): SheetBring | null {
  if (!tools) return null;
  const done = tools.filter((t) => bringInWords(t) === '');
  return {
    tools: tools
      .filter((t) => !done.includes(t))
      .map((t) => ({
        tool: `T${t.number} ${t.description}`.trim(),
        ops: `Op ${t.ops.join(', ')}`,
        does: bringInWords(t),
        length: t.measured,
      })),
    ready: done.map((t) => `T${t.number}`).join(', '),
  };
}
