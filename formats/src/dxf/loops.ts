import { loopArea, type Loop } from '@violet-jaw/core/solid';
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
  /** what does not close, end to end */
  readonly chains: readonly Pick<Loop, 'points' | 'pieces'>[];
}

interface Chain {
  points: Point[];
  pieces: { curve: number; curved: boolean }[];
}

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

function reversed({ points, pieces }: Chain): Chain {
  return { points: [...points].reverse(), pieces: [...pieces].reverse() };
}

const MOST_GAPS = 50;
const first = (c: Chain) => c.points[0];
const last = (c: Chain) => c.points[c.points.length - 1];

/**
 * Ends of loose chains by where they lie: cells as wide as ends may be apart, so that what meets is in the next cell
 * at most.
 */
class Ends {
  readonly #cells = new Map<string, number[]>();
  readonly #taken = new Set<number>();

  constructor(private readonly chains: readonly Chain[]) {
    chains.forEach((c, i) => {
      for (const p of [first(c), last(c)]) {
        const key = this.#key(p, 0, 0);
        this.#cells.set(key, [...(this.#cells.get(key) ?? []), i]);
      }
    });
  }

  #key([u, v]: Point, du: number, dv: number): string {
    return `${Math.floor(u / MEETS_MM) + du} ${Math.floor(v / MEETS_MM) + dv}`;
  }

  /** @returns false: it is part of another chain already */
  take(i: number): boolean {
    if (this.#taken.has(i)) return false;
    this.#taken.add(i);
    return true;
  }

  /** The next loose chain that begins or ends at a place, so turned that it begins there; it is taken. */
  at(place: Point): Chain | null {
    for (const du of [0, -1, 1]) {
      for (const dv of [0, -1, 1]) {
        for (const i of this.#cells.get(this.#key(place, du, dv)) ?? []) {
          const c = this.chains[i];
          const begins = apart(first(c), place) < MEETS_MM;
          if ((begins || apart(last(c), place) < MEETS_MM) && this.take(i)) return begins ? c : reversed(c);
        }
      }
    }
    return null;
  }
}

/** What follows one after the other from a place, until nothing does. */
function walk(near: Ends, from: Point): Chain[] {
  const found: Chain[] = [];
  for (let next = near.at(from); next; next = near.at(last(next))) found.push(next);
  return found;
}

function joined(chains: readonly Chain[]): Chain {
  return {
    points: chains.flatMap((c, i) => (i === 0 ? c.points : c.points.slice(1))),
    pieces: chains.flatMap((c) => c.pieces),
  };
}

/** Joins curves end to end into closed loops. What does not close is told with the coordinates of its ends. */
export function chainCurves(curves: readonly Curve[]): Chained {
  const loops: Loop[] = [];
  const loose: Chain[] = [];
  const asLoop = ({ points, pieces }: Chain): Loop => ({ points: points.slice(0, -1), pieces });
  curves.forEach(({ points, curved, closed }, curve) => {
    const clean = points.filter((p, i) => i === 0 || apart(p, points[i - 1]) > 1e-9);
    if (clean.length < 2) return;
    const chain: Chain = {
      points: clean,
      pieces: clean.slice(1).map((_, i) => ({ curve: curved ? curve : curve * 10_000 + i, curved })),
    };
    if (closed || (clean.length > 3 && apart(clean[0], clean[clean.length - 1]) < MEETS_MM)) {
      if (apart(clean[0], clean[clean.length - 1]) >= MEETS_MM) {
        chain.points.push(clean[0]);
        chain.pieces.push({ curve: curve * 10_000 + 9_999, curved: false });
      }
      loops.push(asLoop(chain));
    } else loose.push(chain);
  });
  const near = new Ends(loose);
  const ends: Chain[] = [];
  for (let start = loose.length - 1; start >= 0; start--) {
    if (!near.take(start)) continue;
    const [after, before] = [walk(near, last(loose[start])), walk(near, first(loose[start]))];
    // found from the first point outwards, so turned round
    const chain = joined([...before.map(reversed).reverse(), loose[start], ...after]);
    if (chain.points.length > 3 && apart(first(chain), last(chain)) < MEETS_MM) loops.push(asLoop(chain));
    else ends.push(chain);
  }
  const tips = ends.flatMap((c) => [first(c), last(c)]);
  return {
    loops,
    chains: ends,
    // what is listed for a person; with thousands of ends nobody reads how far each is from the next
    open: tips.map((at, k) => {
      if (k >= MOST_GAPS || tips.length < 2) return { at, gap: null };
      return { at, gap: tips.reduce((least, o, j) => (j === k ? least : Math.min(least, apart(o, at))), Infinity) };
    }),
  };
}

function contains(outer: Loop, [u, v]: Point): boolean {
  let inside = false;
  const { points } = outer;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [[a, b], [c, d]] = [points[i], points[j]];
    if (b > v !== d > v && u < ((c - a) * (v - b)) / (d - b) + a) inside = !inside;
  }
  return inside;
}

export interface Outline {
  readonly outer: Loop;
  readonly holes: readonly Loop[];
}

/** Loops sorted into outlines with their holes, the largest first; what lies inside a hole is an outline again. */
export function nestLoops(loops: readonly Loop[]): Outline[] {
  const around = loops.map((loop) =>
    loops.flatMap((other, i) => (other !== loop && contains(other, loop.points[0]) ? [i] : [])),
  );
  const outlines = loops.flatMap((outer, i) =>
    around[i].length % 2 === 1
      ? []
      : [{ outer, holes: loops.filter((_, k) => around[k].length === around[i].length + 1 && around[k].includes(i)) }],
  );
  return outlines.sort((a, b) => Math.abs(loopArea(b.outer.points)) - Math.abs(loopArea(a.outer.points)));
}
