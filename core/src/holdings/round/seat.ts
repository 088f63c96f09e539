import { partSideFacing, vec, type Axis, type Direction, type Vec3 } from '../../frames';
import type { HoldIn } from '../../job';
import type { RoundDevice } from '../../shop';
import { reachInWindow, TOUCH_MM, type Window } from '../../solid';
import { contactAt, toSeated, type Contact, type SeatedPart } from '../../seat/contact';
import { placed, type Gripped, type Locator, type SeatFacts } from '../../seat/slide';

export interface RoundSeatInput extends SeatedPart {
  readonly device: RoundDevice;
  readonly round: HoldIn<'round'>;
}

/** Machine axis a device turns about: a rotary axis lies along X, chuck and collet stand along Z. */
export const turnsAbout = (device: RoundDevice): 'x' | 'z' => (device.kind === 'rotary axis' ? 'x' : 'z');

/** Jaws that close together center what differs by less than this from a round, mm. Common practice, no source. */
const ROUND_MM = 0.05;

/** Whether what is gripped is round, as far as jaws notice. */
export const isRoundGrip = ({ across }: Pick<Gripped, 'across'>): boolean =>
  Math.abs(across[0] - across[1]) <= ROUND_MM;

const MINUS: Record<Axis, Direction> = { x: '-x', y: '-y', z: '-z' };
const PLUS: Record<Axis, Direction> = { x: '+x', y: '+y', z: '+z' };

/** Where the jaws can touch along the axis: from the part's end to the end of the jaws. Device frame. */
export function gripRange(device: RoundDevice, round: HoldIn<'round'>): [number, number] {
  return [round.restHeight, Math.max(round.restHeight + 3 * TOUCH_MM, device.gripLength)];
}

/**
 * Seats a part in a chuck or collet (axis along Z, its end on the spacer or jaw step) or on a rotary axis (along X,
 * its left end at the chuck): the jaws bring the middle of what they grip to the axis. What they grip is the material
 * as loaded between the part's end and the end of the jaws.
 */
export function seatRound(input: RoundSeatInput): SeatFacts & { readonly gripped: Gripped | null } {
  const { device, round, loaded } = input;
  const axial = turnsAbout(device);
  const across: [Axis, Axis] = axial === 'z' ? ['x', 'y'] : ['y', 'z'];
  const end = reachInWindow(loaded, axial, -1, {})?.level ?? 0;
  const along = round.restHeight - end;
  const window: Window = { [axial]: gripRange(device, round) };
  const slid = (axis: Axis) => (axis === axial ? along : 0);
  const atAxis = toSeated(window, vec(slid('x'), slid('y'), slid('z')));
  const ends = across.map(
    (axis) => [reachInWindow(loaded, axis, -1, atAxis), reachInWindow(loaded, axis, 1, atAxis)] as const,
  );
  const middle = (axis: Axis) => {
    const found = ends[across.indexOf(axis)];
    const [low, high] =
      found?.[0] && found[1]
        ? [found[0].level, found[1].level]
        : [input.blankSeated.min[axis], input.blankSeated.max[axis]];
    return (low + high) / 2;
  };
  const shift = (axis: Axis) => (axis === axial ? along : -middle(axis));
  const t = vec(shift('x'), shift('y'), shift('z'));
  const gripped = grippedBetween(device, round, ends, along);
  const stop = contactAt(input, MINUS[axial], [{}], t);
  const what = gripped && !isRoundGrip(gripped) ? 'gripped section' : 'gripped diameter';
  const on = (axis: Axis): Contact => (axis === axial ? stop : centeredContact(input, axis, window, { t, what }));
  const locators = {
    x: axisLocator('x', device, round),
    y: axisLocator('y', device, round),
    z: axisLocator('z', device, round),
  };
  return {
    ...placed(input, t),
    rest: on('z'),
    x: on('x'),
    y: on('y'),
    locators,
    movingJaw: null,
    restStripsMm2: [stop.flatAreaMm2, stop.flatAreaMm2],
    settled: true,
    standsBelow: null,
    gripped,
  };
}

type Reach = ReturnType<typeof reachInWindow>;

/** What the jaws close on, from the part's end to the end of the jaws or of what they touch; null: nothing. */
function grippedBetween(
  device: RoundDevice,
  round: HoldIn<'round'>,
  [a, b]: readonly (readonly [Reach, Reach])[],
  along: number,
): Gripped | null {
  if (round.restHeight >= device.gripLength || !a[0] || !a[1] || !b[0] || !b[1]) return null;
  const axial = turnsAbout(device);
  return {
    across: [a[1].level - a[0].level, b[1].level - b[0].level],
    from: round.restHeight,
    to: Math.min(device.gripLength, Math.max(a[0].touch[axial][1], a[1].touch[axial][1]) + along),
  };
}

/** Where the part has slid to, and what is gripped. */
interface Centered {
  readonly t: Vec3;
  readonly what: string;
}

/** The middle of what is gripped lies on the axis of the device: one contact for each axis across. */
function centeredContact(input: RoundSeatInput, axis: Axis, window: Window, { t, what }: Centered): Contact {
  return {
    ...contactAt(input, PLUS[axis], [window], t),
    faces: MINUS[axis],
    side: partSideFacing(input.orientation, MINUS[axis]),
    seatedLevel: -t[axis],
    outermost: -t[axis],
    finishedLevel: -t[axis],
    rawMm: 0,
    leans: 0,
    what,
  };
}

function axisLocator(axis: Axis, device: RoundDevice, round: HoldIn<'round'>): Locator {
  if (axis !== turnsAbout(device))
    return {
      name: `axis of the ${device.kind}`,
      at: 0,
      kind: 'datum',
      from: `the jaws bring it to the axis of the ${device.kind}, which is its datum`,
      centers: true,
    };
  return round.restHeight === 0
    ? {
        name: `face of the ${device.kind}`,
        at: 0,
        kind: 'datum',
        from: `its end on the face of the ${device.kind}, the datum`,
      }
    : { name: 'spacer', at: round.restHeight, kind: 'height', from: `the face of the ${device.kind}` };
}
