import { finding, type Finding, type Told } from '../../findings';
import type { HoldFacts } from '../../hold';
import { cutAt, type ProveFacts } from '../../prove';

/** Flat and round devices: the lowest cut must stay above them; a sacrificial board may be cut, but not too deep. */
export function cutClearsDevice(prove: ProveFacts, hold: HoldFacts, told: Told): Finding[] {
  const { top } = hold;
  const { aboveTop } = prove;
  if (aboveTop === null || prove.removedBox === null) return [];
  const short = top.wantedMm - aboveTop;
  if (short <= 1e-6) return [];
  const lowest = top.z + aboveTop;
  const which = cutAt(prove.cuts, lowest);
  const numbers = { lowestCutMm: lowest, topMm: top.z, shortMm: short };
  if (hold.kind === 'sacrificial board') {
    return [
      finding(told, 'prove/board-cut-too-deep', 'stop', {
        says: `${which} goes ${told.speech.sizeWithUnit(-lowest)} into the board; it may go ${told.speech.sizeWithUnit(-top.z)}.`,
        numbers,
        because: "Deeper down are the board's own screws, and the table.",
        remedy: `Cut ${told.speech.sizeWithUnit(short)} less deep, or put packing under the part.`,
      }),
    ];
  }
  return [
    finding(told, 'prove/cut-into-device', 'stop', {
      says:
        aboveTop < -1e-6
          ? `${which} is ${told.speech.sizeWithUnit(-aboveTop)} below the ${top.name}.`
          : `${which} goes down to the ${top.name} itself.`,
      numbers,
      because: 'The cutter runs into the device.',
      remedy: `Put packing at least ${told.speech.sizeWithUnit(short)} thick under the part, or cut less deep.`,
    }),
  ];
}
