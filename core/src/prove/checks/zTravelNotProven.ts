import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { ProveFacts } from '..';

/** Without tool lengths the Z travel cannot be checked; silence would look like proof. */
export function zTravelNotProven(prove: ProveFacts, setup: Setup, told: Told): Finding[] {
  if (prove.shortestToolMm === null || prove.removedBox === null) return [];
  const unknown = setup.tools.filter((t) => t.length === null);
  if (setup.tools.length > 0 && unknown.length === 0) return [];
  const which =
    setup.tools.length === 0
      ? 'no tools are listed'
      : `the length of ${unknown.map((t) => `T${t.number}`).join(', ')} is not given`;
  return [
    finding(told, 'prove/z-travel-not-proven', 'note', {
      says: `The Z travel is not proven: ${which}.${prove.shortestToolMm > 0 ? ` A tool must be at least ${told.speech.sizeWithUnit(prove.shortestToolMm)} long to reach the lowest cut.` : ''}`,
      numbers: { shortestToolMm: prove.shortestToolMm },
      because: "Machine Z is counted at the spindle gauge line, so the reach depends on the tool's length.",
      remedy: 'Enter the tool lengths in the section Tools & program.',
    }),
  ];
}
