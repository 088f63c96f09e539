import { dot, type Rotation, type Vec3 } from '../frames';
import type { Feature } from '../part';

/** How far a center line goes beyond the bore it belongs to (ISO 128-2: a little beyond the outline). */
const BEYOND = 0.12;
const LEAST_MM = 1.5;

/**
 * Center lines of bores and bosses in a view: a cross where the axis points at the eye, a line along the axis where it
 * lies across.
 * @param rotation rows: drawing right, drawing up, towards the eye, in part coordinates
 * @returns straight pieces u0 v0 u1 v1 …
 */
export function centerLines(features: readonly Feature[], rotation: Rotation): number[] {
  const [right, up, eye] = rotation.rows;
  const at = (p: Vec3): [number, number] => [dot(right, p), dot(up, p)];
  const drawn = new Set<string>();
  return features.flatMap((f) => {
    if (f.kind !== 'bore' && f.kind !== 'boss') return [];
    const [u, v] = at(f.at);
    const r = f.diameter / 2;
    const towards = Math.abs(dot(eye, f.axis));
    if (towards > 1 - 1e-9) {
      const reach = r + Math.max(LEAST_MM, r * BEYOND);
      return once(drawn, [u - reach, v, u + reach, v, u, v - reach, u, v + reach]);
    }
    const [du, dv] = [dot(right, f.axis), dot(up, f.axis)];
    const length = Math.hypot(du, dv);
    if (towards > 1e-9 || length < 1e-9) return [];
    const half = f.depth / 2 + Math.max(LEAST_MM, f.depth * BEYOND * 0.5);
    return once(drawn, [
      u - (du / length) * half,
      v - (dv / length) * half,
      u + (du / length) * half,
      v + (dv / length) * half,
    ]);
  });
}

/** Two bores on one axis share their center line where it is the same. */
function once(drawn: Set<string>, line: number[]): number[] {
  const key = line.map((c) => c.toFixed(3)).join();
  if (drawn.has(key)) return [];
  drawn.add(key);
  return line;
}
