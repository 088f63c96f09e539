import type { Outlines } from '../solid';
import type { Spot } from './layings';
import { wallAround, WALL_DIAMETERS } from './walls';

/** Part and blank seen along the holes, in the two part axes across them, and how wide a cut goes round the part. */
export interface SeenAlong {
  readonly part: Outlines;
  readonly blank: Outlines;
  readonly cutMm: number;
}

/** Whether a hole keeps its wall to the cut around the part and to the edge of the blank. */
export function hasRoom({ part, blank, cutMm }: SeenAlong, spot: Spot, diameter: number): boolean {
  const { toPart, toEdge } = wallAround({ ...spot, diameter }, part, blank);
  return Math.min((toPart ?? Infinity) - cutMm, toEdge) >= WALL_DIAMETERS * diameter - 1e-6;
}

/** So many lines are looked along. */
const LINES = 61;

const rangeOf = (outlines: Outlines, k: 0 | 1): readonly [number, number] => {
  const all = outlines.flat().map((p) => p[k]);
  return [Math.min(...all), Math.max(...all)];
};

/** The first of the steps from one end to the other at which a hole has room. */
function firstRoom(seen: SeenAlong, steps: readonly Spot[], diameter: number): Spot | null {
  return steps.find((s) => hasRoom(seen, s, diameter)) ?? null;
}

/**
 * Two places for dowels on a line along one axis, as far apart as there is room, near the middle of the blank: on such
 * a line a part that is turned over about it goes back onto the same dowels.
 * @param keeps the axis along which the line runs: 0 for the first of the two axes across the holes, 1 for the second
 * @param step places are whole multiples of it, mm
 * @param apart the distance between the two is a whole multiple of it, as holes of a plate are; null: any distance
 * @returns null: there is no room
 */
export function proposedLine(
  seen: SeenAlong,
  {
    keeps,
    diameters,
    step,
    apart = null,
  }: {
    readonly keeps: 0 | 1;
    readonly diameters: readonly [number, number];
    readonly step: number;
    readonly apart?: number | null;
  },
): readonly [Spot, Spot] | null {
  if (seen.blank.length === 0) return null;
  const [from, to] = rangeOf(seen.blank, keeps);
  const [low, high] = rangeOf(seen.blank, keeps === 0 ? 1 : 0);
  const whole = (mm: number) => Math.round(mm / step) * step;
  const at = (along: number, across: number): Spot => (keeps === 0 ? { x: along, y: across } : { x: across, y: along });
  const count = Math.floor((to - from) / step);
  const alongs = Array.from({ length: Math.min(count, 2000) + 1 }, (_, i) => whole(from) + i * step);
  const middle = (low + high) / 2;
  let best: { readonly spots: readonly [Spot, Spot]; readonly score: number } | null = null;
  for (let i = 0; i < LINES; i++) {
    const across = whole(low + ((high - low) * i) / (LINES - 1));
    const steps = alongs.map((a) => at(a, across));
    const first = firstRoom(seen, steps, diameters[0]);
    if (!first) continue;
    const others =
      apart === null ? steps : stepsFrom(keeps === 0 ? first.x : first.y, apart, to).map((a) => at(a, across));
    const last = firstRoom(seen, [...others].reverse(), diameters[1]);
    if (!last) continue;
    const length = Math.hypot(last.x - first.x, last.y - first.y);
    if (length < 2 * Math.max(...diameters)) continue;
    const score = length - Math.abs(across - middle) / 4;
    if (!best || score > best.score + 1e-9) best = { spots: [first, last], score };
  }
  return best?.spots ?? null;
}

/** From a place on in whole steps as far as another one, the place itself left out. */
const stepsFrom = (start: number, step: number, end: number): number[] =>
  Array.from({ length: Math.max(0, Math.floor((end - start) / step + 1e-9)) }, (_, i) => start + (i + 1) * step);

/** A grid of places: whole steps from one of them. */
export interface PlaceGrid {
  readonly step: number;
  readonly origin: Spot;
}

/** Every place on a grid at which a hole has room, the nearest to a place first. */
export function placesWithRoom(seen: SeenAlong, diameter: number, { step, origin }: PlaceGrid, near: Spot): Spot[] {
  if (seen.blank.length === 0) return [];
  const [[x0, x1], [y0, y1]] = [rangeOf(seen.blank, 0), rangeOf(seen.blank, 1)];
  const far = (s: Spot) => Math.hypot(s.x - near.x, s.y - near.y);
  const from = (low: number, at: number) => at + Math.ceil((low - at) / step) * step;
  const found: Spot[] = [];
  for (let x = from(x0, origin.x); x <= x1; x += step)
    for (let y = from(y0, origin.y); y <= y1; y += step) if (hasRoom(seen, { x, y }, diameter)) found.push({ x, y });
  return found.sort((a, b) => far(a) - far(b));
}
