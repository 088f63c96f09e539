import { finding, type Finding, type Told } from '../../../findings';
import type { SeatFacts } from '../../../seat';
import type { ViseHold } from '../../../hold';

/** Raw material wider than the grip must stand above the jaw tops; below them it is what the jaws touch. */
export function rawCaught(hold: ViseHold, seat: SeatFacts, told: Told): Finding[] {
  const by = Math.max(hold.caught.fixed, hold.caught.moving);
  if (by <= 1e-6) return [];
  const jaw =
    hold.caught.fixed > 0 && hold.caught.moving > 0
      ? 'Both jaws touch'
      : hold.caught.fixed > 0
        ? 'The fixed jaw touches'
        : 'The moving jaw touches';
  return [
    finding(told, 'hold/raw-caught-below-jaw-tops', 'stop', {
      says: `${jaw} raw stock: the raw flange reaches ${told.speech.sizeWithUnit(by)} below the jaw tops.`,
      numbers: { belowJawTopMm: by, rawAtFixedJawMm: seat.y.rawMm, rawAtMovingJawMm: seat.movingJaw?.rawMm ?? 0 },
      because: 'The jaws meet the flange before they meet the finished sides, so the part is located by a raw face.',
      remedy: `Use parallels at least ${told.speech.sizeWithUnit(by)} higher. Where the grip becomes too shallow by it, the setup before must cut deeper, as far as its own jaws and the part's floor allow.`,
    }),
  ];
}
