import { finding, type Finding, type Told } from '../../../findings';
import type { Vise } from '../../../shop';
import type { ViseHold } from '../../../hold';

/** Beside the middle of the jaws the moving jaw yaws: it grips on one edge, with less force. */
export function gripCentered(hold: ViseHold, vise: Vise, pieces: number, told: Told): Finding[] {
  const off = hold.offCenterMm;
  if (hold.gripDepthMm <= 0 || Math.abs(off) <= vise.jawWidth / 6) return [];
  const { speech } = told;
  return [
    finding(told, 'hold/grip-off-center', 'caution', {
      says: `${pieces > 1 ? `The ${pieces} pieces together are` : 'The part is'} gripped ${speech.sizeWithUnit(Math.abs(off))} ${off > 0 ? 'right' : 'left'} of the middle of the jaws: the moving jaw yaws, and only ${speech.force(hold.closingForceN)} are counted${pieces > 1 ? ' for each' : ''}.`,
      numbers: { offCenterMm: off, closingForceN: hold.closingForceN },
      because: 'One screw in the middle closes the jaw; its guide has play.',
      remedy:
        pieces > 1
          ? 'Set the pieces evenly to both sides of the middle.'
          : 'Move the stop so that the part sits in the middle, or put a piece of the same width at the other end.',
    }),
  ];
}
