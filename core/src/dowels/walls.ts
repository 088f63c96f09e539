import type { Outlines } from '../solid';
import type { Spot } from './layings';

/** Of its diameter, so much material is to stay around a hole (common practice, no source). */
export const WALL_DIAMETERS = 1.5;

/** How much stays around a hole, seen along it, mm. */
export interface Wall {
  /** to the finished part; less than nothing: the hole goes into it. null: there is none */
  readonly toPart: number | null;
  /** to the edge of the blank; less than nothing: it is open there */
  readonly toEdge: number;
}

function toSegment({ x, y }: Spot, [ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): number {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square));
  return Math.hypot(x - ax - share * dx, y - ay - share * dy);
}

/** How far a place is from the nearest edge of outlines, mm; less than nothing: it lies inside. */
export function distanceOutside(outlines: Outlines, spot: Spot): number {
  let [nearest, inside] = [Infinity, false];
  for (const ring of outlines)
    ring.forEach((b, i) => {
      const a = ring[(i + ring.length - 1) % ring.length];
      nearest = Math.min(nearest, toSegment(spot, a, b));
      if (a[1] > spot.y !== b[1] > spot.y && spot.x < ((b[0] - a[0]) * (spot.y - a[1])) / (b[1] - a[1]) + a[0])
        inside = !inside;
    });
  return inside ? -nearest : nearest;
}

/** The wall around a hole. Outlines seen along it, in the same frame. */
export function wallAround(hole: Spot & { readonly diameter: number }, part: Outlines, blank: Outlines): Wall {
  const r = hole.diameter / 2;
  return {
    toPart: part.length === 0 ? null : distanceOutside(part, hole) - r,
    toEdge: -distanceOutside(blank, hole) - r,
  };
}
