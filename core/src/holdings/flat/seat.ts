import type { DowelsHere } from '../../dowels';
import type { PinSide, UprightRound } from '../../edgePins';
import type { Axis, Direction } from '../../frames';
import type { HoldIn } from '../../job';
import type { Bond, FlatDevice } from '../../shop';
import { TOUCH_MM, type Window } from '../../solid';
import { contactAt, type SeatedPart } from '../../seat/contact';
import { against } from './against';
import {
  gapOver,
  metFirst,
  placed,
  slideHome,
  type Locator,
  type Locators,
  type SeatFacts,
  type Slide,
} from '../../seat/slide';

/** What of a hold decides where a part that lies flat comes to lie: not what presses on it. */
export type PlateSeat = Pick<
  HoldIn<'flat'>,
  'under' | 'x' | 'y' | 'dowels' | 'edgePins' | 'nest' | 'pinDiameter' | 'pinHeight' | 'pods'
> & {
  /** protective film on the part's underside, mm; left out: none */
  readonly film?: number;
};

export interface FlatSeatInput extends SeatedPart {
  readonly device: FlatDevice;
  readonly plate: PlateSeat;
  readonly bond: Bond | null;
  /** of a part that is put onto dowels */
  readonly dowels: DowelsHere | null;
  /** upright rounds of the part, as seated */
  readonly rounds: readonly UprightRound[];
}

/** How high what carries a part stands above the device, mm: pods; nothing on any other. */
export const carriersHigh = (device: FlatDevice): number => (device.kind === 'vacuum pods' ? device.podHeight : 0);

/**
 * What lies between the device and the part, from the device up: packing, then tape or glue, then the film on the
 * part. mm above the device's top.
 */
export function restHeight(device: FlatDevice, plate: PlateSeat, bond: Bond | null): number {
  return carriersHigh(device) + plate.under + (bond?.thickness ?? 0) + (plate.film ?? 0);
}

/** Where the part can rest, device frame. */
export function restPlaces(device: FlatDevice, plate: PlateSeat): Window[] {
  if (device.kind === 'vacuum pods')
    return plate.pods.map((p) => ({ x: [p.x, p.x + device.podWidth], y: [p.y, p.y + device.podDepth] }));
  return [wholeOf(device)];
}

const wholeOf = (device: FlatDevice): Window => ({ x: [0, device.width], y: [0, device.depth] });

/** Where pins, fence, blocks or a hand-laid line can meet the part along one axis. */
function meets(axis: 'x' | 'y', device: FlatDevice, plate: PlateSeat, rest: number): Window[] {
  const { by, pins } = plate[axis];
  if (by === 'hand' || by === 'gauge blocks') return [{}];
  const z: [number, number] = [rest, plate.pinHeight];
  if (plate.pinHeight <= rest + 2 * TOUCH_MM) return [];
  const across = axis === 'x' ? 'y' : 'x';
  if (by === 'fence') return [{ [across]: [0, axis === 'x' ? device.depth : device.width], z }];
  const r = plate.pinDiameter / 2;
  return pins.map((p) => ({ [across]: [p - r, p + r], z }));
}

function locator(axis: 'x' | 'y', plate: PlateSeat): Locator {
  const { by, side, at, pins } = plate[axis];
  const what = {
    pins: pins.length === 1 ? 'pin' : 'pins',
    fence: 'fence',
    'gauge blocks': 'gauge blocks',
    hand: 'line',
  }[by];
  return {
    name: `${side} ${what}`,
    at,
    kind: by === 'hand' ? 'hand' : 'set',
    from: axis === 'x' ? "the device's left edge" : "the device's front edge",
  };
}

export function onDevice(device: FlatDevice): Locator {
  // the bed is not what the pods on it carry
  if (device.kind === 'vacuum pods')
    return {
      name: 'bed under the pods',
      at: 0,
      kind: 'datum',
      from: 'lies on the bed under the pods, which is their datum',
    };
  return { name: device.kind, at: 0, kind: 'datum', from: `lies on the ${device.kind}, whose top is its datum` };
}

export function restLocator(device: FlatDevice, plate: PlateSeat, bond: Bond | null): Locator {
  const at = restHeight(device, plate, bond);
  const film = plate.film ?? 0;
  const names = [
    ...(device.kind === 'vacuum pods' ? ['pods'] : []),
    ...(plate.under > 0 ? ['packing'] : []),
    ...(bond ? [bond.kind] : []),
    ...(film > 0 ? ['film'] : []),
  ];
  return at === 0 && names.length === 0
    ? onDevice(device)
    : { name: names.join(' and '), at, kind: 'height', from: `the ${device.kind}`, ...(film > 0 && { film }) };
}

/** Machine direction in which a side of the part looks. */
export const FACES: Readonly<Record<PinSide, Direction>> = { left: '-x', right: '+x', rear: '+y', front: '-y' };

/** Machine direction in which the part meets what stands on one of its sides. */
export const LOCATED_SIDE: Readonly<Record<HoldIn<'flat'>['x']['side'] | HoldIn<'flat'>['y']['side'], Direction>> =
  FACES;

/** What a part that lies flat slides to: what carries it, then what it is set against in y and in x. */
export function locatorsOnFlat({ device, plate, bond }: FlatSeatInput): Locators {
  const height = restHeight(device, plate, bond);
  const carriers = { at: height, windows: restPlaces(device, plate) };
  // what hangs between the pods lower than they are high stands on the device
  const places = device.kind === 'vacuum pods' ? [carriers, { at: 0, windows: [wholeOf(device)] }] : [carriers];
  const slide = (axis: 'x' | 'y'): Slide => {
    const place = { at: plate[axis].at, windows: meets(axis, device, plate, height) };
    return { faces: LOCATED_SIDE[plate[axis].side], places: () => [place] };
  };
  return { rest: { faces: '-z', places: () => places }, y: slide('y'), x: slide('x') };
}

/**
 * Seats a part lying flat: down onto plate, pods or grid, then to what it is set against in y and in x. Where nothing
 * stands, it is laid with its side to a line. Device frame: left front corner of the top, y to the rear.
 */
export function seatOnFlat(input: FlatSeatInput): SeatFacts {
  const { device, plate, bond } = input;
  const to = locatorsOnFlat(input);
  const { t, settled } = slideHome(input, to);
  const on = (slide: Slide) => contactAt(input, slide.faces, metFirst(input, slide, t).place.windows, t);
  const [carriers] = to.rest.places(t);
  const below = metFirst(input, to.rest, t).place !== carriers;
  const rest = on(to.rest);
  const locators: Record<Axis, Locator> = {
    x: locator('x', plate),
    y: locator('y', plate),
    z: below ? onDevice(device) : restLocator(device, plate, bond),
  };
  return {
    ...placed(input, t),
    rest,
    x: on(to.x),
    y: on(to.y),
    locators,
    movingJaw: null,
    restStripsMm2: [rest.flatAreaMm2, rest.flatAreaMm2],
    settled,
    standsBelow: below ? { name: restLocator(device, plate, bond).name, gap: gapOver(input, carriers, t) } : null,
  };
}

/** How far each pin of a row stands from the part, mm; 0: it touches. null: nothing stands in front of it. */
export function gapsAtPins(input: FlatSeatInput, seat: SeatFacts, axis: 'x' | 'y'): (number | null)[] {
  const { device, plate, bond } = input;
  const { side, at } = plate[axis];
  if (against(plate, axis) !== 'pins') return [];
  const faces = LOCATED_SIDE[side];
  const { translation: t } = seat.pose;
  return meets(axis, device, plate, restHeight(device, plate, bond)).map((w) => {
    const c = contactAt(input, faces, [w], t);
    return c.touches ? Math.abs(c.seatedLevel + t[axis] - at) : null;
  });
}
