import { chordsOf, DEVIATION_MM, type Loop, type Result } from '@violet-jaw/core/solid';
import type { Curve } from './flatten';
import { chainCurves, MEETS_MM } from './loops';

type Point = readonly [number, number];

const told = ([x, y]: Point): string => `(${x.toFixed(3)}, ${y.toFixed(3)})`;

/** So many points a half section has at most, and corners once it is turned: each point is a ring of them. */
const MOST_POINTS = 4000;
const MOST_CORNERS = 300_000;

const isOnAxis = ({ points }: Curve): boolean => points.every(([, r]) => Math.abs(r) <= MEETS_MM);

/** Turned, a spline or an ellipse is a row of cones within its deviation, each a face. */
const asTurned = (curve: Curve): Curve[] =>
  curve.free
    ? curve.points.slice(1).map((p, i) => ({ points: [curve.points[i], p], curved: false, closed: false }))
    : [curve];

/** Whether two stretches cross each other between their ends. */
function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/** Where an outline crosses itself; null: nowhere. */
function crossing(points: readonly Point[]): Point | null {
  const after = (i: number) => points[(i + 1) % points.length];
  for (let i = 0; i < points.length; i++)
    for (let k = i + 2; k < points.length; k++) if (cross(points[i], after(i), points[k], after(k))) return points[i];
  return null;
}

/**
 * Half of a lengthwise section that is turned about X of the drawing: one outline above the axis, closed, or open with
 * both its ends on the axis. Lines on the axis are the center line, however far they reach, and are left out.
 * @returns points (along the axis, from the axis), mm, none below 0; or what is wrong, with the place
 */
export function halfProfileOf(curves: readonly Curve[]): Result<Loop> {
  const wrong = (problem: string): Result<never> => ({ ok: false, problem });
  const lowest = curves.flatMap((c) => c.points).reduce((a, b) => (b[1] < a[1] ? b : a), [0, 0]);
  if (lowest[1] < -MEETS_MM)
    return wrong(
      `The drawing reaches below its X axis, to ${told(lowest)} in mm. Half of a section lies above the axis, which is Y 0: leave the upper half, and move it there.`,
    );
  const { loops, chains } = chainCurves(curves.filter((c) => !isOnAxis(c)).flatMap(asTurned));
  const found = [...loops, ...chains];
  if (found.length === 0) return wrong('The drawing has nothing off its X axis: half of a section lies above it.');
  if (found.length > 1)
    return wrong(
      `The half section is not one outline but ${found.length}, which begin at ${found
        .slice(0, 6)
        .map(({ points }) => told(points[0]))
        .join(', ')} in mm. Join what belongs together, and leave out what does not go round.`,
    );
  const [{ points: drawn, pieces }] = found;
  if (drawn.length > MOST_POINTS)
    return wrong(`The half section needs ${drawn.length} points; up to ${MOST_POINTS} are read. Is its unit right?`);
  const points = drawn.map(([at, r]): Point => [at, r <= MEETS_MM ? 0 : r]);
  if (loops.length === 0) {
    const open = [points[0], points[points.length - 1]].find(([, r]) => r > 0);
    if (open)
      return wrong(
        `The half section ends at ${told(open)} in mm, off the axis. Draw its faces down to the axis, Y 0, or close it round a bore.`,
      );
  }
  const corners = points.length * chordsOf(Math.max(...points.map(([, r]) => r)), DEVIATION_MM);
  if (corners > MOST_CORNERS)
    return wrong(
      `Turned, the half section has so many or so large faces that ${corners} corners are needed; up to ${MOST_CORNERS} are read. Is its unit right?`,
    );
  const crossed = crossing(points);
  if (crossed)
    return wrong(`The half section crosses itself near ${told(crossed)} in mm. Mend it in the drawing program.`);
  return { ok: true, value: { points, pieces: loops.length > 0 ? pieces : [...pieces, { curve: -1, curved: false }] } };
}
