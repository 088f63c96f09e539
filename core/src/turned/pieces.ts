/** A round piece of a meridian: the circle it lies on, `at` along the axis and so far from it. mm. */
export interface Arc {
  readonly at: number;
  readonly fromAxis: number;
  readonly radius: number;
  /** the metal is inside the circle: the piece bulges away from the axis */
  readonly bulges: boolean;
}

/** A piece of a profile between two places along the axis: a cylinder, a cone or a round. mm. */
export interface ProfilePiece {
  /** from the finished front face, towards the spindle */
  readonly from: number;
  readonly to: number;
  readonly fromDiameter: number;
  readonly toDiameter: number;
  readonly arc: Arc | null;
}

/** Places nearer to each other than this are one, mm. */
export const SAME_MM = 1e-6;
/** Corners of a face of revolution lie on its meridian to within this, mm: readers put them there. */
export const ON_MERIDIAN_MM = 1e-4;

/** Diameter of a piece at a place along the axis. */
export function diameterOf({ from, to, fromDiameter, toDiameter, arc }: ProfilePiece, at: number): number {
  if (!arc) return fromDiameter + ((toDiameter - fromDiameter) * (at - from)) / (to - from);
  const rise = Math.sqrt(Math.max(0, arc.radius ** 2 - (at - arc.at) ** 2));
  return 2 * (arc.fromAxis + (arc.bulges ? rise : -rise));
}

/** Integral of √(R² − u²) from 0 to u. */
const underCircle = (u: number, radius: number): number =>
  (u / 2) * Math.sqrt(Math.max(0, radius ** 2 - u ** 2)) +
  (radius ** 2 / 2) * Math.asin(Math.max(-1, Math.min(1, u / radius)));

/** Volume of a piece turned about the axis, mm³: `π·∫ r² dz` in closed form (any mathematics handbook). */
export function volumeOfPiece(piece: ProfilePiece): number {
  const { from, to, fromDiameter: d, toDiameter: e, arc } = piece;
  if (!arc) return (Math.PI * (to - from) * (d * d + d * e + e * e)) / 12;
  const [a, b] = [from - arc.at, to - arc.at];
  const area = underCircle(b, arc.radius) - underCircle(a, arc.radius);
  const squares = arc.radius ** 2 * (b - a) - (b ** 3 - a ** 3) / 3;
  return Math.PI * (arc.fromAxis ** 2 * (b - a) + (arc.bulges ? 2 : -2) * arc.fromAxis * area + squares);
}
