import { finding, type Finding, type Told } from '../../findings';
import type { Station } from '../../shop';

/** While the station is not measured, only shifts are known. */
export function stationKnown(station: Station | null, homes: boolean, told: Told): Finding[] {
  if (station?.position && homes) return [];
  return [finding(told, 'station-unknown', 'zero')('caution', {
    says: station?.position
      ? `The machine cannot home, so the position of station ${station.name} means nothing after it was switched off: work zero is given as a shift from the first setup.`
      : station
      ? `Station ${station.name} is not measured: work zero is given as a shift from the first setup, not in machine coordinates.`
      : 'No station is chosen: work zero is given as a shift from the first setup, not in machine coordinates.',
    numbers: {},
    because: 'Machine coordinates need the place of the device on the table.',
    remedy: 'Touch off the first setup and add the shift, or measure the station and enter it on the Shop page.',
  })];
}
