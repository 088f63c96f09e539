import type { Point } from './scene';

const [LEAST_MM, MOST_MM] = [1, 4];

/**
 * A straight edge broken off: a zigzag in its middle (continuous narrow line with zigzags, ISO 128-2). Without its
 * ends.
 */
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
