import { add, apply, type Axis, byAxis, compose, NO_ROTATION, pose, rotate, rotationOf, transpose, vec, type Box3, type Pose, type Vec3 } from '../frames';
import type { Setup, ZeroPlace } from '../job';
import { placeName, type BoxPlace, type FeatureLevels } from './place';
import type { SeatFacts } from '../seat';
import type { Station } from '../shop';

/** What each place is called along each machine axis. */
export const PLACE_NAME: Record<Axis, Record<BoxPlace, string>> = {
  x: { min: 'left', middle: 'middle', max: 'right' },
  y: { min: 'front', middle: 'middle', max: 'rear' },
  z: { min: 'bottom', middle: 'middle', max: 'top' },
};

export interface ZeroFacts {
  /** work zero in device coordinates, without the deliberate extra shift */
  readonly inDevice: Vec3;
  /** work zero in device coordinates as the control will have it: with the shift on purpose. What is drawn and touched off from */
  readonly shiftedInDevice: Vec3;
  /** work zero in part coordinates, without the extra shift */
  readonly inPart: Vec3;
  /** register value W: work zero in machine coordinates, Z at the spindle gauge line; null while the station is unknown */
  readonly inMachine: Vec3 | null;
}

/** Where a place of a box lies along an axis; a place on a feature that cannot be used falls back on the box's low end. */
export function boxPlace(box: Box3, place: ZeroPlace, axis: Axis): number {
  if (typeof place !== 'string') return box.min[axis];
  if (place === 'middle') return (box.min[axis] + box.max[axis]) / 2;
  return box[place][axis];
}

/** The box a work zero is taken from, device frame: finished part, material as loaded, or raw blank. */
export function zeroBox(seat: SeatFacts, of: Setup['zero']['of']): Box3 {
  if (of === 'finished part') return seat.firstCopyBox;
  return of === 'what is left' ? seat.loadedBox : seat.blankBox;
}

/**
 * Work zero of a setup through the chain of poses: `station ∘ device ∘ seat (z)`, where z is the chosen point in
 * part coordinates. Where a place is on a feature, `levels` says where that is in seated axes. The device stands on the station with its datum on the station's and its axes parallel to the
 * machine's, so that pose is the identity until devices are set askew.
 */
export function workZero(seat: SeatFacts, zero: Setup['zero'], station: Station | null, levels: FeatureLevels = {}): ZeroFacts {
  const box = zeroBox(seat, zero.of);
  const t = seat.pose.translation;
  const inDevice = byAxis((axis) => { const level = levels[axis]; return level === undefined ? boxPlace(box, zero[axis], axis) : level + t[axis]; });
  const inPart = rotate(transpose(rotationOf(seat.orientation)), vec(inDevice.x - t.x, inDevice.y - t.y, inDevice.z - t.z));
  const shiftedInDevice = add(inDevice, zero.extra);
  if (!station?.position) return { inDevice, shiftedInDevice, inPart, inMachine: null };
  const deviceOnStation: Pose<'device', 'station'> = pose(NO_ROTATION, vec(0, 0, 0));
  const stationInMachine: Pose<'station', 'machine'> = pose(NO_ROTATION, station.position);
  const partInMachine = compose(compose(seat.pose, deviceOnStation), stationInMachine);
  return { inDevice, shiftedInDevice, inPart, inMachine: add(apply(partInMachine, inPart), zero.extra) };
}

/** "finished part: left, rear, top" */
export function zeroInWords(zero: Setup['zero'], nameOf: (featureId: string) => string = (id) => id): string {
  const name = zero.of === 'what is left' ? 'what is left (as loaded)' : zero.of;
  return `${name}: ${placeName('x', zero.x, nameOf)}, ${placeName('y', zero.y, nameOf)}, ${placeName('z', zero.z, nameOf)}`;
}
