import { MM_PER_INCH, type Units } from '@violet-jaw/core/units';
import { numberIn, readCsv, writeCsv, type Cells } from './cells';

/** What is in one column of a table of entries: how it is written, and how it is put into an entry. */
export interface Column<E> {
  readonly name: string;
  /** lengths are written in the unit of the heading, and read in the unit the heading names */
  readonly isLength?: boolean;
  readonly read: (entry: E) => string | number | null;
  /** @param before the entry before anything of its row was put @returns the entry, or what is wrong with the cell */
  readonly put: (entry: E, cell: Value, before: E) => E | string;
}

/** A cell as it is put: text, and the number it is, in mm where it is a length. */
export interface Value {
  readonly text: string;
  /** null: it is no number */
  readonly number: number | null;
}

/** A list of the library as a table. */
export interface TableOf<E> {
  readonly columns: readonly Column<E>[];
  readonly begin: (id: string) => E;
  /** what is wrong with a whole entry, in words; empty: nothing */
  readonly check: (entry: E) => string[];
}

interface Named {
  readonly id: string;
  readonly name: string;
}

const headingOf = <E>({ name, isLength }: Column<E>, units: Units): string =>
  isLength ? `${name}, ${units === 'mm' ? 'mm' : 'in'}` : name;

const ID = 'Id';
const NAME = 'Name';

/** A list as CSV. Lengths in the unit of the headings, with every digit that is kept. */
export function entriesAsCsv<E extends Named>(table: TableOf<E>, entries: readonly E[], units: Units): string {
  const value = (column: Column<E>, entry: E) => {
    const v = column.read(entry);
    return column.isLength && typeof v === 'number' && units === 'inch' ? Number((v / MM_PER_INCH).toPrecision(12)) : v;
  };
  return writeCsv(
    [ID, NAME, ...table.columns.map((c) => headingOf(c, units))],
    entries.map((e) => [e.id, e.name, ...table.columns.map((c) => value(c, e))]),
  );
}

/** What would change in one entry. */
export interface RowChange<E> {
  readonly line: number;
  readonly entry: E;
  readonly isNew: boolean;
  /** "Diameter: 15.9 → 16" */
  readonly changes: readonly string[];
}

/** What a file would change in a list: nothing is changed before somebody has looked at it. */
export interface Preview<E> {
  readonly changed: readonly RowChange<E>[];
  readonly unchanged: number;
  /** rows that cannot be taken, with the place and what to do */
  readonly problems: readonly string[];
  /** headings that mean nothing here */
  readonly unknown: readonly string[];
  /** entries that are not in the file: they stay as they are */
  readonly absent: number;
}
export type ReadPreview<E> =
  { readonly ok: true; readonly value: Preview<E> } | { readonly ok: false; readonly problem: string };

/** A column of the file: which it is, and the unit its lengths are in. */
interface Found<E> {
  readonly at: number;
  readonly column: Column<E>;
  readonly per: number;
}

const asWord = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();
const UNIT_WORDS: Readonly<Record<string, number>> = { mm: 1, in: MM_PER_INCH, inch: MM_PER_INCH, inches: MM_PER_INCH };

/** @returns the columns that are known, those that are not, or what is wrong with a heading */
function columnsOf<E>(
  table: TableOf<E>,
  headings: readonly string[],
): { found: Found<E>[]; unknown: string[] } | string {
  const found: Found<E>[] = [];
  const unknown: string[] = [];
  for (const [at, heading] of headings.entries()) {
    if (heading === '' || [ID, NAME].some((n) => asWord(n) === asWord(heading))) continue;
    const comma = heading.lastIndexOf(',');
    const [name, unit] = comma < 0 ? [heading, ''] : [heading.slice(0, comma), asWord(heading.slice(comma + 1))];
    const column = table.columns.find((c) => asWord(c.name) === asWord(c.isLength ? name : heading));
    if (!column) unknown.push(heading);
    else if (column.isLength && !(unit in UNIT_WORDS))
      return `Column "${heading}": write its unit behind a comma, "${column.name}, mm" or "${column.name}, in". A length without a unit is not taken.`;
    else if (found.some((f) => f.column === column)) return `Column "${heading}" is there twice.`;
    else found.push({ at, column, per: column.isLength ? UNIT_WORDS[unit] : 1 });
  }
  return { found, unknown };
}

/** Numbers that are written alike in either unit are one number. */
const SAME = 1e-6;
const isSame = (a: string | number | null, b: string | number | null): boolean =>
  a === b ||
  (typeof a === 'number' && typeof b === 'number' && Math.abs(a - b) <= SAME) ||
  (typeof a === 'string' && typeof b === 'string' && a.trim() === b.trim());
const shown = (v: string | number | null): string =>
  v === null || v === '' ? 'nothing' : typeof v === 'number' ? String(Number(v.toFixed(6))) : v;

/** The entry a row means: by its id, else by its name where only one has it. A text: it cannot be told. */
function meantBy<E extends Named>(id: string, name: string, entries: readonly E[]): E | null | string {
  const byId = id === '' ? undefined : entries.find((e) => e.id === id);
  if (byId) return byId;
  if (id !== '') return null;
  const named = entries.filter((e) => e.name === name);
  return named.length > 1
    ? `${named.length} are called "${name}": add the column Id, as an export has it.`
    : (named.at(0) ?? null);
}

/**
 * Reads a table as it was exported, or as somebody made it: what would be new, what would change, what cannot be taken.
 * Columns that are left out, and entries that are, stay as they are. @param newId for entries without one
 */
export function previewCsv<E extends Named>(
  table: TableOf<E>,
  text: string,
  entries: readonly E[],
  newId: () => string,
): ReadPreview<E> {
  const read = readCsv(text);
  if (!read.ok) return read;
  const { headings, rows } = read.value;
  const [idAt, nameAt] = [ID, NAME].map((n) => headings.findIndex((h) => asWord(h) === asWord(n)));
  if (nameAt < 0)
    return { ok: false, problem: `No column is called "${NAME}". An export shows which columns there are.` };
  const columns = columnsOf(table, headings);
  if (typeof columns === 'string') return { ok: false, problem: columns };
  const changed: RowChange<E>[] = [];
  const problems: string[] = [];
  const seen = new Set<string>();
  let unchanged = 0;
  for (const { line, cells } of rows) {
    const [id, name] = [idAt < 0 ? '' : cells[idAt], cells[nameAt]];
    const row = rowOf({ table, found: columns.found, cells: read.value, line, values: cells });
    const meant = name === '' ? `The name is empty.` : meantBy(id, name, entries);
    if (typeof meant === 'string') {
      problems.push(`Row ${line}: ${meant}`);
      continue;
    }
    const before = meant ?? table.begin(id === '' ? newId() : id);
    if (seen.has(before.id)) {
      problems.push(`Row ${line}: "${name}" is in the file twice.`);
      continue;
    }
    seen.add(before.id);
    const put = row({ ...before, name });
    if ('wrong' in put) problems.push(...put.wrong);
    else if (meant && put.changes.length === 0 && meant.name === name) unchanged += 1;
    else {
      const renamed = meant && meant.name !== name ? [`${NAME}: ${meant.name} → ${name}`] : [];
      changed.push({ line, entry: put.entry, isNew: !meant, changes: [...renamed, ...put.changes] });
    }
  }
  const absent = entries.filter((e) => !seen.has(e.id)).length;
  return { ok: true, value: { changed, unchanged, problems, unknown: columns.unknown, absent } };
}

/** Puts the cells of a row into an entry. */
function rowOf<E extends Named>({
  table,
  found,
  cells,
  line,
  values,
}: {
  readonly table: TableOf<E>;
  readonly found: readonly Found<E>[];
  readonly cells: Cells;
  readonly line: number;
  readonly values: readonly string[];
}) {
  return (before: E): { readonly entry: E; readonly changes: string[] } | { readonly wrong: string[] } => {
    let entry = before;
    const changes: string[] = [];
    const wrong: string[] = [];
    for (const { at, column, per } of found) {
      const text = values[at];
      const number = numberIn(text, cells);
      const was = column.read(entry);
      const value = { text, number: number === null ? null : number * per };
      // what is written as it is kept is left as it is, to the last digit
      if (isSame(was, value.number ?? (text === '' ? null : text)) || (was === '' && text === '')) continue;
      const put = column.put(entry, value, before);
      if (typeof put === 'string') {
        wrong.push(`Row ${line}, ${column.name}, "${text}": ${put}`);
        continue;
      }
      const now = column.read(put);
      if (!isSame(was, now)) changes.push(`${column.name}: ${shown(was)} → ${shown(now)}`);
      entry = put;
    }
    if (wrong.length === 0) wrong.push(...table.check(entry).map((p) => `Row ${line}: ${p}`));
    return wrong.length > 0 ? { wrong } : { entry, changes };
  };
}
