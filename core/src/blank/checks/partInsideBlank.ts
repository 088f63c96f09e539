import { AXES, type Box3 } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import type { BlankFacts } from '..';

/** A bar or casting can be as large as the part's box and still not contain it: corners stick out. */
export function partInsideBlank(
  blank: BlankFacts,
  outside: { readonly volumeMm3: number; readonly box: Box3 | null },
  told: Told,
): Finding[] {
  if (!outside.box || blank.short.length > 0) return [];
  const { min, max } = outside.box;
  const places = AXES.map(
    (a) => `${a.toUpperCase()} ${told.speech.signed(min[a])} to ${told.speech.signed(max[a])}`,
  ).join(', ');
  return [
    finding(told, 'blank/part-sticks-out-of-blank', 'stop', {
      says: `The part sticks out of the ${blank.kind === 'own solid' ? 'blank' : blank.kind}: ${told.speech.volume(outside.volumeMm3)} of it lie outside, within ${places} (part coordinates).`,
      numbers: { outsideMm3: outside.volumeMm3 },
      because: 'What the blank does not contain cannot be cut out of it.',
      remedy: 'Take a larger size, or lay the bar along another axis.',
    }),
  ];
}
