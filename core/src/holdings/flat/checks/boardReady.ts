import { finding, type Finding, type Told } from '../../../findings';
import type { Board, Machine } from '../../../shop';

/** A sacrificial board: its own screws sunk deep enough, and the board smaller than the travel. */
export function boardReady(board: Board, machine: Machine | null, told: Told): Finding[] {
  const found: Finding[] = [];
  if (board.screwsSunk < board.thickness / 2 - 1e-9 || board.cutInto >= board.screwsSunk) {
    found.push(
      finding(told, 'hold/board-screws-too-high', 'stop', {
        says: `The board's own screws are sunk ${told.speech.sizeWithUnit(board.screwsSunk)}; at least half its thickness, ${told.speech.sizeWithUnit(board.thickness / 2)}, and more than the ${told.speech.sizeWithUnit(board.cutInto)} it may be cut are wanted.`,
        numbers: { sunkMm: board.screwsSunk, thicknessMm: board.thickness, cutIntoMm: board.cutInto },
        because: 'A cutter that goes into the board meets their heads (common practice, no source).',
        remedy: 'Sink the screws deeper, or allow less depth into the board.',
      }),
    );
  }
  if (!machine) return found;
  const over = (['x', 'y'] as const)
    .map((a) => ({
      a,
      mm:
        (a === 'x' ? board.width : board.depth) +
        2 * board.travelMargin -
        (machine.travel[a].max - machine.travel[a].min),
    }))
    .filter((o) => o.mm > 1e-6);
  if (over.length === 0) return found;
  return [
    ...found,
    finding(told, 'hold/board-larger-than-travel', 'caution', {
      says: `The board is larger than the travel allows: ${over.map((o) => `${o.a.toUpperCase()} by ${told.speech.sizeWithUnit(o.mm)}`).join(', ')}, with the margin wanted.`,
      numbers: Object.fromEntries(over.map((o) => [`over${o.a.toUpperCase()}Mm`, o.mm])),
      because: 'Its edges cannot be faced or cut.',
      remedy: 'Use a smaller board, or keep the part away from its edges.',
    }),
  ];
}
