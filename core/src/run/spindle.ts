import type { RunState } from './state';
import type { RunPlan } from './types';

/** Where it is read, it must be within this of what is expected, mm: a display shows so much. */
export const SPINDLE_WITHIN_MM = 0.01;

/** When the main spindle of a bar lathe is read, and where in the run: step and question. */
const READ = [
  { when: 'before the first part', stepId: 'run/load', ask: 'main' },
  { when: 'after the first part', stepId: 'run/bar/back', ask: 'after' },
  { when: 'after the last part', stepId: 'run/series', ask: 'after' },
] as const;

export type WhenRead = (typeof READ)[number]['when'];
export const SPINDLE_READ: readonly WhenRead[] = READ.map((r) => r.when);

/** Where the main spindle stood when it was read, machine coordinates, mm. */
export interface SpindleReading {
  readonly when: WhenRead;
  readonly planned: number | null;
  readonly read: number;
}

/** Where the main spindle stood in a run of a part from bar, before and after parts; none in any other run. */
export function spindleReadings(plan: RunPlan, state: RunState): SpindleReading[] {
  return READ.flatMap(({ when, stepId, ask }): SpindleReading[] => {
    const asked = plan.steps.find((s) => s.id === stepId)?.asks.find((a) => a.id === ask);
    const read = state.answers.get(stepId)?.[ask];
    if (asked?.kind !== 'length' || typeof read !== 'number') return [];
    return [{ when, planned: asked.target, read }];
  });
}
