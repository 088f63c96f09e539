import { type Axis } from '../frames';
import type { RouteOutlines } from '../drawing';
import { type Job } from '../job';
import { type PlannedJob, type PlannedSetup } from '../plan';
import { type Speech } from '../units';
import type { Ask, RunStep, StepKind } from './types';

/** A register read back must be what was keyed in, to the last digit shown. */
export const READ_BACK_MM = 0.0015;

/** What the steps are made from. */
export interface Making {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly speech: Speech;
  readonly letter: string;
  readonly outlines: RouteOutlines | null;
}

/** One step with what every step has. */
export function step(
  kind: StepKind,
  setup: PlannedSetup | null,
  title: string,
  change: Partial<RunStep> = {},
): RunStep {
  const axis = change.axis ?? null;
  return {
    id: [setup?.id ?? 'run', kind, ...(axis ? [axis] : [])].join('/'),
    kind,
    setupId: setup?.id ?? null,
    axis,
    title,
    says: [],
    lines: null,
    asks: [],
    ...change,
  };
}

/** A tick. */
export const yes = (id: string, label: string): Ask => ({
  id,
  label,
  kind: 'yes',
  axis: null,
  target: null,
  minus: null,
  plus: null,
});
/** A reading: a length, with the axis it is along and what it should be. */
export const number = ({
  id,
  label,
  axis,
  target,
  off,
}: {
  readonly id: string;
  readonly label: string;
  readonly axis: Axis | null;
  readonly target: number | null;
  readonly off: number | null;
}): Ask => ({ id, label, kind: 'length', axis, target, minus: off, plus: off });

/** Z of the datum of the device on the machine, where it is known. */
export const stationZ = (s: PlannedSetup): number | null =>
  s.facts?.touched?.position.z ?? s.station?.position?.z ?? null;
