import type { Axis, Direction } from '../frames';
import type { PlateHold } from '../job';
import type { Bond, FlatDevice } from '../shop';
import { TOUCH_MM, type Window } from '../solid';
import { contactAt, placed, slideHome, type Locator, type SeatedPart, type SeatFacts } from './slide';

export interface FlatSeatInput extends SeatedPart {
  readonly device: FlatDevice;
  readonly plate: PlateHold;
  readonly bond: Bond | null;
}

/** How wide a round pin is taken to touch a face: its line of contact with room for a chamfer. */
const PIN_TOUCH_MM = 0.05;

/** What lies between the device and the part, from the device up: packing, then tape or glue. mm above the device's top. */
export function restHeight(device: FlatDevice, plate: PlateHold, bond: Bond | null): number {
  return (device.kind === 'vacuum pods' ? device.podHeight : 0) + plate.under + (bond?.thickness ?? 0);
}

/** Where the part can rest, device frame. */
export function restPlaces(device: FlatDevice, plate: PlateHold): Window[] {
  if (device.kind === 'vacuum pods') return plate.pods.map((p) => ({ x: [p.x, p.x + device.podWidth], y: [p.y, p.y + device.podDepth] }));
  return [{ x: [0, device.width], y: [0, device.depth] }];
}

/** Where pins, fence, blocks or a hand-laid line can meet the part along one axis. */
function meets(axis: 'x' | 'y', device: FlatDevice, plate: PlateHold, rest: number): Window[] {
  const { by, pins } = plate[axis];
  if (by === 'hand' || by === 'gauge blocks') return [{}];
  const z: [number, number] = [rest + TOUCH_MM, Math.max(rest + TOUCH_MM, plate.pinHeight)];
  const across = axis === 'x' ? 'y' : 'x';
  if (by === 'fence') return [{ [across]: [0, axis === 'x' ? device.depth : device.width], z }];
  return pins.map((p) => ({ [across]: [p - PIN_TOUCH_MM, p + PIN_TOUCH_MM], z }));
}

function locator(axis: 'x' | 'y', plate: PlateHold): Locator {
  const { by, side, at, pins } = plate[axis];
  const what = { pins: pins.length === 1 ? 'pin' : 'pins', fence: 'fence', 'gauge blocks': 'gauge blocks', hand: 'line' }[by];
  return { name: `${side} ${what}`, at, kind: by === 'hand' ? 'hand' : 'set', from: axis === 'x' ? 'the device\'s left edge' : 'the device\'s front edge' };
}

function restLocator(device: FlatDevice, plate: PlateHold, bond: Bond | null): Locator {
  const at = restHeight(device, plate, bond);
  const names = [...(device.kind === 'vacuum pods' ? ['pods'] : []), ...(plate.under > 0 ? ['packing'] : []), ...(bond ? [bond.kind] : [])];
  return at === 0 && names.length === 0
    ? { name: device.kind, at: 0, kind: 'datum', from: `lies on the ${device.kind}, whose top is its datum` }
    : { name: names.join(' and '), at, kind: 'height', from: `the ${device.kind}` };
}

/** Machine direction in which the part meets what stands on one of its sides. */
export const LOCATED_SIDE: Readonly<Record<PlateHold['x']['side'] | PlateHold['y']['side'], Direction>> = { left: '-x', right: '+x', rear: '+y', front: '-y' };

/**
 * Seats a part lying flat: down onto plate, pods or grid, then to what it is set against in y and in x. Where nothing
 * stands, it is laid with its side to a line. Device frame: left front corner of the top, y to the rear.
 */
export function seatOnFlat(input: FlatSeatInput): SeatFacts {
  const { device, plate, bond } = input;
  const height = restHeight(device, plate, bond);
  const places = restPlaces(device, plate);
  const [x, y] = (['x', 'y'] as const).map((axis) => ({ faces: LOCATED_SIDE[plate[axis].side], at: plate[axis].at, windows: meets(axis, device, plate, height) }));
  const slide = (s: typeof x) => ({ ...s, windows: () => s.windows });
  const { t, settled } = slideHome(input, { rest: { faces: '-z', at: height, windows: () => places }, y: slide(y), x: slide(x) });
  const rest = contactAt(input, '-z', places, t);
  const locators: Record<Axis, Locator> = { x: locator('x', plate), y: locator('y', plate), z: restLocator(device, plate, bond) };
  return {
    ...placed(input, t), rest, x: contactAt(input, x.faces, x.windows, t), y: contactAt(input, y.faces, y.windows, t),
    locators, movingJaw: null, restStripsMm2: [rest.flatAreaMm2, rest.flatAreaMm2], settled,
  };
}

/** How far each pin of a row stands from the part, mm; 0: it touches. null: nothing stands in front of it. */
export function gapsAtPins(input: FlatSeatInput, seat: SeatFacts, axis: 'x' | 'y'): (number | null)[] {
  const { device, plate, bond } = input;
  const { by, side, at } = plate[axis];
  if (by !== 'pins') return [];
  const faces = LOCATED_SIDE[side];
  const { translation: t } = seat.pose;
  return meets(axis, device, plate, restHeight(device, plate, bond)).map((w) => {
    const c = contactAt(input, faces, [w], t);
    return c.touches ? Math.abs(c.seatedLevel + t[axis] - at) : null;
  });
}
