import type { Job } from '../job';
import type { Shop } from '../shop';

/** A job with the part of the library it is planned with. */
export interface Planning {
  readonly job: Job;
  readonly shop: Shop;
}

export interface Edit {
  /** "job / setups / 0 / parallels / height" */
  readonly path: string;
  readonly after: Planning;
}

/** What else a text of the document may say: other words of the same list, so that the edit means something. */
const OTHER_WORDS: readonly (readonly string[])[] = [
  ['finished part', 'what is left', 'raw blank'],
  ['min', 'middle', 'max'],
  ['left', 'right'],
  ['rear', 'front'],
  ['pins', 'fence', 'gauge blocks', 'hand'],
  ['everything', 'outline'],
  ['spindle nose', 'reference tool', 'height setter'],
  ['raw', 'sawn', 'finished'],
  ['none', 'tabs', 'skin', 'hold'],
  ['milling', 'drilling'],
  ['nearest', 'middle', 'locator'],
  ['mm', 'inch'],
  ['hard', 'soft', 'step'],
  ['edge finder', 'cutter', 'indicator'],
  ['block', 'plate'],
  ['G54', 'G58'],
  ['G55', 'G59'],
];

function others(value: unknown, key: string): unknown[] {
  if (typeof value === 'number')
    return key === 'number' || key === 'op' ? [value + 1] : [value + (Math.abs(value) > 2 ? 0.75 : 0.125)];
  if (typeof value === 'boolean') return [!value];
  if (typeof value !== 'string') return [];
  const words = OTHER_WORDS.find((w) => w.includes(value));
  if (words) return [words[(words.indexOf(value) + 1) % words.length]];
  return /^[+-][xyz]$/.test(value) ||
    key === 'id' ||
    key === 'file' ||
    key === 'sha256' ||
    key === 'kind' ||
    key === 'family'
    ? []
    : [`${value} changed`];
}

function* leaves(
  value: unknown,
  path: readonly (string | number)[],
): Generator<{ path: readonly (string | number)[]; value: unknown }> {
  if (Array.isArray(value)) {
    for (const [i, v] of value.entries()) yield* leaves(v, [...path, i]);
    // one less
    // a setup makes one cut at least
    const least = path.at(-1) === 'cuts' ? 1 : 0;
    if (value.length > least && path[0] === 'job') yield { path, value: value.slice(0, -1) };
  } else if (value !== null && typeof value === 'object') {
    for (const [k, v] of Object.entries(value)) yield* leaves(v, [...path, k]);
  } else {
    for (const other of others(value, String(path.at(-1)))) yield { path, value: other };
  }
}

/** Every edit of one field: each number a little more, each choice another one, each list one shorter. */
export function oneFieldEdits(before: Planning): Edit[] {
  return [...leaves(before, [])].map(({ path, value }) => {
    const after = structuredClone(before) as unknown as Record<string | number, unknown>;
    let at = after;
    for (const step of path.slice(0, -1)) at = at[step] as Record<string | number, unknown>;
    at[path.at(-1)!] = value;
    return { path: path.join(' / '), after: after as unknown as Planning };
  });
}
