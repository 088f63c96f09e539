import type { Loop } from '@violet-jaw/core/solid';
import type { Curve } from './flatten';

type Point = readonly [number, number];

/** Ends nearer than this meet, mm: what drawing programs leave between a line and an arc. */
export const MEETS_MM = 0.005;

export interface OpenEnd {
  readonly at: Point;
  /** distance to the nearest other open end, mm; null: there is none */
  readonly gap: number | null;
}

export interface Chained {
  readonly loops: readonly Loop[];
  readonly open: readonly OpenEnd[];
}

interface Chain {
  points: Point[];
  pieces: { curve: number; curved: boolean }[];
}

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

function reversed({ points, pieces }: Chain): Chain {
  return { points: [...points].reverse(), pieces: [...pieces].reverse() };
}

/** Joins curves end to end into closed loops. What does not close is told with the coordinates of its ends. */
export function chainCurves(curves: readonly Curve[]): Chained {
  const loops: Loop[] = [];
  const loose: Chain[] = [];
  const asLoop = ({ points, pieces }: Chain): Loop => ({ points: points.slice(0, -1), pieces });
  curves.forEach(({ points, curved, closed }, curve) => {
    const clean = points.filter((p, i) => i === 0 || apart(p, points[i - 1]) > 1e-9);
    if (clean.length < 2) return;
    const chain: Chain = { points: clean, pieces: clean.slice(1).map((_, i) => ({ curve: curved ? curve : curve * 10_000 + i, curved })) };
    if (closed || (clean.length > 3 && apart(clean[0], clean[clean.length - 1]) < MEETS_MM)) {
      if (apart(clean[0], clean[clean.length - 1]) >= MEETS_MM) { chain.points.push(clean[0]); chain.pieces.push({ curve: curve * 10_000 + 9_999, curved: false }); }
      loops.push(asLoop(chain));
    } else loose.push(chain);
  });
  const ends: Chain[] = [];
  while (loose.length > 0) {
    let chain = loose.pop()!;
    for (let grew = true; grew;) {
      grew = false;
      for (const side of [0, 1] as const) {
        const tip = side === 0 ? chain.points[chain.points.length - 1] : chain.points[0];
        if (chain.points.length > 2 && apart(chain.points[0], chain.points[chain.points.length - 1]) < MEETS_MM) break;
        const found = loose.findIndex((c) => apart(c.points[0], tip) < MEETS_MM || apart(c.points[c.points.length - 1], tip) < MEETS_MM);
        if (found < 0) continue;
        const [taken] = loose.splice(found, 1);
        if (side === 1) chain = reversed(chain);
        const next = apart(taken.points[0], tip) < MEETS_MM ? taken : reversed(taken);
        chain = { points: [...chain.points, ...next.points.slice(1)], pieces: [...chain.pieces, ...next.pieces] };
        grew = true;
      }
    }
    if (chain.points.length > 3 && apart(chain.points[0], chain.points[chain.points.length - 1]) < MEETS_MM) loops.push(asLoop(chain));
    else ends.push(chain);
  }
  const tips = ends.flatMap((c, i) => [{ at: c.points[0], i }, { at: c.points[c.points.length - 1], i }]);
  return {
    loops,
    open: tips.map((tip, k) => {
      const others = tips.filter((_, j) => j !== k).map((o) => apart(o.at, tip.at));
      return { at: tip.at, gap: others.length > 0 ? Math.min(...others) : null };
    }),
  };
}

function contains(outer: Loop, [u, v]: Point): boolean {
  let inside = false;
  const { points } = outer;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [[a, b], [c, d]] = [points[i], points[j]];
    if ((b > v) !== (d > v) && u < ((c - a) * (v - b)) / (d - b) + a) inside = !inside;
  }
  return inside;
}

export interface Outline {
  readonly outer: Loop;
  readonly holes: readonly Loop[];
}

/** Loops sorted into outlines with their holes, the largest first; what lies inside a hole is an outline again. */
export function nestLoops(loops: readonly Loop[]): Outline[] {
  const around = loops.map((loop) => loops.flatMap((other, i) => (other !== loop && contains(other, loop.points[0]) ? [i] : [])));
  const outlines = loops.flatMap((outer, i) => (around[i].length % 2 === 1 ? [] : [{
    outer,
    holes: loops.filter((_, k) => around[k].length === around[i].length + 1 && around[k].includes(i)),
  }]));
  return outlines.sort((a, b) => areaOf(b.outer) - areaOf(a.outer));
}

function areaOf({ points }: Loop): number {
  return Math.abs(points.reduce((sum, [x, y], i) => { const [p, q] = points[(i + 1) % points.length]; return sum + x * q - y * p; }, 0) / 2);
}
