import { NO_ROTATION, vec } from '../../frames';
import type { Vise } from '../../shop';
import { viewOf, type TriangleMesh } from '../../solid';
import { wallStandingUp, wallUnderPressure } from '../../hold/sums';
import { FROM_REAR, toSeated, type HoldOf } from '../../hold/input';
import type { ViseHold, WallUnderLoad } from '../../hold/types';

const SAMPLES = 24;

/**
 * Upright and open or closed below and above: how far a hollow reaches up and down at a spot, device frame; null: open
 * that way.
 */
function closedAt({
  loaded,
  seat,
  x,
  y,
  z,
}: {
  readonly loaded: TriangleMesh;
  readonly seat: HoldOf<Vise>['seat'];
  readonly x: number;
  readonly y: number;
  readonly z: number;
}): { floor: number | null; roof: number | null } {
  const p = toSeated(seat, vec(x, y, 0));
  const levels = viewOf(loaded, NO_ROTATION)
    .crossings(p.x + 1.3e-5, p.y + 0.7e-5)
    .map((c) => c.w + seat.pose.translation.z);
  const below = levels.filter((l) => l < z);
  const above = levels.filter((l) => l > z);
  return { floor: below.length > 0 ? Math.max(...below) : null, roof: above.length > 0 ? Math.min(...above) : null };
}

/**
 * The thinnest wall the jaws press on over a hollow: sampled along the grip at its middle height, straight across from
 * jaw to jaw. Where material closes the hollow at both ends the wall counts as held there and pressed evenly over the
 * grip. Where an end is open it stands up from its floor (or hangs from its roof) like a cantilever, or out from the
 * end that is closed, pressed at its free end; the worse of those that apply is told.
 * @returns null when there is no hollow between the jaws, or the material's stiffness is not known
 */
export function wallBetweenJaws({ seat, loaded, material }: HoldOf<Vise>, hold: ViseHold): WallUnderLoad | null {
  if (!material || hold.gripDepthMm <= 0) return null;
  const { touch } = seat.y;
  const [x0, x1] = touch.x;
  const view = viewOf(loaded, FROM_REAR);
  const low = Math.max(touch.z[0], seat.movingJaw!.touch.z[0]);
  const z = low + hold.gripDepthMm / 2;
  const step = (x1 - x0) / SAMPLES;
  const at = (i: number) => x0 + (i + 0.5) * step;
  const walls = Array.from({ length: SAMPLES }, (_, i) => {
    const p = toSeated(seat, vec(at(i), 0, z));
    const found = view
      .crossings(-p.x + 1.3e-5, p.z + 0.7e-5)
      .map((c) => c.w)
      .sort((a, b) => a - b);
    // solid across: in at one jaw, out at the other
    if (found.length < 4) return null;
    return {
      thickness: Math.min(found[1] - found[0], found[found.length - 1] - found[found.length - 2]),
      hollowY: (found[1] + found[2]) / 2 + seat.pose.translation.y,
    };
  });
  const bent = runsOf(walls).flatMap(({ from, run }) => {
    const middle = Math.floor(run.length / 2);
    return bentWalls({
      spanMm: run.length * step,
      thicknessMm: Math.min(...run.map((w) => w.thickness)),
      pressureMPa: hold.closingForceN / Math.max(1, (x1 - x0) * hold.gripDepthMm),
      ends: Number(from > 0) + Number(from + run.length < walls.length),
      grip: { low, depthMm: hold.gripDepthMm },
      closed: closedAt({ loaded, seat, x: at(from + middle), y: run[middle].hollowY, z }),
      youngGPa: material.youngGPa,
    });
  });
  return bent.reduce<WallUnderLoad | null>((worst, b) => (!worst || b.stressMPa > worst.stressMPa ? b : worst), null);
}

/** Neighbors that are hollow, as runs. */
function runsOf<T>(all: readonly (T | null)[]): { from: number; run: T[] }[] {
  const runs: { from: number; run: T[] }[] = [];
  all.forEach((w, i) => {
    if (w === null) return;
    if (i > 0 && all[i - 1] !== null) runs[runs.length - 1].run.push(w);
    else runs.push({ from: i, run: [w] });
  });
  return runs;
}

/** The ways one run of wall can bend, by how many of its ends are held and what closes the hollow. mm, N/mm². */
function bentWalls({
  spanMm,
  thicknessMm,
  pressureMPa,
  ends,
  grip,
  closed,
  youngGPa,
}: {
  spanMm: number;
  thicknessMm: number;
  pressureMPa: number;
  ends: number;
  grip: { low: number; depthMm: number };
  closed: { floor: number | null; roof: number | null };
  youngGPa: number;
}): WallUnderLoad[] {
  const between = (wide: number): WallUnderLoad => ({
    thicknessMm,
    spanMm: wide,
    stands: 'between its ends',
    ...wallUnderPressure(pressureMPa, wide, thicknessMm, youngGPa),
  });
  if (ends === 2) return [between(spanMm)];
  const { floor, roof } = closed;
  const forceN = pressureMPa * spanMm * grip.depthMm;
  const arms = [
    ...(floor === null ? [] : [grip.low + grip.depthMm - floor]),
    ...(roof === null ? [] : [roof - grip.low]),
  ];
  const bent: WallUnderLoad[] = [];
  if (floor !== null && roof !== null) bent.push(between(roof - floor));
  else if (arms.length > 0) {
    const armMm = Math.min(...arms);
    const under = wallStandingUp(forceN, { armMm, widthMm: spanMm, thicknessMm }, youngGPa);
    bent.push({ thicknessMm, spanMm: armMm, stands: 'from its floor', ...under });
  }
  if (ends === 1 || arms.length === 0) {
    const under = wallStandingUp(forceN / 2, { armMm: spanMm, widthMm: grip.depthMm, thicknessMm }, youngGPa);
    bent.push({ thicknessMm, spanMm, stands: 'from one end', ...under });
  }
  return bent;
}
