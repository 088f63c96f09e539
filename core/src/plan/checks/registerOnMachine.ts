import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Machine } from '../../shop';

/** The control must have the register. */
export function registerOnMachine(setup: Setup, machine: Machine | null, told: Told): Finding[] {
  if (!machine || machine.registers.includes(setup.register)) return [];
  return [
    finding(told, 'zero/register-not-on-machine', 'stop', {
      says: `${machine.name} has no register ${setup.register}.`,
      numbers: {},
      because: 'The control refuses it.',
      remedy: `Use one of ${machine.registers.join(', ')}.`,
    }),
  ];
}
