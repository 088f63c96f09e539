import { finding, type Finding, type Told } from '../../findings';
import type { FurtherPiece } from '../../job';
import type { Family } from '../../shop';
import type { Holding } from '../types';
import type { SeatFacts } from '../../seat';

/** One of the pieces on a device: which, and where it lies. */
export interface Piece {
  readonly number: number;
  readonly seat: Pick<SeatFacts, 'loadedBox'>;
}

/** Further pieces must have room beside each other. @param holds how the device lets them be moved */
export function piecesApart(
  pieces: readonly Piece[],
  further: readonly FurtherPiece[],
  holds: Holding<Family>['pieces'],
  told: Told,
): Finding[] {
  if (pieces.length < 2) return [];
  const { speech } = told;
  const askew = holds === 'along the jaws' ? further.findIndex((p) => Math.abs(p.y) > 1e-6) : -1;
  const found =
    askew < 0
      ? []
      : [
          finding(told, 'seat/piece-beside-jaw', 'stop', {
            says: `Piece ${askew + 2} is moved by Y ${speech.signed(further[askew].y)}; in a vise all pieces meet the same fixed jaw.`,
            numbers: { y: further[askew].y },
            because: 'The jaw decides where every piece lies in Y.',
            remedy: 'Move it in X only.',
          }),
        ];
  const clash = pieces
    .flatMap((a, i) => pieces.slice(i + 1).map((b) => ({ a, b, overlap: overlapMm(a, b) })))
    .find((p) => p.overlap > 1e-6);
  if (clash) {
    found.push(
      finding(told, 'seat/pieces-in-each-other', 'stop', {
        says: `Pieces ${clash.a.number} and ${clash.b.number} lie in the same place: ${speech.sizeWithUnit(clash.overlap)} too near.`,
        numbers: { overlapMm: clash.overlap },
        because: 'Counted by their boxes as loaded, they overlap.',
        remedy: 'Move them further apart.',
      }),
    );
  }
  return found;
}

/**
 * How far the boxes of two pieces reach into each other along the axis in which they are nearest to apart, mm; 0 or
 * less: apart.
 */
function overlapMm({ seat: { loadedBox: a } }: Piece, { seat: { loadedBox: b } }: Piece): number {
  return Math.min(
    ...(['x', 'y'] as const).map((axis) => Math.min(a.max[axis], b.max[axis]) - Math.max(a.min[axis], b.min[axis])),
  );
}
