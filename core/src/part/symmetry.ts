import { type Axis, type Rotation, vec } from '../frames';
import type { Kernel, Outlines } from '../solid';
import type { Part } from './part';

/** How an outline of the part looks when it is turned or mirrored about the middle of its size. */
export interface Symmetry {
  /** axis looked along; the outlines from both ends are mirror images */
  readonly along: Axis;
  readonly leftRight: boolean;
  readonly upDown: boolean;
  readonly halfTurn: boolean;
}

/** Outlines differ where more than this stays over, as a share of their area. */
const SAME = 1e-4;

const VIEW: Record<Axis, Rotation> = {
  x: { rows: [vec(0, 1, 0), vec(0, 0, 1), vec(1, 0, 0)] },
  y: { rows: [vec(-1, 0, 0), vec(0, 0, 1), vec(0, 1, 0)] },
  z: { rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] },
};

const areaOf = (o: Outlines) =>
  Math.abs(
    o.reduce(
      (sum, ring) =>
        sum +
        ring.reduce((s, [x, y], i) => {
          const [p, q] = ring[(i + 1) % ring.length];
          return s + x * q - y * p;
        }, 0) /
          2,
      0,
    ),
  );

/** Which outlines are symmetric: what makes a part easy to load the wrong way round. */
export function symmetryOf(kernel: Kernel, part: Part): Symmetry[] {
  return (['x', 'y', 'z'] as const).map((along) => {
    const outline = kernel.silhouette(part.solid, VIEW[along]);
    const points = outline.flat();
    const middle = [0, 1].map((k) => (Math.min(...points.map((p) => p[k])) + Math.max(...points.map((p) => p[k]))) / 2);
    const same = (su: 1 | -1, sv: 1 | -1) => {
      // mirroring turns the sense of the rings round
      const changed = outline.map((ring) => {
        const moved = ring.map(([u, v]): [number, number] => [
          middle[0] + su * (u - middle[0]),
          middle[1] + sv * (v - middle[1]),
        ]);
        return su * sv < 0 ? moved.reverse() : moved;
      });
      return areaOf(kernel.flatDifference(outline, changed)) < SAME * areaOf(outline);
    };
    return { along, leftRight: same(-1, 1), upDown: same(1, -1), halfTurn: same(-1, -1) };
  });
}
