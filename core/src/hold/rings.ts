import { withArcs, type Kernel, type Outlines } from '../solid';
import { circle } from './input';

/** A cutter that misses less than this of a corner needs no relief there: chords of arcs differ by as much. */
const MISSED_MM = 0.02;

/** Arcs are not drawn finer than this, mm; coarser only as a tenth of the fit allows. */
const LEAST_ARC_MM = 5e-4;

export interface PocketChoices {
  /** all round, mm */
  readonly fit: number;
  /** diameter of the cutter that makes the pocket, mm */
  readonly cutter: number;
}

/** A locating outline, and whether the cutter goes into it at all. */
export interface Relieved {
  readonly outlines: Outlines;
  readonly cutterGoesIn: boolean;
}

/**
 * A locating outline: the given outline grown by a fit, with every inner corner relieved so that a round cutter can
 * make it and the part's corner still goes in. The relief is a circle of the cutter through the corner.
 */
export function relievedOutline(kernel: Kernel, outline: Outlines, { fit, cutter }: PocketChoices): Relieved {
  const wanted = kernel.offset(withArcs(kernel.simpler(outline, 1e-6), Math.max(LEAST_ARC_MM, fit / 10)), fit);
  const r = cutter / 2;
  const centers = kernel.offset(wanted, -r);
  const made = kernel.offset(centers, r, 'round');
  const missed = kernel.flatDifference(wanted, kernel.offset(made, MISSED_MM));
  const cutterGoesIn = centers.length > 0;
  if (missed.length === 0 || !cutterGoesIn) return { outlines: wanted, cutterGoesIn };
  // Each left-over sits in a corner: its point farthest from where the cutter's center can go is the corner itself.
  const ways = centers.flat();
  const reliefs = missed.flatMap((ring): [number, number][][] => {
    let corner: readonly [number, number] | null = null;
    let towards: readonly [number, number] | null = null;
    let far = r + MISSED_MM;
    for (const p of ring) {
      const near = ways.reduce(
        (best, c) => (Math.hypot(c[0] - p[0], c[1] - p[1]) < Math.hypot(best[0] - p[0], best[1] - p[1]) ? c : best),
        ways[0] ?? p,
      );
      const d = Math.hypot(near[0] - p[0], near[1] - p[1]);
      if (d > far) {
        far = d;
        corner = p;
        towards = near;
      }
    }
    if (!corner || !towards) return [];
    const [dx, dy] = [(towards[0] - corner[0]) / far, (towards[1] - corner[1]) / far];
    // a little larger than the cutter's own circle, so that its chords do not cut the corner
    return [circle(corner[0] + dx * r, corner[1] + dy * r, r * 1.001, 64)];
  });
  return { outlines: kernel.flatUnion([wanted, ...reliefs.map((ring) => [ring])]), cutterGoesIn };
}

/** Positive for rings that run counter-clockwise: outlines; negative for holes. */
export function signedArea(ring: readonly (readonly [number, number])[]): number {
  return ring.reduce((sum, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length];
    return sum + (x * v - u * y) / 2;
  }, 0);
}
