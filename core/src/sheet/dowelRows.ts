import type { DrilledHole } from '../dowels';
import type { Job } from '../job';
import type { PlannedSetup } from '../plan';
import type { Speech } from '../units';
import type { Row } from './types';

/** The dowel holes a setup drills, from its work zero; none where it drills none, or does not settle. */
export function dowelHoles({ facts }: Pick<PlannedSetup, 'facts'>): DrilledHole[] {
  if (!facts?.drills || !facts.seat.settled) return [];
  const zero = facts.zero.shiftedInDevice;
  return facts.drills.map((h) => ({ ...h, x: h.x - zero.x, y: h.y - zero.y }));
}

/** "X +10.000 Y −5.000, diameter 8.000 H7": a hole as it is drilled. */
export const holeInWords = ({ x, y, diameter, bushFor, hole }: DrilledHole, speech: Speech): string => {
  const place = `X ${speech.signed(x)} Y ${speech.signed(y)}, diameter ${speech.size(diameter)}`;
  return bushFor === null ? `${place} ${hole}` : `${place} for a bush ${speech.size(bushFor)} ${hole} inside`;
};

/** How deep dowel holes go. */
export const holeDepth = (dowels: Job['dowels'], speech: Speech): string =>
  dowels && dowels.into > 0 ? `through, and ${speech.sizeWithUnit(dowels.into)} into what the part lies on` : 'through';

/** The dowel holes a setup drills, as rows of the sheet: from its work zero, with class and depth. */
export const dowelRows = (job: Pick<Job, 'dowels'>, planned: PlannedSetup, speech: Speech): Row[] =>
  dowelHoles(planned).map((h) => ({
    label: `Hole of ${h.name}`,
    value: `${holeInWords(h, speech)}, ${holeDepth(job.dowels, speech)}`,
  }));
