import type { Finding } from '../findings';
import type { Job } from '../job';
import type { Feature, FeatureSurface } from '../part';
import type { Machine } from '../shop';
import type { Speech } from '../units';
import { featuresOf, type Resolved } from './features';
import { fields, type Graph } from './graph';
import type { Material } from './material';
import type { ExactFacts, PlannedSetup } from './planned';
import { exactStage, liesStage, makersStage, meetingFindingsStage, meetingsStage } from './stages/exact';
import type { CutAway } from './whatIsLeft';

interface Route {
  readonly job: Job;
  readonly machine: Machine | null;
  readonly blank: Material;
  readonly cuts: readonly CutAway[];
  readonly surface: FeatureSurface;
  readonly features: readonly Feature[];
  readonly resolved: Resolved;
  readonly setups: readonly PlannedSetup[];
  readonly speech: Speech;
}

/** How exactly parts lie in every setup, whether what they cut meets, and what the checks say of it. */
export function planExactly(g: Graph, route: Route): { readonly exact: ExactFacts; readonly findings: Finding[] } {
  const { job, machine, blank, cuts, surface, features, resolved, speech } = route;
  const setups = g.list(route.setups);
  const left = g.list(cuts.map((c) => c.left));
  const makers = g.run(makersStage, { blank, left, surface, features });
  const exact = g.run(exactStage, {
    setups,
    makers,
    here: g.list(route.setups.map((s) => g.same(featuresOf(s.setup, job.dowels, resolved)))),
    homes: machine?.homing.homes ?? true,
    machine: machine && fields(g, machine, 'homing', 'accuracy'),
    job: fields(g, job, 'quantity', 'sizeTolerance'),
    blankPlusMinus: job.blank.plusMinus,
  });
  const lies = g.run(liesStage, { exact });
  const meets = g.same(job.meets);
  const meetings = g.run(meetingsStage, { exact, meets, setups, resolved, makers });
  const findings = g.run(meetingFindingsStage, { meetings, speech });
  return { exact: { job: exact, lies, meetings }, findings };
}
