import { finding, type Finding, type Told } from '../../../findings';
import type { SetupIn } from '../../../job';
import type { SeatFacts } from '../../../seat';
import type { RotaryAxis } from '../../../shop';
import { cornerRadius, supportHeight } from '../carriers';

/** Tailstock and supports of a rotary axis must reach where they are wanted. */
export function rotaryReach(seat: SeatFacts, device: RotaryAxis, setup: SetupIn<'round'>, told: Told): Finding[] {
  const { speech } = told;
  const found: Finding[] = [];
  const end = seat.loadedBox.max.x;
  if (setup.hold.tailstock && (end < device.tailstockFrom - 1e-6 || end > device.tailstockTo + 1e-6)) {
    found.push(
      finding(told, 'hold/tailstock-does-not-reach', 'stop', {
        says: `The part's end is ${speech.sizeWithUnit(end)} from the chuck; the tailstock goes from ${speech.size(device.tailstockFrom)} to ${speech.sizeWithUnit(device.tailstockTo)}.`,
        numbers: { endMm: end, fromMm: device.tailstockFrom, toMm: device.tailstockTo },
        because: 'It cannot be brought up to the part.',
        remedy: 'Use a spacer, another tailstock, or supports.',
      }),
    );
  }
  const height = supportHeight(device, seat, setup.hold);
  const bad = setup.hold.supports.filter(
    (x) => x < 0 || x > end || height < device.supportFrom - 1e-6 || height > device.supportTo + 1e-6,
  );
  if (bad.length > 0) {
    found.push(
      finding(told, 'hold/support-does-not-reach', 'stop', {
        says: `The support at X ${speech.signed(bad[0])} must stand ${speech.sizeWithUnit(height)} above the base, under the ${setup.hold.roundCarrier ? 'round carrier' : 'part'}; it goes from ${speech.size(device.supportFrom)} to ${speech.sizeWithUnit(device.supportTo)}.`,
        numbers: { heightMm: height, atMm: bad[0] },
        because: 'It does not touch the part, or lifts it.',
        remedy: 'Place it under the part, or use another support.',
      }),
    );
  }
  const { roundCarrier } = setup.hold;
  const corner = cornerRadius(seat);
  if (roundCarrier && setup.hold.supports.length > 0 && roundCarrier.diameter / 2 <= corner + 1e-6) {
    found.push(
      finding(told, 'hold/carrier-too-small', 'stop', {
        says: `The round carrier is ⌀${speech.size(roundCarrier.diameter)}; the corners of the part go round on ⌀${speech.size(2 * corner)}.`,
        numbers: { diameterMm: roundCarrier.diameter, cornersMm: 2 * corner },
        because: 'The part does not go into it.',
        remedy: 'Make the carrier larger than that.',
      }),
    );
  }
  if (height < 0) {
    found.push(
      finding(told, 'hold/part-hits-base', 'stop', {
        says: `The part reaches ${speech.sizeWithUnit(-height)} below the base of the rotary axis.`,
        numbers: { belowMm: -height },
        because: 'It does not turn.',
        remedy: 'Raise the rotary axis on blocks.',
      }),
    );
  }
  return found;
}
