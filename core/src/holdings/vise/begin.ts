import type { HoldIn } from '../../job';
import type { Vise } from '../../shop';
import { deepAs } from '../begin';
import type { Begun, Lying } from '../types';

/** Once there are finished faces, this share of what stays below the cut is gripped (common practice, no source). */
const GRIPPED = 0.75;

/** As little as the vise wants; without that, 1 mm. */
export const leastGrip = ({ minimumGrip }: Vise): number => Math.max(minimumGrip, 1);

/**
 * Parallels and stop for a grip, in whole steps: the part in the middle of the jaws, the stop left of
 * it, half way up the grip and half way across the part. Device frame, mm.
 */
export function viseStart(
  vise: Vise,
  gripMm: number,
  { along, across, step }: Pick<Lying, 'along' | 'across' | 'step'>,
): Pick<HoldIn<'vise'>, 'parallels' | 'stop'> {
  const nearest = (mm: number) => Math.round(mm / step) * step;
  const height = Math.max(0, Math.floor((vise.jawHeight - gripMm) / step + 1e-9) * step);
  return {
    parallels: { height },
    stop: {
      side: 'left',
      position: Math.max(0, nearest((vise.jawWidth - along) / 2)),
      height: height + Math.max(vise.stopDiameter / 2, (vise.jawHeight - height) / 2),
      fromJaw: nearest(across / 2),
      face: null,
    },
  };
}

/** As deep as it is wanted, or as the jaws leave, in whole steps; the grip then takes what stays. */
export function beginInVise(vise: Vise, lying: Lying): Begun<'vise'> {
  const { height, step, isFinished } = lying;
  const least = leastGrip(vise);
  const deepest = height - least - vise.clearanceAboveJaws;
  const cutsBelowTop = deepAs(lying, deepest);
  const stays = height - cutsBelowTop - vise.clearanceAboveJaws;
  const gripMm = isFinished ? Math.max(least, Math.floor((stays * GRIPPED) / step) * step) : least;
  return {
    cutsBelowTop,
    hold: (before) => ({ ...before, ...viseStart(vise, gripMm, lying) }),
    proposed: ['cuts', 'hold.parallels.height', 'hold.stop'],
  };
}
