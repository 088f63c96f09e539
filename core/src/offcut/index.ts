/*
 * Whether a part fits into a leftover piece: outlines in, a place or none out. Frame of the piece, mm.
 */

import type { Kernel, Outlines } from '../solid';

export type Ring = readonly (readonly [number, number])[];

/** A leftover piece seen from above. Rings in any sense. */
export interface Piece {
  readonly outline: Ring;
  /** holes, knots, flaws */
  readonly holes: readonly Ring[];
}

/** What is to be cut from the piece: closed outlines, outer ones first; holes in it do not help and may be left out. */
export interface Wanted {
  readonly outline: Ring;
}

export interface FitOptions {
  /** kept free along the edge of the piece, for fasteners */
  readonly edgeMargin: number;
  /** kept free around every hole */
  readonly holeMargin: number;
  /** told with the share of the angles tried */
  readonly tell?: (share: number) => void;
}

/** Where a shape goes in a piece: turned by `degrees` counter-clockwise about its own origin, then moved. */
export interface Placement {
  readonly degrees: number;
  readonly by: readonly [number, number];
  /** the placed outline */
  readonly outline: Ring;
}

export type Fit =
  | { readonly fits: true; readonly placement: Placement }
  | {
      readonly fits: false;
      /** it would fit if it were smaller by this much all round, mm; null: not even nearly */ readonly smallerBy:
        number | null;
      /** where that smaller shape would lie */ readonly nearly: Placement | null;
    };

const EVERY_DEGREES = 5;
const TO_MM = 0.01;

export function turnRing(ring: Ring, degrees: number): [number, number][] {
  // a quarter turn keeps every coordinate exact
  const quarter = ((Math.round(degrees / 90) % 4) + 4) % 4;
  const exact = Math.abs(degrees - Math.round(degrees / 90) * 90) < 1e-12;
  const [c, s] = exact
    ? [[1, 0, -1, 0][quarter], [0, 1, 0, -1][quarter]]
    : [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return ring.map(([x, y]) => [c * x - s * y, s * x + c * y]);
}

const moveRing = (ring: Ring, [dx, dy]: readonly [number, number]): [number, number][] =>
  ring.map(([x, y]) => [x + dx, y + dy]);

function edgeAngles(ring: Ring): number[] {
  return ring
    .map(([x, y], i) => {
      const [p, q] = ring[(i + 1) % ring.length];
      return { a: (Math.atan2(q - y, p - x) * 180) / Math.PI, l: Math.hypot(p - x, q - y) };
    })
    .sort((m, n) => n.l - m.l)
    .slice(0, 12)
    .map((e) => e.a);
}

/**
 * Angles worth trying: the plain ones first, then those that lay a long edge of the shape along one of the piece, then
 * every few degrees.
 */
export function anglesToTry(shape: Ring, piece: Piece): number[] {
  const along = edgeAngles(piece.outline).flatMap((p) => edgeAngles(shape).map((s) => p - s));
  const all = [
    0,
    90,
    180,
    270,
    ...along,
    ...Array.from({ length: 360 / EVERY_DEGREES }, (_, i) => i * EVERY_DEGREES),
  ].map((a) => ((a % 360) + 360) % 360);
  return all.filter(
    (a, i) => all.findIndex((b) => Math.abs(a - b) < 1e-6 || Math.abs(Math.abs(a - b) - 360) < 1e-6) === i,
  );
}

/** The part of the piece that may be used: its outline less the margin, less holes with theirs. */
function usable(kernel: Kernel, piece: Piece, { edgeMargin, holeMargin }: FitOptions): Outlines {
  const outline = kernel.offset([piece.outline], -edgeMargin);
  const holes = piece.holes.map((h) => kernel.offset([h], holeMargin)).flat();
  return holes.length > 0 ? kernel.flatDifference(outline, holes) : outline;
}

/**
 * A place for a shape as it lies (turned already); null when there is none. The lowest, then the leftmost place is
 * taken.
 */
function placeAt(kernel: Kernel, shape: Ring, room: Outlines): readonly [number, number] | null {
  const free = kernel.placesFor(shape, room);
  let best: readonly [number, number] | null = null;
  for (const ring of free) {
    for (const p of ring)
      if (!best || p[1] < best[1] - 1e-9 || (Math.abs(p[1] - best[1]) <= 1e-9 && p[0] < best[0])) best = p;
  }
  return best;
}

function search({
  kernel,
  shape,
  room,
  angles,
  tell = () => undefined,
}: {
  readonly kernel: Kernel;
  readonly shape: Ring;
  readonly room: Outlines;
  readonly angles: readonly number[];
  readonly tell?: (share: number) => void;
}): Placement | null {
  for (const [i, degrees] of angles.entries()) {
    const turned = turnRing(shape, degrees);
    const by = placeAt(kernel, turned, room);
    tell((i + 1) / angles.length);
    if (by) return { degrees, by, outline: moveRing(turned, by) };
  }
  return null;
}

/**
 * Looks for a place for a shape in a leftover piece, turned if need be, clear of the margins. Every position is
 * considered for each of the angles tried; when none serves, the shape is shrunk all round until it fits, which says by
 * how much it fails.
 */
export function fitIntoPiece(kernel: Kernel, wanted: Wanted, piece: Piece, options: FitOptions): Fit {
  const room = usable(kernel, piece, options);
  const angles = anglesToTry(wanted.outline, piece);
  const placement = search({ kernel, shape: wanted.outline, room, angles, tell: options.tell });
  if (placement) return { fits: true, placement };
  const bounds = (ring: Ring) =>
    [0, 1].map((k) => Math.max(...ring.map((p) => p[k])) - Math.min(...ring.map((p) => p[k])));
  let [low, high] = [0, Math.min(...bounds(wanted.outline)) / 2];
  let nearly: Placement | null = null;
  const few = angles.slice(0, 40);
  while (high - low > TO_MM) {
    const by = (low + high) / 2;
    const [smaller] = kernel.offset([wanted.outline], -by);
    const found = smaller && smaller.length >= 3 ? search({ kernel, shape: smaller, room, angles: few }) : null;
    if (found) {
      high = by;
      nearly = found;
    } else low = by;
  }
  return { fits: false, smallerBy: nearly ? high : null, nearly };
}
