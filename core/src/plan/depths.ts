import { axisOf, opposite, signOf, type Box3, type Direction } from '../frames';
import { holdingOf } from '../holdings';
import { depthAllRound } from '../job';
import type { Speech } from '../units';
import type { PlannedJob, PlannedSetup } from './planned';

export interface ProposedDepth {
  /** below the finished part's highest point as it lies, mm */
  readonly cutsBelowTop: number;
  /** the face it goes down to; null: none */
  readonly featureId: string | null;
  readonly says: string;
}

const topOf = (box: Box3, d: Direction) => signOf(d) * (signOf(d) > 0 ? box.max : box.min)[axisOf(d)];

/**
 * Depths a setup could cut to, from the part's own faces and from what holds it: the top, the deepest face that looks
 * up, what the jaws leave, and what an earlier setup from the other side has left to do.
 */
export function proposeDepths(
  planned: PlannedSetup,
  job: Pick<PlannedJob, 'part' | 'setups'>,
  speech: Speech,
): ProposedDepth[] {
  const { up } = planned.setup.orientation;
  const out: ProposedDepth[] = [];
  const put = (cutsBelowTop: number, featureId: string | null, says: string) => {
    if (cutsBelowTop >= -1e-9 && !out.some((d) => Math.abs(d.cutsBelowTop - cutsBelowTop) < 1e-6))
      out.push({ cutsBelowTop, featureId, says });
  };
  const faces = job.part.features.features
    .flatMap((f) =>
      f.kind === 'plane' && f.side === up && f.belowOutermost !== null ? [{ id: f.id, depth: f.belowOutermost }] : [],
    )
    .sort((a, b) => a.depth - b.depth);
  const [first, last] = [faces[0], faces.at(-1)];
  if (last && last !== first) put(last.depth, last.id, 'the deepest face that looks up');
  const height = topOf(job.part.box, up) + topOf(job.part.box, opposite(up));
  const earlier = job.setups
    .slice(
      0,
      job.setups.findIndex((s) => s.id === planned.id),
    )
    .filter((s) => s.setup.orientation.up === opposite(up));
  for (const s of earlier) put(height - depthAllRound(s.setup), null, `where Op ${s.op} stopped`);
  const { facts, device } = planned;
  const downTo = facts && device && holdingOf(device).cutDownTo(device, speech);
  // from the finished top down to there, both in the device frame
  if (downTo)
    put(Math.min(Math.floor((facts.seat.finishedBox.max.z - downTo.level) * 1000) / 1000, height), null, downTo.says);
  if (first) put(first.depth, first.id, 'only the top');
  return out.slice(0, 4);
}
