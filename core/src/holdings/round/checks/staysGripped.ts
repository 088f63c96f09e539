import { finding, type Finding, type Told } from '../../../findings';
import { subtract, type Vec3 } from '../../../frames';
import { isHoldIn, type Setup } from '../../../job';
import type { SeatFacts } from '../../../seat';
import type { Device } from '../../../shop';
import type { IndexHere, IndexProblem } from '../indexed';

const PROBLEMS: Readonly<Record<IndexProblem, { readonly says: string; readonly remedy: string }>> = {
  'no axis': {
    says: 'The part is to stay in the jaws and to be turned, and the device does not turn it.',
    remedy: 'Hold it on a rotary axis, or take it out and grip it again.',
  },
  'nothing before': {
    says: 'The part is to stay in the jaws, and no setup before this one grips it.',
    remedy: 'Let this setup grip it.',
  },
  'other place': {
    says: 'The part is to stay in the jaws, and the setup before held it in another device or place.',
    remedy: 'Choose the same device on the same station, or let this setup grip it.',
  },
  'other carriers': {
    says: 'The part is to stay in the jaws, and its round carriers are others than it was gripped with.',
    remedy: 'The same carriers at the same supports on every side, or let this setup grip it.',
  },
  'not about its axis': {
    says: 'The part is to stay in the jaws, and it is not turned about their axis: it lies end for end, or on its end.',
    remedy: 'Turn it about X only, or let this setup grip it.',
  },
};

/** It lies so far from where it was turned to, mm: it was cut where it is gripped. */
const SAME_MM = 1e-4;

const apart = (a: Vec3, b: Vec3): number => {
  const { x, y, z } = subtract(a, b);
  return Math.hypot(x, y, z);
};

/** What stays in the jaws of a rotary axis is turned about it, lies where the turn puts it, and clears the base. */
export function staysGripped(
  { indexed, problem, expected }: IndexHere,
  {
    seat,
    device,
    setup,
    swept: ofPart,
  }: { readonly seat: SeatFacts; readonly device: Device; readonly setup: Setup; readonly swept: number | null },
  told: Told,
): Finding[] {
  if (problem)
    return [
      finding(told, 'hold/cannot-stay-gripped', 'stop', {
        ...PROBLEMS[problem],
        numbers: {},
        because: 'Where it lies then, and the angle the axis goes to, is not known.',
      }),
    ];
  const { speech } = told;
  const found: Finding[] = [];
  const off = expected ? apart(expected, seat.pose.translation) : 0;
  if (indexed && off > SAME_MM)
    found.push(
      finding(told, 'hold/cut-where-gripped', 'stop', {
        says: `What the jaws grip was cut since Op ${indexed.fromOp}, or its spacer is another: the part is drawn ${speech.sizeWithUnit(off)} from where the axis turns it to.`,
        numbers: { offMm: off },
        because: 'The jaws have not opened: it has not moved in them, and every zero of this setup is off by that.',
        remedy: 'Do not cut where it is gripped, keep the spacer as it was, or let this setup grip it again.',
      }),
    );
  if (device.kind === 'rotary axis') {
    const { hold } = setup;
    const carriers = isHoldIn('round', hold) && hold.supports.length > 0 ? (hold.roundCarrier?.diameter ?? 0) / 2 : 0;
    const swept = ofPart === null ? null : Math.max(ofPart, carriers);
    if (swept !== null && swept > device.centreHeight + 1e-6)
      found.push(
        finding(told, 'hold/swept-hits-base', 'stop', {
          says: `Turned, the part${swept === carriers ? ' in its carriers' : ''} sweeps ${speech.sizeWithUnit(swept)} from the axis, and the base is ${speech.sizeWithUnit(device.centreHeight)} below it.`,
          numbers: { sweptMm: swept, centreHeightMm: device.centreHeight },
          because: 'Its corner hits the base, or the table, on the way round.',
          remedy: 'Raise the rotary axis on blocks, or let every side be gripped for itself.',
        }),
      );
  }
  return found;
}
