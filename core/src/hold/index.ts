import { isOf, type Device } from '../shop';
import { holdOnFlat } from './flat';
import { holdRound, type RoundSeat } from './round';
import type { HoldInput } from './input';
import { jigOutlines } from './jig';
import type { HoldFacts } from './types';
import { holdInVise } from './vise';

export * from './types';
export * from './cutting';
export * from './sums';
export { timesBorne, wrenchAt, type Wrench } from './lock';
export { closingForceN } from './vise';
export { boltOf, holeName, nearestAnchor } from './clamps';
export { contactInWords } from './contactWords';
export { gaugeBlock } from './steps';
export { relievedOutline, signedArea, type PocketChoices } from './softJaws';
export { NOT_HOLD, type HoldInput, type HoldSetup } from './input';
export { planBending, type Bend, type Bending } from './bending';
export { planMargins, type Margin, type MarginFacts } from './margin';

/** How a device holds the part where it is seated. Device frame, mm, N. */
export function planHold(input: HoldInput & { readonly device: Device }): HoldFacts {
  const facts = holdIn(input);
  const jig = jigOutlines(input);
  return jig.length === 0 ? facts : { ...facts, drawn: [...facts.drawn, ...jig] };
}

function holdIn(input: HoldInput & { readonly device: Device }): HoldFacts {
  const { device } = input;
  if (isOf('vise', device)) return holdInVise({ ...input, device });
  if (isOf('flat', device)) return holdOnFlat({ ...input, device });
  return holdRound({ ...input, device, seat: input.seat as RoundSeat });
}
