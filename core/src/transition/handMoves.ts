import { halfTurn, NO_ROTATION, quarterTurn, thenRotate, turned, type Orientation, type Rotation } from '../frames';

/** What the hands do with a part in the vise, about machine axes. */
export const HAND_MOVES = [
  { id: 'flip-front-to-back', says: 'flip front to back', rotation: halfTurn('x') },
  { id: 'flip-left-to-right', says: 'flip left to right', rotation: halfTurn('y') },
  { id: 'turn-half-round', says: 'turn half round', rotation: halfTurn('z') },
  { id: 'turn-quarter-left', says: 'turn a quarter left', rotation: quarterTurn('z', 1) },
  { id: 'turn-quarter-right', says: 'turn a quarter right', rotation: quarterTurn('z', -1) },
  { id: 'tip-toward-you', says: 'tip toward you', rotation: quarterTurn('x', 1) },
  { id: 'tip-to-the-rear', says: 'tip to the rear', rotation: quarterTurn('x', -1) },
  { id: 'tip-to-the-right', says: 'tip to the right', rotation: quarterTurn('y', 1) },
  { id: 'tip-to-the-left', says: 'tip to the left', rotation: quarterTurn('y', -1) },
] as const satisfies readonly { id: string; says: string; rotation: Rotation }[];

export type HandMove = (typeof HAND_MOVES)[number];
export type HandMoveId = HandMove['id'];

export function handMove(id: HandMoveId): HandMove {
  return HAND_MOVES.find((m) => m.id === id)!;
}

/** The part after a hand move. */
export function moved(orientation: Orientation, id: HandMoveId): Orientation {
  return turned(orientation, handMove(id).rotation);
}

const same = (a: Rotation, b: Rotation) =>
  a.rows.every((row, i) => (['x', 'y', 'z'] as const).every((k) => Math.abs(row[k] - b.rows[i][k]) < 1e-9));

/** The fewest hand moves that make a rotation about machine axes: none, one or two reach all 24. */
export function handMovesFor(rotation: Rotation): HandMove[] {
  if (same(rotation, NO_ROTATION)) return [];
  const single = HAND_MOVES.find((m) => same(m.rotation, rotation));
  if (single) return [single];
  for (const first of HAND_MOVES) {
    const second = HAND_MOVES.find((m) => same(thenRotate(first.rotation, m.rotation), rotation));
    if (second) return [first, second];
  }
  throw new Error('no two hand moves make this rotation');
}
