import earcut from 'earcut';
import { AXES, type Axis, type Vec3 } from '../frames';
import type { TriangleMesh } from './mesh';

/** A closed outline whose pieces know which drawn curve they come from. */
export interface Loop {
  readonly points: readonly (readonly [number, number])[];
  /** one entry a piece (point i to i + 1): number of the line or curve it belongs to, and whether that is curved */
  readonly pieces: readonly { readonly curve: number; readonly curved: boolean }[];
}

/** Area of an outline; counter-clockwise is more than nothing. */
export const loopArea = (points: Loop['points']): number =>
  points.reduce((sum, [x, y], i) => {
    const [p, q] = points[(i + 1) % points.length];
    return sum + x * q - y * p;
  }, 0) / 2;

/** The same outline, walked the other way. */
export function reversedLoop({ points, pieces }: Loop): Loop {
  const n = points.length;
  return { points: [...points].reverse(), pieces: Array.from({ length: n }, (_, i) => pieces[(2 * n - 2 - i) % n]) };
}

/**
 * A solid between z = 0 and z = height over an outline with holes, every wall a face of its own.
 * @param outer and @param holes any sense of rotation; holes inside the outline, not touching it
 */
export function prism(outer: Loop, holes: readonly Loop[], height: number): TriangleMesh {
  const loops = [
    loopArea(outer.points) > 0 ? outer : reversedLoop(outer),
    ...holes.map((h) => (loopArea(h.points) < 0 ? h : reversedLoop(h))),
  ];
  const flat = loops.flatMap((l) => l.points.flatMap(([x, y]) => [x, y]));
  const starts: number[] = [];
  let count = 0;
  for (const { points } of loops) {
    starts.push(count);
    count += points.length;
  }
  const top = earcut(flat, starts.slice(1));
  const positions = new Float64Array(count * 6);
  for (let i = 0; i < count; i++) {
    positions.set([flat[2 * i], flat[2 * i + 1], 0], 3 * i);
    positions.set([flat[2 * i], flat[2 * i + 1], height], 3 * (count + i));
  }
  const triangles: number[] = [];
  const curved: number[] = [];
  const faces: number[] = [];
  const put = (face: number, isCurved: boolean, ...t: number[]) => {
    triangles.push(...t);
    faces.push(face);
    curved.push(isCurved ? 1 : 0);
  };
  for (let t = 0; t < top.length; t += 3) {
    const [a, b, c] = [top[t], top[t + 1], top[t + 2]];
    const left =
      (flat[2 * b] - flat[2 * a]) * (flat[2 * c + 1] - flat[2 * a + 1]) -
        (flat[2 * b + 1] - flat[2 * a + 1]) * (flat[2 * c] - flat[2 * a]) >
      0;
    const [p, q] = left ? [b, c] : [c, b];
    put(0, false, a, q, p);
    put(1, false, count + a, count + p, count + q);
  }
  const numbers = new Map<string, number>();
  loops.forEach(({ points, pieces }, l) =>
    points.forEach((_, i) => {
      const name = `${l} ${pieces[i].curve}`;
      const face = numbers.get(name) ?? numbers.set(name, 2 + numbers.size).get(name)!;
      const [a, b] = [starts[l] + i, starts[l] + ((i + 1) % points.length)];
      put(face, pieces[i].curved, a, b, count + b);
      put(face, pieces[i].curved, a, count + b, count + a);
    }),
  );
  return {
    positions,
    triangles: Uint32Array.from(triangles),
    curved: Uint8Array.from(curved),
    faces: Uint32Array.from(faces),
  };
}

/**
 * Number of chords of a full circle that stay within `deviation` of it; a multiple of four, so that the crests are met
 * exactly.
 */
export function chordsOf(radius: number, deviation: number): number {
  const angle = 2 * Math.acos(Math.max(0.7, 1 - deviation / Math.max(radius, deviation)));
  return Math.max(24, 4 * Math.ceil((2 * Math.PI) / angle / 4));
}

/** A circle as a loop, crests exact. */
export function circleLoop({
  u,
  v,
  radius,
  deviation = 0.01,
  curve = 0,
}: {
  readonly u: number;
  readonly v: number;
  readonly radius: number;
  readonly deviation?: number;
  readonly curve?: number;
}): Loop {
  const n = chordsOf(radius, deviation);
  const points = Array.from({ length: n }, (_, i): [number, number] => {
    const quarter = (4 * i) / n;
    if (Number.isInteger(quarter)) return [u + [radius, 0, -radius, 0][quarter], v + [0, radius, 0, -radius][quarter]];
    return [u + radius * Math.cos((2 * Math.PI * i) / n), v + radius * Math.sin((2 * Math.PI * i) / n)];
  });
  return { points, pieces: points.map(() => ({ curve, curved: true })) };
}

/** A straight-sided loop. */
export function polygonLoop(points: Loop['points']): Loop {
  return { points, pieces: points.map((_, curve) => ({ curve, curved: false })) };
}

/** A bar: `across` is the diameter, or the size across flats of a hexagon (flats face the second direction across). */
export interface Bar {
  readonly section: 'round' | 'hexagon' | 'tube';
  readonly across: number;
  /** bore of a tube, diameter */
  readonly bore: number;
  readonly length: number;
  readonly along: Axis;
}

/** Where a bar stands: its axis passes through `center` (the coordinate along the axis is where it begins). */
export function bar({ section, across, bore, length, along }: Bar, center: Vec3): TriangleMesh {
  const circumscribed = across / Math.sqrt(3);
  const outer =
    section === 'hexagon'
      ? polygonLoop(
          [0, 1, 2, 3, 4, 5].map((i): [number, number] => [
            [1, 0.5, -0.5, -1, -0.5, 0.5][i] * circumscribed,
            [0, 1, 1, 0, -1, -1][i] * (across / 2),
          ]),
        )
      : circleLoop({ u: 0, v: 0, radius: across / 2 });
  const mesh = prism(
    outer,
    section === 'tube' && bore > 0 ? [circleLoop({ u: 0, v: 0, radius: bore / 2 })] : [],
    length,
  );
  return placed(mesh, along, center);
}

/** Turns a prism's z into an axis, keeping the order of the other two, and moves it. */
export function placed(mesh: TriangleMesh, along: Axis, by: Vec3): TriangleMesh {
  const order: Record<Axis, readonly [Axis, Axis, Axis]> = {
    x: ['y', 'z', 'x'],
    y: ['z', 'x', 'y'],
    z: ['x', 'y', 'z'],
  };
  const positions = new Float64Array(mesh.positions.length);
  order[along].forEach((to, from) => {
    const k = AXES.indexOf(to);
    for (let i = 0; i < positions.length; i += 3) positions[i + k] = mesh.positions[i + from] + by[to];
  });
  return { ...mesh, positions };
}
