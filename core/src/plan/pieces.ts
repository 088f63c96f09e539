import { byAxis, type Vec3 } from '../frames';
import type { Finding } from '../findings';
import type { HoldFacts, Obstacle } from '../hold';
import type { SeatFacts } from '../seat';
import { holdingOf } from '../holdings';
import type { Device } from '../shop';
import type { Outlines } from '../solid';
import type { PlannedPiece, SetupFacts } from './planned';

/** What a finding says, without the places it names: the same mistake at another piece has other coordinates. */
const withoutPlaces = ({ code, says }: Finding): string => `${code} ${says.replace(/[XYZ] [+\u2212]\d+(\.\d+)?/g, '')}`;

/** What is said of further pieces that is not said of the first in the same words and with the same numbers. */
export function ofPieces(
  first: readonly Finding[],
  pieces: readonly PlannedPiece[],
  check: (piece: PlannedPiece) => readonly Finding[],
): Finding[] {
  const known = new Set(first.map(withoutPlaces));
  return pieces.flatMap((p) =>
    check(p)
      .filter((f) => !known.has(withoutPlaces(f)))
      .map((f) => ({ ...f, says: `Piece ${p.number}: ${inSentence(f.says)}` })),
  );
}

/** How far a further piece's work zero is from the first one's, device (machine) axes, mm. */
export function pieceShift(first: SetupFacts, piece: SetupFacts): Vec3 {
  return byAxis((axis) => piece.zero.shiftedInDevice[axis] - first.zero.shiftedInDevice[axis]);
}

/** A sentence that goes on after a colon; names such as T3 or G54 keep their capital. */
const inSentence = (says: string): string =>
  /^[A-Z][a-z]/.test(says) ? `${says[0].toLowerCase()}${says.slice(1)}` : says;

/**
 * The steps of the first piece and after them what is different for the others; a vise closes on all of them at once
 * and tells it itself.
 */
export function withPieces(hold: HoldFacts, device: Device, pieces: readonly PlannedPiece[]): HoldFacts {
  if (holdingOf(device).pieces === 'along the jaws' || pieces.length === 0) return hold;
  const others = pieces.flatMap((p) => [
    `Piece ${p.number}: the same again. What is different there:`,
    ...p.facts.hold.steps.filter((s) => !hold.steps.includes(s)).map((s) => `Piece ${p.number}: ${inSentence(s)}`),
  ]);
  return { ...hold, steps: [...hold.steps, ...others] };
}

/** A piece as it stands there. */
export interface StandingPiece {
  readonly number: number;
  readonly seat: SeatFacts;
  readonly hold: HoldFacts;
}

/**
 * What another piece puts in the way of this one: its material as loaded and what holds it; the jaws of a vise are the
 * same for both.
 */
export function besides({ number, seat, hold }: StandingPiece, own: HoldFacts, seenFromAbove: Outlines): Obstacle[] {
  const { translation: t } = seat.pose;
  const { min, max } = seat.loadedBox;
  const mine = new Set(own.obstacles.map((o) => JSON.stringify([o.footprint, o.from, o.to])));
  return [
    {
      name: `piece ${number}`,
      footprint: seenFromAbove.map((ring) => ring.map(([x, y]) => [x + t.x, y + t.y] as const)),
      from: min.z,
      to: max.z,
      cuttable: false,
    },
    ...hold.obstacles
      .filter((o) => !mine.has(JSON.stringify([o.footprint, o.from, o.to])))
      .map((o) => ({ ...o, name: `${o.name} of piece ${number}` })),
  ];
}
