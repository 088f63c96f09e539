import { vec } from '../frames';
import { holdingOf, type Decision } from '../holdings';
import { isHeldOn } from '../job';
import type { Speech } from '../units';
import { proposeDepths } from './depths';
import type { PlannedJob, PlannedSetup } from './planned';

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
  const box = facts.seat.loadedBox;
  const { lowestCut } = facts.prove;
  const depth: Decision = {
    id: 'depth',
    item: 'depth',
    thing: 'lowest cut',
    name: 'Cuts down below top',
    axis: 'z',
    mm: setup.cutsBelowTop,
    from: lowestCut + setup.cutsBelowTop,
    way: -1,
    at: vec(box.max.x + 0.08 * (box.max.x - box.min.x), box.min.y, lowestCut),
    least: -1000,
    most: 100_000,
    signed: false,
    snaps: proposeDepths(planned, job, speech).map((d) => ({ mm: d.cutsBelowTop, says: d.says })),
    measures: 'clear',
    // one that is bound to a face is known only to the plan
    get: (s) => (s.cutsTo === null ? s.cutsBelowTop : setup.cutsBelowTop),
    set: (s, mm) => ({ ...s, cutsBelowTop: mm, cutsTo: null }),
  };
  return [depth, ...holdingOf(device).decisions(device, { facts, setup, pieces })];
}
