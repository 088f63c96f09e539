import { vec, type Rotation } from '../frames';
import type { Vise } from '../shop';
import { ViewMesh } from '../solid';
import { wallUnderPressure } from './sums';
import { toSeated, type HoldOf } from './input';
import type { ViseHold, WallUnderLoad } from './types';

/** Looking along +Y: right is −X, up is Z, towards the eye +Y. */
export const FROM_REAR: Rotation = { rows: [vec(-1, 0, 0), vec(0, 0, 1), vec(0, 1, 0)] };
const SAMPLES = 24;

/**
 * The thinnest wall the jaws press on over a hollow: sampled along the grip at its middle height, straight across from jaw to
 * jaw. The wall counts as held at both ends of the hollow and pressed evenly over the grip.
 * @returns null when there is no hollow between the jaws, or the material's stiffness is not known
 */
export function wallBetweenJaws({ seat, loaded, material }: HoldOf<Vise>, hold: ViseHold): WallUnderLoad | null {
  if (!material || hold.gripDepthMm <= 0) return null;
  const { touch } = seat.y;
  const [x0, x1] = touch.x;
  const view = new ViewMesh(loaded, FROM_REAR);
  const z = Math.max(touch.z[0], seat.movingJaw!.touch.z[0]) + hold.gripDepthMm / 2;
  const step = (x1 - x0) / SAMPLES;
  const walls = Array.from({ length: SAMPLES }, (_, i) => {
    const p = toSeated(seat, vec(x0 + (i + 0.5) * step, 0, z));
    const at = view.crossings(-p.x, p.z).map((c) => c.w).sort((a, b) => a - b);
    // solid across: in at one jaw, out at the other
    return at.length < 4 ? null : Math.min(at[1] - at[0], at[at.length - 1] - at[at.length - 2]);
  });
  let worst: WallUnderLoad | null = null;
  let from = 0;
  while (from < walls.length) {
    if (walls[from] === null) { from += 1; continue; }
    let to = from;
    while (to < walls.length && walls[to] !== null) to += 1;
    const run = walls.slice(from, to) as number[];
    const spanMm = run.length * step;
    const thicknessMm = Math.min(...run);
    const pressure = hold.closingForceN / Math.max(1, (x1 - x0) * hold.gripDepthMm);
    const bent = { thicknessMm, spanMm, ...wallUnderPressure(pressure, spanMm, thicknessMm, material.youngGPa) };
    if (!worst || bent.stressMPa > worst.stressMPa) worst = bent;
    from = to;
  }
  return worst;
}

