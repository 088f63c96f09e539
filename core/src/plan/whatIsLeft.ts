import {
  AXES,
  axisOf,
  DIRECTIONS,
  dot,
  lookAlong,
  rotationOf,
  signOf,
  unitVector,
  type Box3,
  type Direction,
  type Rotation,
} from '../frames';
import { levelsBelowTop, type Part } from '../part';
import {
  boxOfVolume,
  coordinatesOf,
  knownLevels,
  nearestLevel,
  TOUCH_MM,
  volumeInside,
  type Kernel,
  type Outlines,
  type Solid,
} from '../solid';
import { withCutPlane, type Flats } from './flats';

/** Less than this is rounding, not metal. */
const NOTHING_MM3 = 1e-3;

/**
 * The part of space a route of plane cuts leaves: part coordinates per axis, infinite where nothing was cut from that
 * side.
 */
export interface Bounds {
  readonly low: readonly number[];
  readonly high: readonly number[];
}

export const UNCUT: Bounds = { low: [-Infinity, -Infinity, -Infinity], high: [Infinity, Infinity, Infinity] };

interface MaterialIs {
  readonly kernel: Kernel;
  readonly frame: Solid;
  readonly kept: Solid;
  readonly keptMm3: number;
  readonly flats: Flats;
  /** part and blank lie on each other with faces that are not square to an axis */
  readonly slopes: boolean;
  /** the blank itself: the part lies inside */
  readonly whole?: boolean;
  /** set while every cut so far was a plane: the blank inside them is all there is to the frame */
  readonly bounds?: Bounds | null;
}

/**
 * The material at one point of the route, part coordinates: `I = kept ∪ frame`. The frame is the blank less what was
 * cut, as if the part were not in it; no solid is ever made by cutting one that shares faces with the part again, so
 * that no facet is left where there is no material. Solids are made when they are asked for.
 */
export class Material {
  #solid: Solid | null = null;
  #excess: Solid | null = null;
  #volume: number | null = null;

  constructor(private readonly is: MaterialIs) {}

  get frame(): Solid {
    return this.is.frame;
  }
  /** the finished part, or what of it lies inside the blank */
  get kept(): Solid {
    return this.is.kept;
  }
  /** levels at which it can be flat, per part side */
  get flats(): Flats {
    return this.is.flats;
  }
  get bounds(): Bounds | null {
    return this.is.bounds ?? null;
  }

  get volumeMm3(): number {
    if (this.#volume === null)
      this.#volume = this.is.whole ? this.frame.volumeMm3() : this.is.keptMm3 + this.#excessMm3();
    return this.#volume;
  }

  /** What stands out from the part. */
  get excess(): Solid {
    const { kernel } = this.is;
    return (this.#excess ??= this.#apart(
      (kept) => kernel.subtract(this.frame, kept),
      this.bounds ? this.#betweenPlanesMm3(this.bounds) : this.is.slopes ? this.#outsideMm3() : null,
    ));
  }

  #outsideMm3(): number {
    const common = this.is.kernel.intersect(this.frame, this.kept);
    const mm3 = this.frame.volumeMm3() - (common.isEmpty() ? 0 : common.volumeMm3());
    common.release();
    return mm3;
  }

  /** What lies between planes, with no overhang that hides anything, needs no boolean. */
  #betweenPlanesMm3({ low, high }: Bounds): number {
    return this.frame.volumeMm3() - volumeInside(this.kept.mesh(), low, high);
  }

  #excessMm3(): number {
    if (this.frame.isEmpty()) return 0;
    const mm3 = this.bounds ? this.#betweenPlanesMm3(this.bounds) : this.excess.volumeMm3();
    return mm3 < NOTHING_MM3 ? 0 : mm3;
  }

  /**
   * A boolean of part and frame. Where sloping faces of both lie on each other but for rounding, it may not come to
   * the volume it must have; then it is made with the part larger by less than anybody measures.
   */
  #apart(make: (kept: Solid) => Solid, mm3: number | null): Solid {
    const first = make(this.kept);
    if (mm3 === null || Math.abs(first.volumeMm3() - mm3) < NOTHING_MM3 + mm3 * 1e-9) return first;
    const larger = this.is.kernel.larger(this.kept, 1e-8);
    const second = make(larger);
    larger.release();
    const [worse, better] =
      Math.abs(first.volumeMm3() - mm3) < Math.abs(second.volumeMm3() - mm3) ? [second, first] : [first, second];
    worse.release();
    return better;
  }

  /** Only the part is left. */
  get isDone(): boolean {
    return this.volumeMm3 === this.is.keptMm3;
  }

  /** Once only the part is left, its own clean surface stands for it. */
  get solid(): Solid {
    if (this.is.whole) return this.frame;
    return (this.#solid ??= this.isDone
      ? this.kept
      : this.#apart((kept) => this.is.kernel.union([kept, this.frame]), this.volumeMm3));
  }

  /** Outline of the cut at `depth` along a view's third axis: the part's and the frame's, taken together. */
  section(view: Rotation, depth: number): Outlines {
    const { kernel, whole } = this.is;
    if (whole) return kernel.section(this.frame, view, depth);
    const part = kernel.section(this.kept, view, depth);
    return this.isDone ? part : kernel.flatUnion([part, kernel.section(this.frame, view, depth)]);
  }

  /** The same after one more cut, or with another frame. */
  with(change: Pick<MaterialIs, 'frame'> & Partial<MaterialIs>): Material {
    return new Material({ ...this.is, whole: false, bounds: null, ...change });
  }

  release(): void {
    if (this.#solid && this.#solid !== this.kept) this.#solid.release();
    this.#excess?.release();
    this.frame.release();
  }
}

export interface Cut {
  readonly left: Material;
  /** what of it goes on to the next setup: without frame and drops that a cut along the outline has freed */
  readonly onward: Material;
  readonly removedMm3: number;
  /** part coordinates; null: nothing removed */
  readonly removedBox: Box3 | null;
  /** depth plane: `u·x = along` */
  readonly along: number;
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
 * Where a cutter goes that only follows the part's outline: one cutter wide around it, seen along `up`. To be
 * released.
 */
export function alongOutline({
  kernel,
  part,
  before,
  up,
  cutterMm,
}: {
  readonly kernel: Kernel;
  readonly part: Part;
  readonly before: Material;
  readonly up: Direction;
  readonly cutterMm: number;
}): Solid {
  const view = rotationOf(lookAlong(up));
  const box = before.solid.box();
  const reach = Math.max(...[box.min, box.max].map((p) => Math.abs(dot(p, unitVector(up))))) + 1;
  return kernel.prism(kernel.offset(kernel.silhouette(part.solid, view), cutterMm, 'round'), view, -reach, reach);
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
}): Cut {
  const along = snapped(before, up, level);
  const { kept } = before;
  const nothing = { left: before, onward: before, removedMm3: 0, removedBox: null, along };
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
  return { left, onward: only && !left.isDone ? withoutDrops(kernel, left) : left, removedMm3, removedBox, along };
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
