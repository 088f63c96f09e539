import type { Device } from '../../shop';
import type { Stage } from '../graph';
import { withPieces } from '../pieces';
import type { ForceFacts, PlannedPiece, PlannedSetup, SetupFacts } from '../planned';

/** What is put together here is the same while nothing of it is another. */
const together = <T extends object>(name: string): Stage<T, T> => ({ name, compute: (whole) => whole });

export const factsStage = together<SetupFacts>('facts of a setup');
export const piecesStage = together<PlannedPiece>('further piece');
export const forcesStage = together<ForceFacts>('forces of a setup');

/** The first piece's facts with the steps of the others. */
interface AllPieces {
  own: SetupFacts;
  device: Device;
  pieces: readonly PlannedPiece[];
}
export const withPiecesStage: Stage<AllPieces, SetupFacts> = {
  name: 'steps of all pieces',
  compute: ({ own, device, pieces }) =>
    pieces.length === 0 ? own : { ...own, hold: withPieces(own.hold, device, pieces) },
};

/** A setup before its safe moves and its shift from the first are known. */
export const plannedStage: Stage<Omit<PlannedSetup, 'fromFirst' | 'safe'>, PlannedSetup> = {
  name: 'planned setup',
  compute: (s) => ({ ...s, fromFirst: null, safe: [] }),
};
