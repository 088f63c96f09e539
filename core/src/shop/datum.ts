import { kindFacts, type Device } from './devices';
import type { Vec3 } from '../frames';
import type { Station } from './station';

/**
 * What decides where a device's datum is, in words: another entry is another datum, and its station has to be measured
 * again.
 */
export const datumAs = (device: Device): string => kindFacts(device).datumAs(device);

/** What is touched to measure a station for a device. */
export const datumPoint = (device: Device): string => kindFacts(device).datumPoint;

/**
 * A station as a device that stands there finds it: measured only if it was measured for this device as it is now. A
 * station that does not tell for which device it was measured counts for any.
 */
export function stationFor<S extends Pick<Station, 'position' | 'measuredFor'>>(station: S, device: Device | null): S {
  if (!device || isMeasuredFor(station, device)) return station;
  return { ...station, position: null };
}

export function isMeasuredFor({ measuredFor }: Pick<Station, 'measuredFor'>, device: Device): boolean {
  return measuredFor.length === 0 || measuredFor.some((m) => m.device === device.id && m.as === datumAs(device));
}

/** What a device stands on when it does not stand on its station itself. Axes of the machine, mm. */
export interface Carried {
  /** null: what is named is not in the shop */
  readonly by: Device | null;
  /** from the datum of what carries it to its own */
  readonly offset: Vec3;
  /** how exactly it comes to stand there again, and how exactly the station is measured; null: not known */
  readonly plusMinus: number | null;
  readonly stationPlusMinus: number | null;
}

/** A station as a device finds it: its position is that device's datum. */
export interface StationHere extends Station {
  /** the device stands on another one there; left out: on the station itself */
  readonly carried?: Carried;
}

/**
 * The station of a device that stands on another one: measured for the one below, and so much further. ± add up. Not
 * known while the one below is not, or is not measured.
 */
export function stationOn(station: Station, { by, offset, plusMinus }: Omit<Carried, 'stationPlusMinus'>): StationHere {
  const below = by ? stationFor(station, by).position : null;
  const sum = plusMinus === null || station.plusMinus === null ? null : station.plusMinus + plusMinus;
  const position = below && { x: below.x + offset.x, y: below.y + offset.y, z: below.z + offset.z };
  return {
    ...station,
    position,
    plusMinus: sum,
    carried: { by, offset, plusMinus, stationPlusMinus: station.plusMinus },
  };
}
