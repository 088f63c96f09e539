import type { Device } from './devices';
import type { Station } from './station';

/** What decides where a device's datum is, in words: another entry is another datum, and its station has to be measured again. */
export function datumAs(device: Device): string {
  return device.kind === 'vise' ? `${device.jaws} jaws, fixed jaw at the ${device.fixedJaw}` : device.kind;
}

/** What is touched to measure a station for a device. */
export function datumPoint(device: Device): string {
  if (device.kind === 'vise') return 'the fixed jaw\'s face, the bed and the left end of the jaws';
  return device.kind === 'chuck' || device.kind === 'collet' || device.kind === 'rotary axis' ? `the axis of the ${device.kind} and its face` : `the left front corner of the ${device.kind} and its top`;
}

/**
 * A station as a device that stands there finds it: measured only if it was measured for this device as it is now. A station that does
 * not tell for which device it was measured counts for any.
 */
export function stationFor<S extends Pick<Station, 'position' | 'measuredFor'>>(station: S, device: Device | null): S {
  if (!device || isMeasuredFor(station, device)) return station;
  return { ...station, position: null };
}

export function isMeasuredFor({ measuredFor }: Pick<Station, 'measuredFor'>, device: Device): boolean {
  return measuredFor.length === 0 || measuredFor.some((m) => m.device === device.id && m.as === datumAs(device));
}
