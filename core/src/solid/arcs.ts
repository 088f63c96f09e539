import type { Outlines } from './flatKernel';

type Point = readonly [number, number];

/** Chords of one arc turn less than this from one to the next; corners that are meant turn more. Radians. */
const MOST_TURN = 0.35;
/** Centers and radii found from neighboring corners agree as well as this, mm. */
const AGREE_MM = 2e-3;

interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** The circle through three corners, where they turn as little as chords of an arc do. */
function through([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): Circle | null {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - bx, cy - by];
  const cross = ux * vy - uy * vx;
  const turn = Math.atan2(Math.abs(cross), ux * vx + uy * vy);
  if (turn < 1e-6 || turn > MOST_TURN) return null;
  const [px, py, qx, qy] = [ux, uy, cx - ax, cy - ay];
  const d = 2 * (px * qy - py * qx);
  const [p2, q2] = [px * px + py * py, qx * qx + qy * qy];
  const [x, y] = [(qy * p2 - py * q2) / d, (px * q2 - qx * p2) / d];
  return { x: ax + x, y: ay + y, r: Math.hypot(x, y) };
}

const agree = (a: Circle | null, b: Circle | null): boolean =>
  a !== null && b !== null && Math.hypot(a.x - b.x, a.y - b.y) < AGREE_MM && Math.abs(a.r - b.r) < AGREE_MM;

/**
 * Outlines whose arcs, drawn as chords, are drawn with shorter ones: corners that lie on one circle get more between
 * them, on the circle, until no chord is further than `within` from it. What is straight stays.
 */
export function withArcs(outlines: Outlines, within: number): Outlines {
  return outlines.map((ring) => {
    const n = ring.length;
    const circles = ring.map((p, i) => through(ring[(i + n - 1) % n], p, ring[(i + 1) % n]));
    return ring.flatMap((p, i): Point[] => {
      // five corners on one circle, four of them on one side of the chord or more: four are also those of a straight
      // side between two equal arcs
      const at = (k: number) => circles[(i + 2 * n + k) % n];
      const from4 = [-2, -1, 0, 1].find((k) => agree(at(k), at(k + 1)) && agree(at(k + 1), at(k + 2)));
      const on = from4 === undefined ? null : at(from4 + 1);
      if (!on) return [p];
      const q = ring[(i + 1) % n];
      const { x, y, r } = on;
      const from = Math.atan2(p[1] - y, p[0] - x);
      let angle = Math.atan2(q[1] - y, q[0] - x) - from;
      if (angle > Math.PI) angle -= 2 * Math.PI;
      else if (angle < -Math.PI) angle += 2 * Math.PI;
      const pieces = Math.ceil(Math.abs(angle) / (2 * Math.acos(Math.max(0, 1 - within / r))));
      return [
        p,
        ...Array.from({ length: pieces - 1 }, (_, k): Point => {
          const a = from + (angle * (k + 1)) / pieces;
          return [x + r * Math.cos(a), y + r * Math.sin(a)];
        }),
      ];
    });
  });
}
