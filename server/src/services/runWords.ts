import { AXES } from '@violet-jaw/core/frames';
import { type RunEvent, type RunPlan, type RunState } from '@violet-jaw/core/run';
import type { RunHead } from '@violet-jaw/formats/api';
import type { RunRow } from '../models';
import { badInput } from '../problem';

/** When a device says that a run began: now where it says nothing, and never in another age. */
export function momentOf(text: string): Date {
  if (text === '') return new Date();
  const at = new Date(text);
  const year = at.getUTCFullYear();
  if (Number.isNaN(year) || year < 2000 || year > 2200)
    throw badInput([`startedAt: expected a moment such as 2026-11-27T10:05:00Z, found ${JSON.stringify(text)}.`]);
  return at;
}

/** Who is signed in where it was sent from, and who was when it was made, where that is another. */
export const byWhom = (event: RunEvent, sender: string): string =>
  event.who && event.who !== sender ? `${event.who}, sent by ${sender}` : sender;

export const head = (r: RunRow, names: ReadonlyMap<string, string>): RunHead => ({
  id: r.id,
  jobId: r.jobId,
  letter: r.letter,
  startedAt: r.startedAt.toISOString(),
  startedBy: names.get(r.startedBy ?? '') ?? '',
  finishedAt: r.finishedAt?.toISOString() ?? null,
  ended: r.ended,
});

/** Register values that were keyed in and read back, or are accepted as they are. */
export function zerosKeyedIn(plan: RunPlan, state: RunState) {
  return plan.setups.flatMap((s) => {
    const keyed = state.answers.get(`${s.id}/keyIn`);
    if (!keyed || !state.done.has(`${s.id}/keyIn`)) return [];
    return AXES.flatMap((axis) => {
      const measured = keyed[`register-${axis}`];
      return typeof measured === 'number'
        ? [
            {
              setupId: s.id,
              op: s.op,
              register: s.register,
              stationId: s.stationId,
              axis,
              planned: s.planned[axis],
              measured,
            },
          ]
        : [];
    });
  });
}
