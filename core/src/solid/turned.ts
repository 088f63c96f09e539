import type { Axis } from '../frames';
import type { TriangleMesh } from './mesh';
import { DEVIATION_MM } from './barAround';
import { circleLoop, loopArea, placed, reversedLoop, type Loop } from './prism';

/** A length of a turned shape, from one diameter to another: a cylinder or a cone. mm. */
export interface TurnedStep {
  readonly length: number;
  readonly from: number;
  readonly to: number;
}

/** Places nearer to each other than this are one: to each other, or to the axis. mm */
const SAME_MM = 1e-9;

/** Half of a lengthwise section: down to the axis at both ends, every length a piece of its own. */
function halfOf(steps: readonly TurnedStep[]): Loop {
  const points: [number, number][] = [[0, 0]];
  let at = 0;
  for (const { length, from, to } of steps) {
    const [lastAt, lastRadius] = points[points.length - 1];
    if (lastAt !== at || Math.abs(lastRadius - from / 2) > SAME_MM) points.push([at, from / 2]);
    at += length;
    points.push([at, to / 2]);
  }
  points.push([at, 0]);
  return { points, pieces: points.map((_, curve) => ({ curve, curved: false })) };
}

/**
 * A solid turned about an axis, from half of its lengthwise section. Every piece of the section is a face of its own;
 * chords lie within the deviation of other round faces.
 * @param half closed, any sense of rotation; points are (along the axis, from the axis), the latter never below 0; what
 * lies on the axis is no face
 */
export function revolved(half: Loop, along: Axis): TriangleMesh {
  // the metal lies at the right of the walk, seen with the distance from the axis upward
  const { points, pieces } = loopArea(half.points) < 0 ? half : reversedLoop(half);
  const largest = Math.max(...points.map(([, r]) => r));
  const unit = circleLoop({ u: 0, v: 0, radius: 1, deviation: DEVIATION_MM / largest }).points;
  const positions: number[] = [];
  /** where the corners of each point begin; a point of the axis has one */
  const rings = points.map(([at, r]) => {
    const begins = positions.length / 3;
    if (r <= SAME_MM) positions.push(0, 0, at);
    else for (const [u, v] of unit) positions.push(u * r, v * r, at);
    return { begins, isPoint: r <= SAME_MM };
  });
  const corner = ({ begins, isPoint }: (typeof rings)[number], i: number) => begins + (isPoint ? 0 : i % unit.length);
  const numbers = new Map<number, number>();
  const triangles: number[] = [];
  const faces: number[] = [];
  const curved: number[] = [];
  points.forEach(([at], k) => {
    const next = (k + 1) % points.length;
    const [p, q] = [rings[k], rings[next]];
    if (p.isPoint && q.isPoint) return;
    const { curve } = pieces[k];
    const face = numbers.get(curve) ?? numbers.set(curve, numbers.size).get(curve)!;
    const isCurved = Math.abs(points[next][0] - at) > SAME_MM;
    const put = (...corners: number[]) => {
      triangles.push(...corners);
      faces.push(face);
      curved.push(isCurved ? 1 : 0);
    };
    for (let i = 0; i < unit.length; i++) {
      if (!p.isPoint) put(corner(p, i), corner(p, i + 1), corner(q, i));
      if (!q.isPoint) put(corner(p, i + 1), corner(q, i + 1), corner(q, i));
    }
  });
  const mesh = {
    positions: Float64Array.from(positions),
    triangles: Uint32Array.from(triangles),
    faces: Uint32Array.from(faces),
    curved: Uint8Array.from(curved),
  };
  return placed(mesh, along, { x: 0, y: 0, z: 0 });
}

/**
 * A solid turned about an axis, from lengths and diameters: its first end at the origin, the axis through it.
 * @param steps at least one; lengths and diameters more than nothing
 */
export const turnedSolid = (steps: readonly TurnedStep[], along: Axis): TriangleMesh => revolved(halfOf(steps), along);
