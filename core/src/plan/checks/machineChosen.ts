import { finding, type Finding, type Told } from '../../findings';
import type { Machine } from '../../shop';

/** Travel and stations belong to a machine. */
export function machineChosen(machine: Machine | null, machineId: string | null, told: Told): Finding[] {
  if (machine?.lathe)
    return [
      finding(told, 'prove/machine-turns', 'stop', {
        says: `${machine.name} is a bar lathe: it turns parts from bar.`,
        numbers: {},
        because: 'A setup on jaws, plates or tables has its zero in X, Y and Z of a mill.',
        remedy: 'Choose another machine, or take the setups out and turn the part from bar.',
      }),
    ];
  if (machine) return [];
  return [
    finding(told, 'prove/machine-missing', 'stop', {
      says: machineId === null ? 'No machine is chosen.' : `The machine "${machineId}" is not in the shop.`,
      numbers: {},
      because: 'Travel and stations belong to a machine.',
      remedy: 'Choose a machine above the storyboard, or add it on the Shop page.',
    }),
  ];
}
