import { finding, type Finding, type Told } from '../../../findings';
import { subtract, type Vec3 } from '../../../frames';
import { isHoldIn, type Setup } from '../../../job';
import type { SeatFacts } from '../../../seat';
import type { Device, Machine } from '../../../shop';
import type { ZeroFacts } from '../../../zero';
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

/** What turns, and where. */
interface Turns {
  readonly seat: SeatFacts;
  readonly device: Device;
  readonly setup: Setup;
  /** how far the part reaches from the axis; null: not worked out yet */
  readonly swept: number | null;
  readonly zero: Pick<ZeroFacts, 'inMachine' | 'shiftedInDevice'>;
  readonly machine: Machine | null;
}

/** What goes round reaches up to the head, or to the tool in it, as high as the machine goes. */
function underTheHead({ setup, zero, machine }: Turns, swept: number, told: Told): Finding[] {
  if (!machine || !zero.inMachine) return [];
  const { speech } = told;
  // from the axis to the gauge line of the spindle, all the way up
  const room = machine.travel.z.max - (zero.inMachine.z - zero.shiftedInDevice.z);
  if (swept > room + 1e-6)
    return [
      finding(told, 'hold/swept-hits-head', 'stop', {
        says: `Turned, the part sweeps ${speech.sizeWithUnit(swept)} from the axis; all the way up the spindle is ${speech.sizeWithUnit(Math.max(0, room))} above it.`,
        numbers: { sweptMm: swept, roomMm: room },
        because: 'Its corner hits the head on the way round.',
        remedy: 'Stand the rotary axis lower, or let every side be gripped for itself.',
      }),
    ];
  const longest = setup.tools.reduce((most, t) => Math.max(most, t.length ?? 0), 0);
  if (swept + longest <= room + 1e-6) return [];
  const tool = setup.tools.find((t) => t.length === longest)!;
  return [
    finding(told, 'hold/swept-hits-head', 'caution', {
      says: `T${tool.number} is ${speech.sizeWithUnit(longest)} long: all the way up its tip is ${speech.sizeWithUnit(Math.max(0, room - longest))} above the axis, and the part sweeps ${speech.sizeWithUnit(swept)}.`,
      numbers: { sweptMm: swept, roomMm: room, lengthMm: longest },
      because: 'Its corner hits the tool on the way round.',
      remedy: 'A shorter tool in the spindle before the axis turns, or the spindle beside the part.',
    }),
  ];
}

/** What stays in the jaws of a rotary axis is turned about it, lies where the turn puts it, and clears the base. */
export function staysGripped({ indexed, problem, expected }: IndexHere, turns: Turns, told: Told): Finding[] {
  const { seat, device, setup, swept: ofPart } = turns;
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
    if (swept !== null && indexed) found.push(...underTheHead(turns, swept, told));
  }
  return found;
}
