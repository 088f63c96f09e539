import { finding, type Finding, type Told } from '../../findings';
import { DIRECTIONS } from '../../frames';
import type { Blank } from '../../job';
import { PART_SIDE } from '../../part';
import { allowanceOn, stateOf, STOCK_MM, type BlankFacts } from '..';

/** A side that has stock on it is not finished, whatever the job says. */
export function finishedSideHasStock(blank: Blank, facts: BlankFacts, told: Told): Finding[] {
  const sides = DIRECTIONS.filter(
    (d) => stateOf(blank, d) === 'finished' && allowanceOn(facts.allowance, d) > STOCK_MM,
  );
  if (sides.length === 0) return [];
  const most = Math.max(...sides.map((d) => allowanceOn(facts.allowance, d)));
  return [
    finding(told, 'blank/finished-side-has-stock', 'caution', {
      says: `The job says that the blank comes finished on the ${sides.map((d) => PART_SIDE[d].replace(' face', '')).join(', ')}, but there is up to ${told.speech.sizeWithUnit(most)} of stock; it is taken for sawn there.`,
      numbers: { most },
      because: 'Only a side without stock can be located or touched off as a finished face.',
      remedy: 'Say on the page Part & blank how these sides come: sawn or raw; or take the stock off them.',
    }),
  ];
}
