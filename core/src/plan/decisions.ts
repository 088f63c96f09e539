import { vec } from '../frames';
import { holdingOf, type Decision } from '../holdings';
import { isHeldOn, withCut, type Job } from '../job';
import type { Speech } from '../units';
import { proposeDepths } from './depths';
import { dowelDecisions } from './dowelDecisions';
import type { PlannedJob, PlannedSetup, SetupFacts } from './planned';

/**
 * Every number of a setup that is decided where it stands in the drawings, with what it is drawn to. Device frame, mm.
 * None while it is not told how the part is held.
 */
export function decisionsOf(
  planned: PlannedSetup,
  job: Pick<PlannedJob, 'part' | 'setups'>,
  speech: Speech,
): Decision[] {
  const { facts, device, setup, pieces } = planned;
  if (!facts || !device || !isHeldOn(setup, device)) return [];
  const depths = setup.cuts.map((_, i) => depthOf(facts, planned, job, { i, speech }));
  return [...depths, ...holdingOf(device).decisions(device, { facts, setup, pieces })];
}

/** A number of a setup as one of the job. */
const inJob = (id: string, decision: Decision): Decision<Job> => ({
  ...decision,
  get: ({ setups }) => {
    const setup = setups.find((s) => s.id === id);
    return setup ? decision.get(setup) : null;
  },
  set: (job, mm) => ({ ...job, setups: job.setups.map((s) => (s.id === id ? decision.set(s, mm) : s)) }),
});

/** All that is decided in the drawings of a setup: its own numbers, and those of the job that are seen there. */
export const allDecisionsOf = (planned: PlannedSetup, plan: PlannedJob, job: Job, speech: Speech): Decision<Job>[] => [
  ...decisionsOf(planned, plan, speech).map((d) => inJob(planned.id, d)),
  ...dowelDecisions(planned, job, speech),
];

/** The depth of one cut, drawn to where it ends. */
function depthOf(
  facts: SetupFacts,
  planned: PlannedSetup,
  job: Pick<PlannedJob, 'part' | 'setups'>,
  { i, speech }: { readonly i: number; readonly speech: Speech },
): Decision {
  const box = facts.seat.loadedBox;
  const { lowest } = facts.prove.cuts[i];
  const { id, name, below } = planned.cuts[i];
  const several = planned.cuts.length > 1;
  const aside = (0.08 + 0.06 * i) * (box.max.x - box.min.x);
  return {
    id: several ? `depth-${id}` : 'depth',
    item: several ? `depth-${id}` : 'depth',
    thing: several ? `cut "${name}"` : 'lowest cut',
    name: several ? `Cut "${name}", below top` : 'Cuts down below top',
    axis: 'z',
    mm: below,
    from: lowest + below,
    way: -1,
    at: vec(box.max.x + aside, box.min.y, lowest),
    least: -1000,
    most: 100_000,
    signed: false,
    snaps: proposeDepths(planned, job, speech).map((d) => ({ mm: d.cutsBelowTop, says: d.says })),
    measures: 'clear',
    // one that is bound to a face is known only to the plan
    get: (s) => s.cuts.find((c) => c.id === id && c.to === null)?.below ?? below,
    set: (s, mm) => ({ ...s, cuts: withCut(s.cuts, id, { below: mm, to: null }) }),
  };
}
