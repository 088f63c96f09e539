/** Plain JSON, as documents are. */
type Json = unknown;
type Fields = Record<string, Json>;

/** A place two people changed differently. */
export interface Conflict {
  /** keys from the document's root; entries of lists that have an id are named by it */
  readonly path: readonly string[];
  readonly mine: Json;
  readonly theirs: Json;
}

export interface Merge<T> {
  readonly merged: T;
  /** what theirs changed and was taken over, as places */
  readonly taken: readonly string[];
  /** in `merged` these hold mine */
  readonly conflicts: readonly Conflict[];
}

const isFields = (v: Json): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const hasIds = (v: Json): v is (Fields & { id: string })[] =>
  Array.isArray(v) && v.every((e) => isFields(e) && typeof e.id === 'string');
/** Decisions that only make sense whole: half of one and half of another is nothing anybody has decided. */
const WHOLE: ReadonlySet<string> = new Set([
  'orientation',
  'zero',
  'stop',
  'programmed',
  'measured',
  'body',
  'position',
]);
const isWhole = (path: readonly string[]): boolean => WHOLE.has(path.at(-1) ?? '');
/** Marks that each stand for themselves: whoever takes one away means that one. */
const MARKS: ReadonlySet<string> = new Set(['proposed']);

/** Every mark that nobody took away, and what either put there. */
function mergeMarks(before: readonly Json[], mine: readonly Json[], theirs: readonly Json[]): Json[] {
  const added = theirs.filter((mark) => !before.includes(mark) && !mine.includes(mark));
  return [...mine.filter((mark) => theirs.includes(mark) || !before.includes(mark)), ...added];
}

/** One way of holding and another: their fields have nothing to do with each other. */
const areOfOneFamily = (...all: readonly Fields[]): boolean => all.every((f) => f.family === all[0].family);
const equal = (a: Json, b: Json): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Merges two edits of one document that start from the same base: what only one side changed is taken from that
 * side; what both changed differently is a conflict and stays as mine. Lists whose entries have ids are merged
 * entry by entry, marks one by one; other lists count as one value, and so do decisions that only make sense whole.
 */
export function mergeDocuments<T>(base: T, mine: T, theirs: T): Merge<T> {
  const taken: string[] = [];
  const conflicts: Conflict[] = [];
  const merge = (b: Json, m: Json, t: Json, path: readonly string[]): Json => {
    if (equal(m, t) || equal(b, t)) return m;
    if (isFields(b) && isFields(m) && isFields(t) && !isWhole(path) && areOfOneFamily(b, m, t)) {
      const keys = [...new Set([...Object.keys(m), ...Object.keys(t)])];
      return Object.fromEntries(
        keys.flatMap((k) => {
          const value = merge(b[k], m[k], t[k], [...path, k]);
          return value === undefined ? [] : [[k, value]];
        }),
      );
    }
    if (MARKS.has(path.at(-1) ?? '') && Array.isArray(b) && Array.isArray(m) && Array.isArray(t))
      return mergeMarks(b, m, t);
    if (hasIds(b) && hasIds(m) && hasIds(t)) return mergeLists(b, m, t, path);
    if (equal(b, m)) {
      taken.push(path.join(' / '));
      return t;
    }
    conflicts.push({ path, mine: m, theirs: t });
    return m;
  };
  const mergeLists = (b: { id: string }[], m: { id: string }[], t: { id: string }[], path: readonly string[]): Json => {
    const of = (list: { id: string }[], id: string) => list.find((e) => e.id === id);
    // The order is mine; what they added comes after the entry it followed there.
    const order = m.map((e) => e.id);
    t.forEach((e, i) => {
      if (order.includes(e.id)) return;
      order.splice(i === 0 ? 0 : order.indexOf(t[i - 1].id) + 1, 0, e.id);
    });
    const all = order.flatMap((id) => {
      const value = merge(of(b, id), of(m, id), of(t, id), [...path, id]);
      return value === undefined ? [] : [value];
    });
    if (all.length > 0 || m.length === 0 || t.length === 0) return all;
    // each took away what the other left: that nothing stays is what nobody has decided
    conflicts.push({ path, mine: m, theirs: t });
    return m;
  };
  const merged = merge(base, mine, theirs, []) as T;
  return { merged, taken, conflicts };
}

/** The document with the given places as they are in another one: takes the other side of conflicts. */
export function takeTheirs<T>(merged: T, conflicts: readonly Conflict[]): T {
  const copy = structuredClone(merged) as Json;
  for (const { path, theirs } of conflicts) put(copy, path, theirs);
  return copy as T;
}

function put(at: Json, [key, ...rest]: readonly string[], value: Json): void {
  if (Array.isArray(at)) {
    const i = at.findIndex((e) => isFields(e) && e.id === key);
    if (rest.length > 0) put(at[i], rest, value);
    else if (value === undefined) at.splice(i, 1);
    else if (i >= 0) at[i] = value;
    else at.push(value);
    return;
  }
  if (!isFields(at)) return;
  if (rest.length > 0) put(at[key], rest, value);
  else if (value === undefined) delete at[key];
  else at[key] = value;
}
