import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Machine, Vise } from '../../shop';

/** What must be chosen before numbers can be given; anything missing is said, never guessed. */
export function choicesMade(setup: Setup, machine: Machine | null, machineId: string | null, vise: Vise | null, told: Told): Finding[] {
  const found: Finding[] = [];
  if (!vise) {
    found.push(finding(told, 'vise-missing', 'hold')('stop', {
      says: setup.vise === null ? 'No vise is chosen.' : `The vise "${setup.vise}" is not in the shop.`,
      numbers: {}, because: 'Seat, grip and work zero need the vise.', remedy: 'Choose a vise in the section Hold, or add it on the Shop page.',
    }));
  }
  if (!machine) {
    found.push(finding(told, 'machine-missing', 'prove')('stop', {
      says: machineId === null ? 'No machine is chosen.' : `The machine "${machineId}" is not in the shop.`,
      numbers: {}, because: 'Travel and stations belong to a machine.', remedy: 'Choose a machine above the storyboard, or add it on the Shop page.',
    }));
  } else {
    if (setup.station !== null && !machine.stations.some((s) => s.id === setup.station)) {
      found.push(finding(told, 'station-missing', 'zero')('stop', {
        says: `The station "${setup.station}" is not on ${machine.name}.`,
        numbers: {}, because: 'The place of the vise on the table is needed for work zero.', remedy: 'Choose a station of this machine.',
      }));
    }
    if (!machine.registers.includes(setup.register)) {
      found.push(finding(told, 'register-not-on-machine', 'zero')('stop', {
        says: `${machine.name} has no register ${setup.register}.`,
        numbers: {}, because: 'The control refuses it.', remedy: `Use one of ${machine.registers.join(', ')}.`,
      }));
    }
  }
  return found;
}
