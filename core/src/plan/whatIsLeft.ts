import {
  AXES,
  axisOf,
  boxOfBoth,
  DIRECTIONS,
  lookAlong,
  rotationOf,
  signOf,
  type Box3,
  type Direction,
} from '../frames';
import { levelsBelowTop, type Part } from '../part';
import { boxOfVolume, coordinatesOf, knownLevels, nearestLevel, TOUCH_MM, type Kernel, type Solid } from '../solid';
import { withCutPlane } from './flats';
import { NOTHING_MM3, type Material } from './material';

/** What one cut takes away. */
export interface OneCut {
  readonly left: Material;
  readonly removedMm3: number;
  /** part coordinates; null: nothing removed */
  readonly removedBox: Box3 | null;
  /** depth plane: `u·x = along` */
  readonly along: number;
}

/** What a setup takes away with all its cuts. */
export interface CutAway extends OneCut {
  /** of the lowest cut that removes something; of the lowest of all where none does */
  readonly along: number;
  /** what of what is left goes on to the next setup: without frame and drops that a cut has freed */
  readonly onward: Material;
  /** in the order of the setup's cuts */
  readonly each: readonly OneCut[];
}

/**
 * Level of the lowest cut along `up`, part coordinates; a depth within a tenth of a micrometer of a face of the part
 * is that face exactly.
 */
export function depthPlane(part: Part, up: Direction, cutsBelowTop: number): number {
  const axis = axisOf(up);
  const sign = signOf(up);
  const face = levelsBelowTop(part, up).find((l) => Math.abs(l.belowTop - cutsBelowTop) < TOUCH_MM);
  if (face) return sign * face.level;
  return (sign > 0 ? part.box.max[axis] : -part.box.min[axis]) - cutsBelowTop;
}

/**
 * A level on which something flat of part, blank or an earlier cut lies within a tenth of a micrometer is that level
 * exactly, and so is one within rounding of a corner of the part.
 */
function snapped(before: Material, up: Direction, along: number): number {
  const sign = signOf(up);
  const opposite = DIRECTIONS.find((d) => axisOf(d) === axisOf(up) && signOf(d) === -sign)!;
  let best = along;
  let least = TOUCH_MM;
  for (const level of [...before.flats[up], ...before.flats[opposite].map((l) => -l)]) {
    const off = Math.abs(level - along);
    if (off < least) {
      least = off;
      best = level;
    }
  }
  if (least < TOUCH_MM) return best;
  const corner = nearestLevel(coordinatesOf(before.kept.mesh())[AXES.indexOf(axisOf(up))], sign * along);
  return corner === null ? along : sign * corner;
}

/** A cut down to a level that takes nothing away. */
export const nothingCut = (before: Material, along: number): OneCut => ({
  left: before,
  removedMm3: 0,
  removedBox: null,
  along,
});

/** An exact box stands for the half space above a level: the kernel's own cut by a plane is a rounding off it. */
function aboveLevel({ min, max }: Box3, up: Direction, along: number): Box3 {
  const half = { min: { x: min.x - 1, y: min.y - 1, z: min.z - 1 }, max: { x: max.x + 1, y: max.y + 1, z: max.z + 1 } };
  if (signOf(up) > 0) half.min[axisOf(up)] = along;
  else half.max[axisOf(up)] = -along;
  return half;
}

/**
 * What is left after a setup that cuts from direction `up` down to a depth plane:
 * `frame' = frame ∩ ( {u·x ≤ c} ∪ shadow )`. Nothing of the finished part is ever cut, and what an overhang of the
 * part hides from the cutter stays.
 */
export function cutFrom({
  kernel,
  before,
  up,
  level,
  only = null,
}: {
  readonly kernel: Kernel;
  readonly before: Material;
  readonly up: Direction;
  readonly level: number;
  readonly only?: Solid | null;
}): OneCut {
  const along = snapped(before, up, level);
  const { kept } = before;
  const nothing = nothingCut(before, along);
  const box = before.frame.box();
  const axis = axisOf(up);
  if (before.frame.isEmpty() || (signOf(up) > 0 ? box.max[axis] : -box.min[axis]) <= along) return nothing;
  const scrap: Solid[] = [];
  const hold = (s: Solid) => {
    scrap.push(s);
    return s;
  };
  const free = () => scrap.forEach((x) => x.release());
  let tool = hold(kernel.box(aboveLevel(box, up, along)));
  const shadow = kernel.shadow({ solid: kept, up, along, through: true, within: before.frame });
  if (shadow) tool = hold(kernel.subtract(tool, hold(shadow)));
  if (only) tool = hold(kernel.intersect(tool, only));
  const flats = withCutPlane(before.flats, up, along);
  const levels = knownLevels(
    AXES.map((a) => DIRECTIONS.filter((d) => axisOf(d) === a).flatMap((d) => flats[d].map((l) => signOf(d) * l))),
    kept.mesh(),
  );
  const frame = kernel.onLevels(kernel.subtract(before.frame, tool), levels);
  const i = AXES.indexOf(axis);
  const b = before.bounds;
  const bounds =
    shadow || only || !b
      ? null
      : {
          low: b.low.map((v, k) => (k === i && signOf(up) < 0 ? Math.max(v, -along) : v)),
          high: b.high.map((v, k) => (k === i && signOf(up) > 0 ? Math.min(v, along) : v)),
        };
  const left = before.with({ frame, flats, bounds });
  const removedMm3 = before.volumeMm3 - left.volumeMm3;
  if (removedMm3 < NOTHING_MM3) {
    left.release();
    free();
    return nothing;
  }
  const reached = hold(kernel.onLevels(kernel.intersect(before.frame, tool), levels));
  const removedBox = boxWithout(kernel, reached, kept, shadow !== null || only !== null);
  free();
  return { left, removedMm3, removedBox, along };
}

/**
 * Box of `reached` less the part. A side the part's box does not come up to is the box's own; else what really stands
 * there is looked at.
 */
function boxWithout(kernel: Kernel, reached: Solid, kept: Solid, hides: boolean): Box3 {
  const own = reached.box();
  const part = kept.box();
  const isFree = (d: Direction) => {
    const a = axisOf(d);
    const s = signOf(d);
    const at = s > 0 ? own.max[a] : own.min[a];
    if (s * (at - (s > 0 ? part.max[a] : part.min[a])) > 1e-6) return true;
    const view = rotationOf(lookAlong(d));
    const depth = s * at - 1e-5;
    return (
      kernel.flatArea(kernel.section(reached, view, depth)) - kernel.flatArea(kernel.section(kept, view, depth)) > 1e-3
    );
  };
  if (!hides && DIRECTIONS.every(isFree)) return own;
  const removed = kernel.subtract(reached, kept);
  const box = boxOfVolume(removed.mesh()) ?? own;
  removed.release();
  return box;
}

/** The pieces that hold something of the part; frame and drops stay at the machine. */
function withoutDrops(kernel: Kernel, left: Material): Material {
  const meets = (a: Solid, b: Solid) => {
    const common = kernel.intersect(a, b);
    const some = !common.isEmpty() && common.volumeMm3() > NOTHING_MM3;
    common.release();
    return some;
  };
  const pieces = kernel.pieces(left.solid);
  const stay = pieces.filter((piece) => meets(piece, left.kept));
  const goes = stay.length < pieces.length && stay.length > 0;
  const frames = goes ? kernel.pieces(left.frame) : [];
  const frame = goes ? kernel.union(frames.filter((f) => stay.some((p) => meets(f, p)))) : null;
  [...pieces, ...frames].forEach((p) => p.release());
  return frame ? left.with({ frame }) : left;
}

/** The cuts of a setup taken together. @param each one after the other @param frees one of them goes round something */
export function allCuts(kernel: Kernel, each: readonly OneCut[], frees: boolean): CutAway {
  const { left } = each[each.length - 1];
  const cutting = each.filter((c) => c.removedBox !== null);
  const boxes = cutting.map((c) => c.removedBox!);
  return {
    left,
    onward: frees && cutting.length > 0 && !left.isDone ? withoutDrops(kernel, left) : left,
    removedMm3: each.reduce((sum, c) => sum + c.removedMm3, 0),
    removedBox: boxes.length > 0 ? boxes.reduce(boxOfBoth) : null,
    along: Math.min(...(cutting.length > 0 ? cutting : each).map((c) => c.along)),
    each,
  };
}
