import { finding, type Finding, type Told } from '../../../findings';
import type { SetupIn } from '../../../job';
import { isRoundGrip } from '../seat';
import type { Gripped, SeatFacts } from '../../../seat';
import type { RoundDevice } from '../../../shop';

/** Stands out more than this many diameters: wants support (common practice). */
const DIAMETERS = 3.5;

/** A chuck, collet or rotary axis must be able to grip the part, at its speed, and not too far from its end. */
export function roundGrip({
  seat,
  gripped,
  device,
  setup,
  told,
}: {
  readonly seat: SeatFacts;
  readonly gripped: Gripped | null;
  readonly device: RoundDevice;
  readonly setup: SetupIn<'round'>;
  readonly told: Told;
}): Finding[] {
  const { speech } = told;
  if (!gripped) {
    return [
      finding(told, 'hold/chuck-grips-nothing', 'stop', {
        says: 'There is nothing between the jaws.',
        numbers: {},
        because: 'The part ends before the jaws, or begins after them.',
        remedy: 'Use a shorter spacer.',
      }),
    ];
  }
  const found: Finding[] = [];
  const d = Math.min(...gripped.across);
  if (d < device.minDiameter - 1e-6 || d > device.maxDiameter + 1e-6) {
    found.push(
      finding(told, 'hold/diameter-outside-range', 'stop', {
        says: `The part is ${speech.sizeWithUnit(d)} across where it is gripped; the ${device.kind} takes ${speech.size(device.minDiameter)} to ${speech.sizeWithUnit(device.maxDiameter)}.`,
        numbers: { acrossMm: d, fromMm: device.minDiameter, toMm: device.maxDiameter },
        because: 'The jaws do not close on it, or do not open for it.',
        remedy: 'Take other jaws or another device.',
      }),
    );
  }
  if (!isRoundGrip(gripped) && device.kind !== 'rotary axis') {
    found.push(
      finding(told, 'hold/grip-not-round', 'stop', {
        says: `What is gripped is not round: ${speech.size(gripped.across[0])} by ${speech.sizeWithUnit(gripped.across[1])}.`,
        numbers: { first: gripped.across[0], second: gripped.across[1] },
        because: 'Jaws that close together cannot center it.',
        remedy: 'Grip a round part of it, or hold it another way.',
      }),
    );
  }
  const rpm = setup.hold.rpm ?? 0;
  if (rpm > device.maxRpm) {
    found.push(
      finding(told, 'hold/speed-over-limit', 'stop', {
        says: `${rpm} 1/min is more than the ${device.maxRpm} 1/min the ${device.kind} may turn.`,
        numbers: { rpm, maxRpm: device.maxRpm },
        because: 'The jaws fly outwards, and the part with them.',
        remedy: 'Turn more slowly.',
      }),
    );
  }
  return [...found, ...standsOut({ seat, gripped, device, setup, told })];
}

function standsOut({
  seat,
  gripped,
  device,
  setup,
  told,
}: {
  seat: SeatFacts;
  gripped: Gripped;
  device: RoundDevice;
  setup: SetupIn<'round'>;
  told: Told;
}): Finding[] {
  const d = Math.min(...gripped.across);
  const out = seat.loadedBox.max[device.kind === 'rotary axis' ? 'x' : 'z'] - gripped.to;
  if (out <= DIAMETERS * d || setup.hold.tailstock || setup.hold.supports.length > 0) return [];
  return [
    finding(told, 'hold/stands-out-too-far', 'caution', {
      says: `The part stands ${told.speech.sizeWithUnit(out)} out of the jaws, ${(out / d).toFixed(1)} diameters.`,
      numbers: { outMm: out, diameters: out / d },
      because: 'More than three to four diameters chatter and bend away (common practice).',
      remedy: 'Use a tailstock or support, or grip more of it.',
    }),
  ];
}
