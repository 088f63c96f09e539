/*
 * Schemas and what is wrong with a document in words, with the place.
 */

import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';

/** Coordinates and shifts: nothing in a machine shop is a hundred meters away. */
export const lengthMm = Type.Number({ minimum: -100_000, maximum: 100_000 });
export const sizeMm = Type.Number({ minimum: 0, maximum: 100_000 });
export const positiveMm = Type.Number({ exclusiveMinimum: 0, maximum: 100_000 });
export const shortText = Type.String({ maxLength: 200 });
/** So many letters a note has at most. */
export const MOST_LETTERS = 4000;
export const longText = Type.String({ maxLength: MOST_LETTERS });

/** How the number of a field is shown: lengths in the units of the reader, everything else as it is. */
export type FieldUnit =
  'mm' | 'mm²' | 'N' | 'N·m' | 'kPa' | 'MPa' | 'GPa' | '°C' | 'kg' | '1/min' | 'm' | 'm/min' | '%' | '';

/** A number a person enters: `title` is its label and `unit` how it is shown. Forms are made from schemas of these. */
export function quantity({
  title,
  unit,
  minimum,
  maximum,
  description,
}: {
  readonly title: string;
  readonly unit: FieldUnit;
  readonly minimum: number;
  readonly maximum: number;
  readonly description?: string;
}) {
  return Type.Number({ title, unit, minimum, maximum, ...(description ? { description } : {}) });
}

/** The same where it may not be known: null. */
export const quantityOrNull = ({ title, unit, ...rest }: Parameters<typeof quantity>[0]) =>
  Type.Union([Type.Null(), quantity({ title, unit, ...rest })], { title, unit, description: rest.description });

/** A length that must be more than nothing. */
export function positive(title: string, unit: FieldUnit, maximum: number, description?: string) {
  return Type.Number({ title, unit, exclusiveMinimum: 0, maximum, ...(description ? { description } : {}) });
}

function inWords(error: ErrorObject): string {
  const place = error.instancePath.slice(1).replaceAll('/', '.') || 'the document';
  const p = error.params as Record<string, unknown>;
  switch (error.keyword) {
    case 'additionalProperties':
      return `${place}: unknown key "${String(p.additionalProperty)}". Remove it or correct its spelling.`;
    case 'required':
      return `${place}: "${String(p.missingProperty)}" is missing.`;
    case 'type':
      return `${place}: expected ${String(p.type)}.`;
    case 'minimum':
    case 'maximum':
    case 'exclusiveMinimum':
    case 'exclusiveMaximum':
      return `${place}: must be ${String(p.comparison)} ${String(p.limit)}.`;
    case 'const':
      return `${place}: must be ${JSON.stringify(p.allowedValue)}.`;
    case 'oneOfValues':
      return `${place}: must be one of ${(p.allowed as unknown[]).map((v) => JSON.stringify(v)).join(', ')}.`;
    case 'maxItems':
      return `${place}: at most ${String(p.limit)} entries are taken.`;
    case 'minItems':
      return `${place}: at least ${String(p.limit)} ${p.limit === 1 ? 'entry is' : 'entries are'} needed.`;
    default:
      return `${place}: ${error.message ?? 'not valid'}.`;
  }
}

/**
 * Where one of several forms is allowed, a wrong document fails all of them. Only what the nearest form says is of use:
 * the one whose keys fit best. Choices of values are told as one list.
 */
function likelyMeant(errors: readonly ErrorObject[]): ErrorObject[] {
  const unions = errors.filter((e) => e.keyword === 'anyOf');
  let left = [...errors];
  for (const union of unions) {
    const inside = left.filter((e) => e !== union && e.schemaPath.startsWith(`${union.schemaPath}/`));
    const branchOf = (e: ErrorObject) => e.schemaPath.slice(union.schemaPath.length + 1).split('/')[0];
    const branches = [...new Set(inside.map(branchOf))];
    // the word that says which form it is counts more than a key that is missing
    const saysOther = (e: ErrorObject) =>
      e.keyword === 'const' &&
      e.instancePath.startsWith(`${union.instancePath}/`) &&
      !e.instancePath.slice(union.instancePath.length + 1).includes('/');
    const isNoObject = (e: ErrorObject) => e.keyword === 'type' && e.instancePath === union.instancePath;
    const misfits = (branch: string) =>
      inside
        .filter((e) => branchOf(e) === branch)
        .reduce((n, e) => n + (saysOther(e) || isNoObject(e) ? 10 : e.instancePath === union.instancePath ? 1 : 0), 0);
    const forms = branches.filter((b) => !inside.some((e) => branchOf(e) === b && isNoObject(e)));
    const words = forms.map((b) => inside.find((e) => branchOf(e) === b && saysOther(e)));
    if (forms.length > 1 && words.every((w) => w && w.instancePath === words[0]?.instancePath)) {
      // none of the forms has this word
      const allowed = words.map((w) => (w!.params as { allowedValue: unknown }).allowedValue);
      left = left
        .filter((e) => !inside.includes(e))
        .map((e) => (e === union ? { ...words[0]!, keyword: 'oneOfValues', params: { allowed } } : e));
      continue;
    }
    const [best] = branches.sort((a, b) => misfits(a) - misfits(b));
    const plain =
      inside.length > 0 &&
      inside.every(
        (e) => e.instancePath === union.instancePath && ['const', 'type', 'oneOfValues'].includes(e.keyword),
      );
    if (plain) {
      const values = inside.flatMap(({ keyword, params }) =>
        keyword === 'const'
          ? [(params as { allowedValue: unknown }).allowedValue]
          : keyword === 'oneOfValues'
            ? (params as { allowed: unknown[] }).allowed
            : [],
      );
      // a list of values or nothing
      const allowed =
        values.length > 0 && inside.some((e) => (e.params as { type?: unknown }).type === 'null')
          ? [...values, null]
          : values;
      const types = inside
        .filter((e) => e.keyword === 'type')
        .map((e) => String((e.params as { type?: unknown }).type));
      const told =
        allowed.length > 0
          ? { keyword: 'oneOfValues', params: { allowed } }
          : { keyword: 'type', params: { type: types.join(' or ') } };
      left = left.filter((e) => !inside.includes(e)).map((e) => (e === union ? { ...e, ...told } : e));
    } else {
      left = left.filter((e) => e !== union && (!inside.includes(e) || branchOf(e) === best));
    }
  }
  return left;
}

export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: string[] };

/** So many problems are told at once. */
const MOST_TOLD = 12;
/** Larger documents get the first problem only: to find all of them could take minutes. */
const MOST_VALUES = 3000;
const MOST_ERRORS = 300;

/** Whether a document has more values than can be explained; it is not counted further. */
function isLarge(data: unknown): boolean {
  const open = [data];
  for (let seen = 0; open.length > 0; seen++) {
    if (seen > MOST_VALUES) return true;
    const value = open.pop();
    if (value !== null && typeof value === 'object') for (const inner of Object.values(value)) open.push(inner);
    if (open.length > MOST_VALUES) return true;
  }
  return false;
}

/** The first errors, without those of an entry that is cut through. */
function firstErrors(errors: readonly ErrorObject[]): readonly ErrorObject[] {
  if (errors.length <= MOST_ERRORS) return errors;
  const entryOf = (e: ErrorObject) => /^.*?\/\d+(?=\/|$)/.exec(e.instancePath)?.[0] ?? e.instancePath;
  const cut = entryOf(errors[MOST_ERRORS]);
  const whole = errors.slice(0, MOST_ERRORS).filter((e) => entryOf(e) !== cut);
  return whole.length > 0 ? whole : errors.slice(0, MOST_ERRORS);
}

/**
 * Compiles a schema into a check that tells in words what is wrong and where. A document is looked through for all its
 * mistakes only when it is small enough: lists that are too long are told before their entries are looked at.
 */
export function checker<S extends TSchema>(schema: S): (data: unknown) => Checked<Static<S>> {
  // On the first call only: compiling takes time, and a page that never checks must not need it.
  const compile = (allErrors: boolean) =>
    new Ajv({ allErrors, strict: true }).addVocabulary(['unit']).compile<Static<S>>(schema);
  let quick: ValidateFunction<Static<S>> | null = null;
  let thorough: ValidateFunction<Static<S>> | null = null;
  const errorsIn = (data: unknown): readonly ErrorObject[] => {
    const first = quick?.errors ?? [];
    if (first.some((e) => e.keyword === 'maxItems' || e.keyword === 'maxProperties') || isLarge(data)) return first;
    thorough ??= compile(true);
    thorough(data);
    return firstErrors(thorough.errors ?? first);
  };
  return (data) => {
    quick ??= compile(false);
    if (quick(data)) return { ok: true, value: data };
    const told = [...new Set(likelyMeant(errorsIn(data)).map(inWords))];
    // A misspelled key also makes the right one missing: the cause first.
    const isCause = (t: string) => t.includes('unknown key');
    return { ok: false, problems: [...told.filter(isCause), ...told.filter((t) => !isCause(t))].slice(0, MOST_TOLD) };
  };
}

/** Deeper than any document here. */
const MOST_DEEP = 40;

/** What is wrong with the shape of a JSON text before it is read; null: nothing. Brackets in strings are no depth. */
export function jsonProblem(text: string): string | null {
  let [depth, inString] = [0, false];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 0x5c) i += 1;
      else if (c === 0x22) inString = false;
      continue;
    }
    if (c === 0x22) inString = true;
    else if (c === 0x5b || c === 0x7b) {
      depth += 1;
      if (depth > MOST_DEEP) return `The JSON is nested more than ${MOST_DEEP} deep, which no document here is.`;
    } else if (c === 0x5d || c === 0x7d) depth -= 1;
  }
  return null;
}

/** Reads JSON text; NaN, Infinity and cut-off text are not JSON and are told apart from a wrong document. */
export function parseJson(text: string): Checked<unknown> {
  const problem = jsonProblem(text);
  if (problem) return { ok: false, problems: [problem] };
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    const hint = /\bNaN\b|\bInfinity\b/.test(text)
      ? ' It contains NaN or Infinity, which are not numbers in JSON.'
      : '';
    return {
      ok: false,
      problems: [`This is not JSON: ${error instanceof Error ? error.message : String(error)}.${hint}`],
    };
  }
}
