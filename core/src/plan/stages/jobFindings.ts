import type { BlankFacts } from '../../blank';
import { blankContainsPart } from '../../blank/checks/blankContainsPart';
import { blankIsMade } from '../../blank/checks/blankIsMade';
import { earsHold } from '../../blank/checks/earsHold';
import { cutterFitsGap } from '../../blank/checks/cutterFitsGap';
import { finishedSideHasStock } from '../../blank/checks/finishedSideHasStock';
import { partInsideBlank } from '../../blank/checks/partInsideBlank';
import { AXES } from '../../frames';
import type { Finding, Told } from '../../findings';
import type { Job } from '../../job';
import { shiftBetween, type ShiftBetween } from '../../ledger';
import { featuresFound, type ReferredFeature } from '../../part/checks/featuresFound';
import type { Machine } from '../../shop';
import { sameFaceLost } from '../../transition/checks/sameFaceLost';
import type { Speech } from '../../units';
import type { BlankMaterial } from '../blankMaterial';
import {
  commonOffsetZero,
  dialectComplete,
  homeBeforeReturn,
  homesUpFirst,
  registerOwned,
  safeEndKnown,
} from '../checks/controlReady';
import { metalNeverReached } from '../checks/metalNeverReached';
import { registerUsedTwice } from '../checks/registerUsedTwice';
import { toolNumbers } from '../checks/toolNumbers';
import type { Stage } from '../graph';
import type { PlannedSetup, PlannedTransition } from '../planned';
import { registerUses, type RegisterUse } from '../registers';
import { takenOffBetween } from '../standing';
import type { Unreached } from '../unreached';

interface PartFindings {
  job: Pick<Job, 'blank' | 'copies'>;
  blank: BlankFacts;
  /** null: the blank has no volume */ outside: BlankMaterial['outside'] | null;
  referred: readonly ReferredFeature[];
  speech: Speech;
}
/** What the checks say of part and blank before anything is cut. */
export const partFindingsStage: Stage<PartFindings, Finding[]> = {
  name: 'findings of part and blank',
  compute: ({ job, blank, outside, referred, speech }) => {
    const whole: Told = { setupId: null, op: null, speech };
    return [
      ...blankContainsPart(blank, whole),
      ...blankIsMade(blank, whole),
      ...finishedSideHasStock(job.blank, blank, whole),
      ...earsHold(job.blank.ears, blank, whole),
      ...cutterFitsGap(job.copies, whole),
      ...featuresFound(referred, whole),
      ...(outside ? partInsideBlank(blank, outside, whole) : []),
    ];
  },
};

/** Largest difference of two work zeros over the axes, mm; null while it hangs on an unknown station. */
function zerosApart(
  setups: readonly PlannedSetup[],
  said: Pick<ShiftBetween, 'sizeTolerance' | 'speech'>,
): (a: RegisterUse, b: RegisterUse) => number | null {
  const of = (use: RegisterUse) => setups.find((s) => s.id === use.setupId)!;
  return (a, b) => {
    if (!a.side || !b.side) return null;
    const takenOffIn = takenOffBetween(setups, of(a), of(b));
    const { shift } = shiftBetween(a.side, b.side, { ...said, takenOffIn });
    const apart = AXES.map((axis) => shift?.[axis] ?? null);
    return apart.every((v) => v !== null) ? Math.max(...apart.map(Math.abs)) : null;
  };
}

interface RouteFindings {
  job: Pick<Job, 'setups' | 'sizeTolerance' | 'leaveAlone'>;
  machine: Machine | null;
  blank: BlankFacts;
  setups: readonly PlannedSetup[];
  transitions: readonly PlannedTransition[];
  speech: Speech;
  /** null: not worked out yet */
  unreached: Unreached | null;
}
/** What the checks say of the route as a whole. */
export const routeFindingsStage: Stage<RouteFindings, Finding[]> = {
  name: 'findings of the route',
  compute: ({ job, machine, blank, setups, transitions, unreached, speech }) => {
    const whole: Told = { setupId: null, op: null, speech };
    const uses = registerUses({ setups, blank });
    const at = (use: RegisterUse): Told => ({ setupId: use.setupId, op: use.op, speech });
    return [
      ...transitions.flatMap((t) => sameFaceLost(t.facts, job.sizeTolerance, { setupId: t.toId, op: t.toOp, speech })),
      ...registerUsedTwice(
        uses.filter((u) => u.facts),
        zerosApart(setups, { sizeTolerance: job.sizeTolerance, speech }),
        at,
      ),
      ...registerOwned(uses, job, at),
      ...toolNumbers(job.setups, (setupId, op) => ({ setupId, op, speech })),
      ...commonOffsetZero(machine, whole),
      ...homeBeforeReturn(machine, whole),
      ...homesUpFirst(machine, whole),
      ...safeEndKnown(machine, whole),
      ...dialectComplete(machine, whole),
      ...(unreached ? metalNeverReached(unreached, setups.at(-1)?.op ?? null, whole) : []),
    ];
  },
};
