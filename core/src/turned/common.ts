import type { Term } from '../ledger';
import type { OnLathe } from './types';

/** What the control adds to every register by itself is taken off: nothing where nothing stays. */
export function commonTerm({ machine, lathe }: Pick<OnLathe, 'machine' | 'lathe'>): Term[] {
  const { z, why } = machine.commonOffset;
  if (z === 0) return [];
  const from = `it stays on ${machine.name}${why ? `: ${why}` : ''}; ${lathe.second ? 'both channels add it' : 'the control adds it'}`;
  return [{ key: 'common', term: 'common offset', value: -z, source: 'typed', from, plusMinus: null }];
}
