import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import { capital } from '../../../units';

/** Screws and nails must go into the board, and not out of it below. */
export function fastenerBites(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    if (t.kind === 'screw-does-not-reach') {
      return [
        finding(told, 'hold/fastener-too-short', 'stop', {
          says: `${capital(t.name)} ends ${told.speech.sizeWithUnit(t.shortMm)} above the board.`,
          numbers: { shortMm: t.shortMm },
          because: 'It holds nothing.',
          remedy: 'Use a longer one.',
        }),
      ];
    }
    if (t.kind !== 'screw-too-long') return [];
    return [
      finding(told, 'hold/fastener-too-long', 'stop', {
        says: `${capital(t.name)} comes out ${told.speech.sizeWithUnit(t.overMm)} below the board.`,
        numbers: { overMm: t.overMm },
        because: 'It scratches the table and lifts the board.',
        remedy: 'Use a shorter one.',
      }),
    ];
  });
}
