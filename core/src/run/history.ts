import type { Vec3 } from '../frames';
import { speechIn } from '../units';
import { judgeReadings, runState, type Values } from './state';
import type { Judged, RunEventBy, RunPlan, RunStep } from './types';

/** One thing that was done in a run, and what came of it. */
export interface HistoryRow {
  readonly event: RunEventBy;
  readonly title: string;
  /** late: for a step that was no longer, or not yet, in hand; it changed nothing */
  readonly outcome: 'passed' | 'stopped' | 'again' | 'back' | 'accepted' | 'late';
  readonly readings: readonly Judged[];
  /** what the run said it probably was; empty: nothing, or it did not stop */
  readonly because: string;
}

/** What was done in a run in its order: who answered what, against what was expected then, and what came of it. */
export function runHistory(plan: RunPlan, events: readonly RunEventBy[], commons: readonly Vec3[] = []): HistoryRow[] {
  return events.map((event, i): HistoryRow => {
    const before = runState(plan, events.slice(0, i), commons);
    const after = runState(plan, events.slice(0, i + 1), commons);
    const step = plan.steps[before.at];
    const title = plan.steps.find((s) => s.id === event.stepId)?.title ?? event.stepId;
    if (!step || step.id !== event.stepId) return { event, title, outcome: 'late', readings: [], because: '' };
    if (event.kind === 'answer') {
      if (before.stopped) return { event, title, outcome: 'late', readings: [], because: '' };
      return {
        event,
        title,
        outcome: after.stopped ? 'stopped' : 'passed',
        readings: judgeReadings(plan, step, event.values, after.answers),
        because: after.stopped ? after.stopped.says || after.stopped.guesses[0]?.says || '' : '',
      };
    }
    if (event.kind === 'accept')
      return { event, title, outcome: before.stopped ? 'accepted' : 'late', readings: [], because: event.reason };
    return {
      event,
      title,
      outcome: event.kind === 'back' && before.at === 0 ? 'late' : event.kind,
      readings: [],
      because: '',
    };
  });
}

/**
 * The numbers of an answer in one line: "Machine X at the raw left face, mm \u2212467.350"; empty where there are
 * none.
 */
export function readingsInWords(plan: RunPlan, step: RunStep, values: Values): string {
  const { signed } = speechIn(plan.units);
  return step.asks
    .flatMap((ask) => {
      const v = values[ask.id];
      return ask.kind === 'length' && typeof v === 'number' ? [`${ask.label} ${signed(v)}`] : [];
    })
    .join('; ');
}
