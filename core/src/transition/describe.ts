import { directionOf, rotate, turnBetween, unitVector, type Direction } from '../frames';
import { PART_SIDE } from '../part';
import type { Contact, SeatFacts } from '../seat';
import { handMovesFor, type HandMoveId } from './handMoves';
import { capital } from '../units';

const MACHINE_PLACE: Record<Direction, string> = {
  '-x': 'left',
  '+x': 'right',
  '-y': 'front',
  '+y': 'rear',
  '-z': 'bottom',
  '+z': 'top',
};

const GOES: Record<Direction, string> = {
  '-x': 'to the left',
  '+x': 'to the right',
  '-y': 'to the front',
  '+y': 'to the rear',
  '-z': 'down',
  '+z': 'up',
};

/** Whether the same face of the part meets a locator in both setups. */
export interface FaceKept {
  readonly same: boolean;
  readonly from: Direction;
  readonly to: Direction;
  /**
   * the middle of the part is located, not a face: both times, only before, only now; or a hole on a dowel, or a hole
   * was before
   */
  readonly centered: 'no' | 'both' | 'before' | 'now' | 'hole' | 'off hole';
  /** same face, but raw before and finished now (or the reverse) */
  readonly rawChanged: boolean;
  /**
   * size between the two faces where they are opposite sides, mm; null where they are not opposite or it is the same
   * face
   */
  readonly sizeMm: number | null;
}

/** What the hands do between two setups. */
export interface TransitionFacts {
  readonly moves: readonly HandMoveId[];
  readonly says: string;
  /** which edge goes where: front, left and top in machine directions */
  readonly edges: readonly string[];
  readonly goes: Readonly<Record<'front' | 'left' | 'top', Direction>>;
  /** at the locators along y and x, with what they are called in the second setup */
  readonly jaw: FaceKept;
  readonly stop: FaceKept;
  readonly at: { readonly jaw: string; readonly stop: string };
}

function faceKept(from: SeatFacts, to: SeatFacts, axis: 'x' | 'y'): FaceKept {
  const [a, b] = [from[axis], to[axis]];
  const [before, now] = [from, to].map((s) => s.locators[axis].centers === true);
  if (from.locators[axis].onDowel || to.locators[axis].onDowel) {
    const centered = to.locators[axis].onDowel ? 'hole' : 'off hole';
    return { same: false, from: a.side, to: b.side, centered, rawChanged: false, sizeMm: null };
  }
  const centered = before && now ? 'both' : before ? 'before' : now ? 'now' : 'no';
  const same = a.side === b.side;
  const opposite = !same && a.side[1] === b.side[1];
  // Seated levels keep the part's origin, so along one part axis the two faces' distances from it add up to the size.
  const out = (c: Contact) => (c.faces[0] === '+' ? 1 : -1) * c.finishedLevel;
  return {
    same,
    from: a.side,
    to: b.side,
    centered,
    rawChanged: centered === 'no' && same && Math.abs(a.rawMm) > 1e-6 !== Math.abs(b.rawMm) > 1e-6,
    sizeMm: centered === 'no' && opposite ? out(a) + out(b) : null,
  };
}

/** Describes the turn from one seat to the next in hand language. */
export function describeTransition(from: SeatFacts, to: SeatFacts): TransitionFacts {
  const turn = turnBetween(from.orientation, to.orientation);
  const moves = handMovesFor(turn);
  const goesTo = (d: Direction) => directionOf(rotate(turn, unitVector(d)));
  const goes = { front: goesTo('-y'), left: goesTo('-x'), top: goesTo('+z') };
  const edge = (d: Direction, to: Direction) =>
    `${MACHINE_PLACE[d]} ${d === to ? `stays ${MACHINE_PLACE[d]}` : `goes ${GOES[to]}`}`;
  const edges = [
    goes.front === '-y' ? 'front stays front' : `the edge nearest you goes ${GOES[goes.front]}`,
    edge('-x', goes.left),
    edge('+z', goes.top),
  ];
  const what =
    moves.length === 0 ? 'Take out and clamp again the same way up' : moves.map((m) => m.says).join(', then ');
  const sentence = `${capital(what)}`;
  return {
    moves: moves.map((m) => m.id),
    says: sentence,
    edges,
    goes,
    jaw: faceKept(from, to, 'y'),
    stop: faceKept(from, to, 'x'),
    at: { jaw: to.locators.y.name, stop: to.locators.x.name.replace(/^(left|right) stop$/, 'stop') },
  };
}

/** "same face on the fixed jaw" or what changed, with both faces named. */
export function faceKeptInWords(kept: FaceKept, locator: string): string {
  if (kept.centered === 'hole') return `its hole on ${locator}`;
  if (kept.centered === 'off hole') return `its ${PART_SIDE[kept.to]} on the ${locator} instead of a dowel hole`;
  if (kept.centered === 'both') return `its middle on the ${locator} both times`;
  if (kept.centered === 'now') return `its middle on the ${locator} instead of its ${PART_SIDE[kept.from]}`;
  if (kept.centered === 'before') return `its ${PART_SIDE[kept.to]} on the ${locator} instead of its middle`;
  if (!kept.same) return `other face on the ${locator}: ${PART_SIDE[kept.to]} instead of ${PART_SIDE[kept.from]}`;
  return `same face on the ${locator}: ${PART_SIDE[kept.to]}${kept.rawChanged ? ', but not in the same state (raw one time, finished the other)' : ''}`;
}
