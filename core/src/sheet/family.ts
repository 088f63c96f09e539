import { compareEntries } from './compare';
import type { Entry } from './types';

/** One number or choice in which members of a family differ from the one they are held against. */
export interface FamilyRow {
  readonly place: string;
  readonly name: string;
  readonly base: string;
  /** in the order of the members; null: it is as in the base */
  readonly others: readonly ({ readonly text: string; readonly difference: string | null } | null)[];
}

/**
 * In what jobs of one family differ: the same part in other sizes, number by number, in the order of the sheet. What
 * makes each a job of its own (number, due day, notes) is left out.
 */
export function familyRows(base: readonly Entry[], others: readonly (readonly Entry[])[]): FamilyRow[] {
  const own = new Set(['due', 'notes', 'quantity']);
  const rows = new Map<string, { place: string; name: string; base: string; others: FamilyRow['others'][number][] }>();
  others.forEach((other, i) => {
    for (const { place, name, before, after, difference } of compareEntries(base, other)) {
      if (place === 'Job' && own.has(name)) continue;
      const key = `${place}|${name}`;
      const row = rows.get(key) ?? { place, name, base: before, others: others.map(() => null) };
      row.others[i] = { text: after, difference };
      rows.set(key, row);
    }
  });
  const order = new Map([...others.flat(), ...base].map((e, i) => [`${e.place}|${e.name}`, i]));
  const places = [...new Set([...base, ...others.flat()].map((e) => e.place))];
  const at = (r: FamilyRow) => places.indexOf(r.place) * 1e6 + (order.get(`${r.place}|${r.name}`) ?? 0);
  return [...rows.values()].sort((a, b) => at(a) - at(b));
}
