/** Classes of dowels: ISO 2338 makes them m6 or h8; the others are turned or ground in the shop. */
export const PIN_CLASSES = ['m6', 'h6', 'h8', 'g6'] as const;
/** Classes of holes: reamed or bored, and drilled ones of the part itself (H9 to H13). */
export const HOLE_CLASSES = ['H7', 'H8', 'G7', 'F7', 'F8', 'H9', 'H11', 'H13'] as const;

export type PinClass = (typeof PIN_CLASSES)[number];
export type HoleClass = (typeof HOLE_CLASSES)[number];

/** Diameters of dowels, mm: ISO 2338, from 3 on (from memory). */
export const DOWEL_DIAMETERS = [3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50];

/**
 * ISO 286-1 for nominal sizes up to and including `to`, µm: grades by their number and the fundamental deviations of
 * F/f, G/g and m (from memory, held against the check values of 6 H7/m6, 10 H7/m6 and 12 H7/h8).
 */
const RANGES: readonly {
  readonly to: number;
  readonly it: Readonly<Record<6 | 7 | 8 | 9 | 11 | 13, number>>;
  readonly f: number;
  readonly g: number;
  readonly m: number;
}[] = [
  { to: 3, it: { 6: 6, 7: 10, 8: 14, 9: 25, 11: 60, 13: 140 }, f: 6, g: 2, m: 2 },
  { to: 6, it: { 6: 8, 7: 12, 8: 18, 9: 30, 11: 75, 13: 180 }, f: 10, g: 4, m: 4 },
  { to: 10, it: { 6: 9, 7: 15, 8: 22, 9: 36, 11: 90, 13: 220 }, f: 13, g: 5, m: 6 },
  { to: 18, it: { 6: 11, 7: 18, 8: 27, 9: 43, 11: 110, 13: 270 }, f: 16, g: 6, m: 7 },
  { to: 30, it: { 6: 13, 7: 21, 8: 33, 9: 52, 11: 130, 13: 330 }, f: 20, g: 7, m: 8 },
  { to: 50, it: { 6: 16, 7: 25, 8: 39, 9: 62, 11: 160, 13: 390 }, f: 25, g: 9, m: 9 },
];

/** How far a diameter may be from its nominal one, mm. */
export interface Limits {
  readonly low: number;
  readonly high: number;
}

const um = (low: number, high: number): Limits => ({ low: low / 1000, high: high / 1000 });

const rangeOf = (diameter: number) => RANGES.find((r) => diameter <= r.to + 1e-9) ?? null;

/** Limits of a hole by its class (ISO 286-1), mm. null: no such diameter in the table (over 50). */
export function holeLimits(diameter: number, is: HoleClass): Limits | null {
  const range = rangeOf(diameter);
  if (!range) return null;
  const from = { H: 0, G: range.g, F: range.f }[is[0] as 'H' | 'G' | 'F'];
  return um(from, from + range.it[Number(is.slice(1)) as keyof typeof range.it]);
}

/** Limits of a dowel by its class (ISO 286-1, ISO 2338), mm. null: no such diameter in the table (over 50). */
export function pinLimits(diameter: number, is: PinClass): Limits | null {
  const range = rangeOf(diameter);
  if (!range) return null;
  const { 6: it6, 8: it8 } = range.it;
  return { m6: um(range.m, range.m + it6), h6: um(-it6, 0), h8: um(-it8, 0), g6: um(-range.g - it6, -range.g) }[is];
}

/** Play between a dowel and its hole, on the diameter, mm. Less than nothing: it is pressed in. */
export interface Play {
  readonly least: number;
  readonly most: number;
}

/**
 * Smallest and largest play of a dowel in a hole of the same nominal diameter, mm. null: its diameter is not in the
 * table.
 */
export function playOf(of: {
  readonly diameter: number;
  readonly pin: PinClass;
  readonly hole: HoleClass;
}): Play | null {
  const [hole, pin] = [holeLimits(of.diameter, of.hole), pinLimits(of.diameter, of.pin)];
  return hole && pin && { least: hole.low - pin.high, most: hole.high - pin.low };
}

/**
 * How far two dowels let a part turn from its nominal place, radians: half the sum of the plays over their distance;
 * the full swing is twice that. Plays on the diameter, mm. null: they stand in one place.
 */
export const tiltOf = (play1: number, play2: number, distance: number): number | null =>
  distance > 0 ? (Math.max(0, play1) + Math.max(0, play2)) / (2 * distance) : null;

/**
 * Widest land of a relieved dowel that still goes on when the distance between the holes is wrong by `wrong`, mm: the
 * corner of the land stays inside the hole, `(land/2 + s)² + r² − (land/2)² = R²` with `s` what the play of the round
 * dowel leaves of the error, so `land ≤ (R² − r²) / s − s` (geometry of chords, as handbooks of jigs have it with
 * `D · play / (2 s)`, from memory).
 * @param wrong error of the distance, holes and dowels together, mm
 * @returns null: it may be as wide as the dowel
 */
export function widestLand(
  diameter: number,
  { round, relieved, wrong }: { readonly round: Play; readonly relieved: Play; readonly wrong: number },
): number | null {
  const s = wrong - Math.max(0, round.least) / 2;
  if (s <= Math.max(0, relieved.least) / 2) return null;
  const [r, R] = [diameter / 2, (diameter + Math.max(0, relieved.least)) / 2];
  return Math.max(0, (R * R - r * r) / s - s);
}
