import type { Rotation } from '../frames';
import { volumeInside, type Kernel, type Outlines, type Solid } from '../solid';
import type { Flats } from './flats';

/** Less than this is rounding, not metal. */
export const NOTHING_MM3 = 1e-3;

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
