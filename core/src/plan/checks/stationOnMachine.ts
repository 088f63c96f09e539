import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Machine } from '../../shop';

/** The chosen station must be one of the chosen machine. */
export function stationOnMachine(setup: Setup, machine: Machine | null, told: Told): Finding[] {
  if (!machine || setup.station === null || machine.stations.some((s) => s.id === setup.station)) return [];
  return [
    finding(told, 'zero/station-missing', 'stop', {
      says: `The station "${setup.station}" is not on ${machine.name}.`,
      numbers: {},
      because: 'The place of the device on the table is needed for work zero.',
      remedy: 'Choose a station of this machine.',
    }),
  ];
}
