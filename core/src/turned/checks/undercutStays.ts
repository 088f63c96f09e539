import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

/** Outside faces that lie under others are not turned from the side: metal stays there. */
export function undercutStays({ profile }: PlannedTurned, told: Told): Finding[] {
  if (!profile || profile.under.length === 0) return [];
  const { speech } = told;
  const [first] = profile.under;
  const all = profile.under.length;
  return [
    findingOf(told, 'turn/undercut-stays')('caution', {
      says: `${all === 1 ? 'A face' : `${all} faces`} of the part ${all === 1 ? 'lies' : 'lie'} under ${all === 1 ? 'another one' : 'others'}, ${all === 1 ? '' : 'the first '}from ${speech.size(first.from)} to ${speech.sizeWithUnit(first.to)} behind the front face.`,
      numbers: { faces: all, from: first.from, to: first.to },
      because: 'No tool that comes from the side reaches it: in the profile it is full, and so it stays on the part.',
      remedy: 'A tool that goes in along the axis, from the face; add it to the tools, and what it does to the notes.',
    }),
  ];
}
