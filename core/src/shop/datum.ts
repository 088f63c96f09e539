import { kindFacts, type Device } from './devices';
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
