import type { SetupFacts } from '../plan';
import type { Vise } from '../shop';
import type { Point } from './scene';

const [LEAST_MM, MOST_MM] = [1, 4];

/** A straight edge broken off: a zigzag in its middle (continuous narrow line with zigzags, ISO 128-2). Without its ends. */
function zigzag([x0, y0]: Point, [x1, y1]: Point): Point[] {
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (length < 4 * LEAST_MM) return [];
  const [u, v] = [(x1 - x0) / length, (y1 - y0) / length];
  const a = Math.min(MOST_MM, Math.max(LEAST_MM, length / 10));
  const at = (along: number, across: number): Point => [x0 + u * along - v * across, y0 + v * along + u * across];
  const middle = length / 2;
  return [at(middle - a, 0), at(middle - a / 3, a), at(middle + a / 3, -a), at(middle + a, 0)];
}

/** A ring some of whose edges are broken off: numbers of the corners they begin at. */
export function brokenOff(ring: readonly Point[], edges: readonly number[]): Point[] {
  return ring.flatMap((p, i) => (edges.includes(i) ? [p, ...zigzag(p, ring[(i + 1) % ring.length])] : [p]));
}

/** How much of a vise is worth drawing: what is beyond is broken off. Device frame, mm. */
export interface ShownVise {
  /** of the jaws' thickness and the bed's, from the jaws' faces and the bed's top */
  readonly thickness: number;
  readonly bed: number;
  /** from the jaws' left end, from which the stop is counted */
  readonly width: number;
}

/** Less than this share is not worth a break. */
const WORTH = 0.85;
const STOP_MM = 25;

/** The stretch of a vise around the pieces in it. */
export function shownOf(vise: Vise, all: readonly SetupFacts[], stops: readonly number[]): ShownVise {
  const boxes = all.map((f) => f.seat.loadedBox);
  const across = Math.max(...boxes.map((b) => b.max.y - b.min.y));
  const [left, right] = [Math.min(...boxes.map((b) => b.min.x)), Math.max(...boxes.map((b) => b.max.x), ...stops.map((s) => s + STOP_MM))];
  const cut = (whole: number, wanted: number) => (wanted < WORTH * whole ? wanted : whole);
  return {
    thickness: cut(vise.jawThickness, Math.max(26, 0.35 * across)), bed: cut(vise.bedThickness, Math.max(8, 0.2 * across)), width: cut(vise.jawWidth, right + Math.max(15, 0.15 * (right - left))),
  };
}
