import { touchedFace, type Gripped, type SeatFacts } from '../../seat';
import type { RoundDevice } from '../../shop';
import type { Speech } from '../../units';
import { GRIPPED_AT } from './indexed';
import { supportHeight } from './carriers';
import { atPressure } from './pressure';
import { tailstockAt } from './tailstock';
import type { HoldSetup } from '../../hold/input';

interface RoundSteps {
  readonly setup: HoldSetup<'round'>;
  readonly seat: SeatFacts;
  readonly device: RoundDevice;
  readonly speech: Speech;
  readonly forceN: number;
  readonly gripped: Gripped | null;
  /** the jaws meet flat sides: square or hexagon sections */
  readonly flatSides: boolean;
}

/** ", tip at X +312.000 from the chuck's face, 350.500 on its scale": where the tailstock comes to stand. */
function scaleOf(device: RoundDevice, seat: SeatFacts, speech: Speech): string {
  const stands = tailstockAt(device, seat);
  if (!stands) return '';
  const scale = stands.onScale === null ? '' : `, ${speech.size(stands.onScale)} on its scale`;
  return `, tip at X ${speech.signed(stands.tip)} from the chuck's face${scale},`;
}

/** What the operator does to load a chuck, collet or rotary axis, in order. */
export function roundSteps({ setup, seat, device, speech, forceN, gripped, flatSides }: RoundSteps): string[] {
  const round = setup.hold;
  const end = seat.rest.what ? seat.x : seat.rest;
  return [
    'Clean the jaws and what they grip; no chips, no burrs.',
    ...(device.kind === 'rotary axis' ? [`Axis to ${GRIPPED_AT} and locked: every angle counts from here.`] : []),
    ...(device.kind === 'chuck' && device.soft !== 'hard' && gripped
      ? [
          `Soft jaws bored to ${speech.sizeWithUnit(Math.min(...gripped.across))}, ${speech.sizeWithUnit(gripped.to - gripped.from)} deep, with the same force as the part is gripped with.`,
        ]
      : []),
    ...(flatSides && device.kind === 'rotary axis'
      ? ["Plates between the jaws and the flat sides, so that the jaws' edges do not mark them."]
      : []),
    ...(round.restHeight > 0
      ? [`Spacer ${speech.sizeWithUnit(round.restHeight)} between the face and the part's end.`]
      : []),
    ...(round.roundCarrier && round.supports.length > 0
      ? [
          `Round ${round.supports.length === 1 ? 'carrier' : 'carriers'} ⌀${speech.size(round.roundCarrier.diameter)} onto the part before it goes in: ${round.supports.map((x) => `middle at X ${speech.signed(x)}`).join(', ')} from the chuck's face.`,
        ]
      : []),
    `Part in: ${touchedFace(end)} to the ${round.restHeight > 0 ? 'spacer' : `face of the ${device.kind}`}, turned to and fro while closing.`,
    `Grip with ${speech.force(forceN)} (${round.forceShare} % of the device's force${atPressure(forceN, device.forceAtOneBarN, speech)}).`,
    ...round.supports.map(
      (x, i) =>
        `Support ${i + 1} at X ${speech.signed(x)} from the chuck's face${device.kind === 'rotary axis' ? `, set ${speech.sizeWithUnit(supportHeight(device, seat, round))} above the base` : ''}.`,
    ),
    ...(round.tailstock
      ? [
          `Tailstock up to the part's end${scaleOf(device, seat, speech)}${device.kind === 'rotary axis' ? ` pressed on with ${speech.force(device.tailstockForceN)}${atPressure(device.tailstockForceN, device.tailstockAtOneBarN, speech)},` : ''} and clamped; turn the part by hand: it must run true.`,
        ]
      : []),
    ...(round.restHeight > 0 && device.kind !== 'rotary axis'
      ? ['Take the spacer out before the spindle starts.']
      : []),
  ];
}

export function roundRelease(device: RoundDevice, tailstock: boolean): string[] {
  return [
    'Wait until nothing turns.',
    ...(tailstock ? ['Tailstock back.'] : []),
    'Hold the part while the jaws open.',
    `Clean the jaws of the ${device.kind}.`,
  ];
}
