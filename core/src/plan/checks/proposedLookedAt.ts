import { finding, type Finding, type Told } from '../../findings';
import { PROPOSABLE, type Setup } from '../../job';
import { capital } from '../../units';

/** What the program proposed is only a beginning: somebody has to look at it before it is cut. */
export function proposedLookedAt({ proposed }: Setup, told: Told): Finding[] {
  if (proposed.length === 0) return [];
  const names = proposed.map((path) => PROPOSABLE[path].says).join(', ');
  return [
    finding(told, 'seat/proposed-not-looked-at', 'caution', {
      says: `${capital(names)}: as the program proposed, nobody has looked at ${proposed.length === 1 ? 'it' : 'them'} yet.`,
      numbers: { proposed: proposed.length },
      because: 'A proposal knows the blank, the machine and the device, not what you mean to do.',
      remedy: `Look at ${proposed.length === 1 ? 'it' : 'them'}, change what is wrong, accept the rest.`,
    }),
  ];
}
