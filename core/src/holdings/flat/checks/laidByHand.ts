import { finding, type Finding, type Told } from '../../../findings';
import type { SeatFacts } from '../../../seat';

/** What is laid to a line lies a little different every time. */
export function laidByHand(seat: SeatFacts, told: Told): Finding[] {
  const by = (['x', 'y'] as const).filter((a) => seat.locators[a].kind === 'hand');
  if (by.length === 0) return [];
  return [
    finding(told, 'seat/laid-by-hand', 'caution', {
      says: `Nothing gives the part its place in ${by.map((a) => a.toUpperCase()).join(' and ')}: it is laid to a line.`,
      numbers: { axes: by.length },
      because: 'The next part lies differently, and so does the next setup.',
      remedy: 'Touch off every part, or set it against pins, a fence or gauge blocks.',
    }),
  ];
}
