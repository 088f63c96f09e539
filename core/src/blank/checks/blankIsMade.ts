import { finding, type Finding, type Told } from '../../findings';
import type { BlankFacts } from '..';

/** A blank that cannot be made as the job says is planned as a block, and that must not go unsaid. */
export function blankIsMade(blank: BlankFacts, told: Told): Finding[] {
  if (!blank.problem) return [];
  return [
    finding(told, 'blank/blank-not-made', 'stop', {
      says: `The blank is not what the job says: ${blank.problem}`,
      numbers: {},
      because: 'A block by the allowances stands in for it; seat and cuts would be computed from the wrong material.',
      remedy: 'Complete the blank on the page Part & blank: read its file, or give its size.',
    }),
  ];
}
