import { AXES, type Axis } from '../frames';
import { sumOf, type Ledger } from '../ledger';
import { type Speech } from '../units';
import type { SheetSetup, Signed } from './types';

/** Three coordinates with sign, as they are printed. */
export const signed = (speech: Speech, value: (axis: Axis) => number | null): Signed => {
  const text = (axis: Axis) => speech.signed(value(axis));
  return { x: text('x'), y: text('y'), z: text('z') };
};

export function ledgerRows(ledger: Ledger, speech: Speech): SheetSetup['ledger'] {
  const keys = [...new Set(AXES.flatMap((a) => ledger[a].map((t) => t.key)))];
  return keys.map((key) => {
    const terms = AXES.map((axis) => ledger[axis].find((t) => t.key === key));
    const froms = [
      ...new Set(AXES.map((axis, i) => (terms[i] ? `${axis.toUpperCase()} ${terms[i].from}` : '')).filter(Boolean)),
    ];
    const same = new Set(terms.map((t) => t?.from)).size === 1;
    return {
      term: key === 'locator' ? terms.map((t) => t?.term ?? '').join(', ') : (terms.find((t) => t)?.term ?? key),
      from: same ? (terms[0]?.from ?? '') : froms.join('; '),
      values: signed(speech, (axis) => {
        const t = ledger[axis].find((x) => x.key === key);
        return t ? t.value : 0;
      }),
    };
  });
}

export function workZeroOf(ledger: Ledger, speech: Speech): Signed | null {
  return AXES.some((a) => sumOf(ledger[a]) === null) ? null : signed(speech, (a) => sumOf(ledger[a]));
}
