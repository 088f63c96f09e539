import { findingOf, type Finding, type Told } from '../../findings';
import { isForWay } from '../plan';
import type { PlannedTurned } from '../types';

/** What has to be known before a turned part can be planned: a lathe, a profile, a round bar that holds it. */
export function latheReady(planned: PlannedTurned, told: Told): Finding[] {
  const { machine, lathe, problem, bar, profile } = planned;
  const { speech } = told;
  const found: Finding[] = [];
  if (lathe && !isForWay(planned.turned, lathe))
    found.push(
      findingOf(told, 'turn/other-lathe')('stop', {
        says: planned.turned.ends
          ? `${machine!.name} turns from bar: its main spindle goes along Z. The part is planned end for end in a chuck.`
          : `${machine!.name} has no spindle that goes along Z. The part is planned from bar.`,
        numbers: {},
        because: 'Zeros and grips of the two have nothing to do with each other.',
        remedy: 'Choose another lathe, or plan the part the other way.',
      }),
    );
  if (!lathe)
    found.push(
      findingOf(told, 'turn/no-lathe')('stop', {
        says: machine ? `${machine.name} is no bar lathe.` : 'No machine is chosen.',
        numbers: {},
        because: 'Grips, zeros and the sequence of both spindles follow from its stroke and its spindles.',
        remedy: 'Choose a bar lathe, or tell on the page Shop what this one has.',
      }),
    );
  if (problem)
    found.push(
      findingOf(told, 'turn/no-profile')('stop', {
        says: problem,
        numbers: {},
        because: 'Everything about the axis is read off the half section of the part.',
        remedy: 'Choose the side of the part that looks away from the main spindle.',
      }),
    );
  if (!profile) return found;
  const most = Math.max(...profile.outside.map((p) => Math.max(p.fromDiameter, p.toDiameter)));
  if (bar.diameter === null)
    found.push(
      findingOf(told, 'turn/no-round-bar')('stop', {
        says: 'The blank is not a round bar along the axis.',
        numbers: {},
        because: 'How far it sticks out, what is turned off and what goes through the spindle follow from the bar.',
        remedy: 'Part & blank: choose a round bar along the axis of the part.',
      }),
    );
  else if (bar.diameter < most - 1e-6)
    found.push(
      findingOf(told, 'turn/bar-too-thin')('stop', {
        says: `The part is ⌀${speech.size(most)} at its thickest, the bar ⌀${speech.size(bar.diameter)}.`,
        numbers: { part: most, bar: bar.diameter },
        because: 'Nothing can be turned that is not there.',
        remedy: `Take a bar of at least ⌀${speech.size(most)}.`,
      }),
    );
  return found;
}
