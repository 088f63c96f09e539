import {
  add,
  apply,
  AXES,
  type Axis,
  byAxis,
  compose,
  type Direction,
  NO_ROTATION,
  type Orientation,
  partSideFacing,
  pose,
  rotate,
  rotationOf,
  transpose,
  vec,
  type Box3,
  type Pose,
  type Vec3,
} from '../frames';
import type { Setup, ZeroPlace } from '../job';
import { liesAsDrawn, PART_SIDE } from '../part';
import { placeName, type FeatureLevels } from './place';
import type { SeatFacts } from '../seat';
import type { Station } from '../shop';

export interface ZeroFacts {
  /** work zero in device coordinates, without the deliberate extra shift */
  readonly inDevice: Vec3;
  /**
   * work zero in device coordinates as the control will have it: with the shift on purpose. What is drawn and touched
   * off from
   */
  readonly shiftedInDevice: Vec3;
  /** work zero in part coordinates, without the extra shift */
  readonly inPart: Vec3;
  /**
   * register value W: work zero in machine coordinates, Z at the spindle gauge line; null while the station is unknown
   */
  readonly inMachine: Vec3 | null;
}

/**
 * Where a place of a box lies along an axis; a place on a feature that cannot be used falls back on the box's low end.
 */
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
 * Work zero of a setup through the chain of poses: `station ∘ device ∘ seat (z)`, where z is the chosen point in part
 * coordinates. Where a place is on a feature, `levels` says where that is in seated axes. The device stands on the
 * station with its datum on the station's and its axes parallel to the machine's, so that pose is the identity until
 * devices are set askew.
 */
export function workZero(
  seat: SeatFacts,
  zero: Setup['zero'],
  station: Station | null,
  levels: FeatureLevels = {},
): ZeroFacts {
  const box = zeroBox(seat, zero.of);
  const t = seat.pose.translation;
  const inDevice = byAxis((axis) => {
    const level = levels[axis];
    return level === undefined ? boxPlace(box, zero[axis], axis) : level + t[axis];
  });
  const inPart = rotate(
    transpose(rotationOf(seat.orientation)),
    vec(inDevice.x - t.x, inDevice.y - t.y, inDevice.z - t.z),
  );
  const shiftedInDevice = add(inDevice, zero.extra);
  if (!station?.position) return { inDevice, shiftedInDevice, inPart, inMachine: null };
  const deviceOnStation: Pose<'device', 'station'> = pose(NO_ROTATION, vec(0, 0, 0));
  const stationInMachine: Pose<'station', 'machine'> = pose(NO_ROTATION, station.position);
  const partInMachine = compose(compose(seat.pose, deviceOnStation), stationInMachine);
  return { inDevice, shiftedInDevice, inPart, inMachine: add(apply(partInMachine, inPart), zero.extra) };
}

/** Words for one end of a machine axis. */
const END: Record<Axis, Record<'min' | 'max', Direction>> = {
  x: { min: '-x', max: '+x' },
  y: { min: '-y', max: '+y' },
  z: { min: '-z', max: '+z' },
};

/**
 * One place of a zero by the part's own names: "rear face", "middle between left face and right face", "axis of bore
 * ⌀21 through".
 */
export function placeOnPart(
  axis: Axis,
  place: ZeroPlace,
  orientation: Orientation,
  nameOf: (featureId: string) => string,
): string {
  if (typeof place !== 'string') return placeName(axis, place, nameOf);
  const side = (end: 'min' | 'max') => partSideFacing(orientation, END[axis][end]);
  if (place !== 'middle') return PART_SIDE[side(place)];
  const [low, high] = side('min')[0] === '-' ? [side('min'), side('max')] : [side('max'), side('min')];
  return `middle between ${PART_SIDE[low]} and ${PART_SIDE[high]}`;
}

/**
 * Where zero is, by the part's own names, and where that is now when it lies another way: "left rear top corner of the
 * finished part", "left front bottom corner of the finished part as drawn; here left, rear, top".
 */
export function zeroInWords(
  zero: Setup['zero'],
  orientation: Orientation,
  nameOf: (featureId: string) => string = (id) => id,
): string {
  const body = zero.of === 'what is left' ? 'material as loaded' : zero.of;
  const word = (direction: Direction) => PART_SIDE[direction].replace(' face', '');
  const ends = AXES.map((axis) => {
    const place = zero[axis];
    return place === 'min' || place === 'max' ? END[axis][place] : null;
  });
  const here = AXES.map((axis) => placeName(axis, zero[axis], nameOf)).join(', ');
  const asDrawn = liesAsDrawn(orientation);
  if (ends.every((e) => e !== null)) {
    // the part's own order: left or right, front or rear, bottom or top
    const own = ends
      .map((e) => partSideFacing(orientation, e))
      .sort((a, b) => a[1].localeCompare(b[1]))
      .map(word)
      .join(' ');
    return `${own} corner of the ${body}${asDrawn ? '' : ` as drawn; here ${here}`}`;
  }
  const along = AXES.map((axis) => placeOnPart(axis, zero[axis], orientation, nameOf));
  return `${body}${asDrawn ? '' : ' as drawn'}: ${AXES.map((axis, i) => `${axis.toUpperCase()} ${along[i]}`).join(', ')}${asDrawn ? '' : `; here ${here}`}`;
}
