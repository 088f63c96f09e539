import { finding, findingOf, type Finding, type Told } from '../../findings';
import { datumAs, datumPoint, type Device, type Station } from '../../shop';

export interface StationAsked {
  /** as the device on it finds it, or where a touch-off showed it to be */
  readonly station: Station | null;
  /** as it stands in the library */
  readonly entered: Station | null;
  readonly device: Device;
  readonly homes: boolean;
}

/**
 * Machine coordinates need a station that is measured for the very device that stands there; else only shifts are
 * known.
 */
export function stationKnown({ station, entered, device, homes }: StationAsked, told: Told): Finding[] {
  const say = findingOf(told, 'zero/station-unknown');
  const shifts = 'work zero is given as a shift from the first setup';
  const because = "Machine coordinates need the place of the device's datum on the table.";
  if (station?.position && homes) {
    if (entered?.position && entered.measuredFor.length === 0) {
      return [
        finding(told, 'zero/station-for-any-device', 'note', {
          says: `Station ${entered.name} does not say which device its position was measured for; it is taken to be the datum of ${device.name}.`,
          numbers: {},
          because: 'Another device, or other jaws, has its datum somewhere else.',
          remedy: `If it is so, tick ${device.name} beside the station on the Shop page; else measure ${datumPoint(device)}.`,
        }),
      ];
    }
    return [];
  }
  const measure = `Measure ${datumPoint(device)} and enter it on the Shop page, or touch off the first setup and add the shift.`;
  if (station?.position) {
    return [
      say('caution', {
        says: `The machine cannot home, so the position of station ${station.name} means nothing after it was switched off: ${shifts}.`,
        numbers: {},
        because,
        remedy: 'Touch off the first setup and add the shift.',
      }),
    ];
  }
  if (!station)
    return [
      say('caution', {
        says: `No station is chosen: ${shifts}, not in machine coordinates.`,
        numbers: {},
        because,
        remedy: measure,
      }),
    ];
  if (!entered?.position)
    return [
      say('caution', {
        says: `Station ${station.name} is not measured: ${shifts}, not in machine coordinates.`,
        numbers: {},
        because,
        remedy: measure,
      }),
    ];
  const same = entered.measuredFor.find((m) => m.device === device.id);
  return [
    finding(told, 'zero/station-measured-for-another', 'caution', {
      says: same
        ? `Station ${station.name} was measured for ${device.name} with ${same.as}; now it has ${datumAs(device)}: its place is not known.`
        : `Station ${station.name} is measured, but not for ${device.name}: its place there is not known.`,
      numbers: {},
      because,
      remedy: measure,
    }),
  ];
}
