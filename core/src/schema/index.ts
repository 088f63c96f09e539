import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';

/** Coordinates and shifts: nothing in a machine shop is a hundred meters away. */
export const lengthMm = Type.Number({ minimum: -100_000, maximum: 100_000 });
export const sizeMm = Type.Number({ minimum: 0, maximum: 100_000 });
export const positiveMm = Type.Number({ exclusiveMinimum: 0, maximum: 100_000 });
export const shortText = Type.String({ maxLength: 200 });
export const longText = Type.String({ maxLength: 4000 });

/** How the number of a field is shown: lengths in the units of the reader, everything else as it is. */
export type FieldUnit = 'mm' | 'mm²' | 'N' | 'N·m' | 'kPa' | 'MPa' | 'GPa' | '°C' | 'kg' | '1/min' | 'm' | 'm/min' | '%' | '';

/** A number a person enters: `title` is its label and `unit` how it is shown. Forms are made from schemas of these. */
export function quantity(title: string, unit: FieldUnit, minimum: number, maximum: number, description?: string) {
  return Type.Number({ title, unit, minimum, maximum, ...(description ? { description } : {}) });
}

/** A length that must be more than nothing. */
export function positive(title: string, unit: FieldUnit, maximum: number, description?: string) {
  return Type.Number({ title, unit, exclusiveMinimum: 0, maximum, ...(description ? { description } : {}) });
}

function inWords(error: ErrorObject): string {
  const place = error.instancePath.slice(1).replaceAll('/', '.') || 'the document';
  const p = error.params as Record<string, unknown>;
  switch (error.keyword) {
    case 'additionalProperties': return `${place}: unknown key "${String(p.additionalProperty)}". Remove it or correct its spelling.`;
    case 'required': return `${place}: "${String(p.missingProperty)}" is missing.`;
    case 'type': return `${place}: expected ${String(p.type)}.`;
    case 'minimum': case 'maximum': case 'exclusiveMinimum': case 'exclusiveMaximum':
      return `${place}: must be ${String(p.comparison)} ${String(p.limit)}.`;
    case 'const': return `${place}: must be ${JSON.stringify(p.allowedValue)}.`;
    case 'oneOfValues': return `${place}: must be one of ${(p.allowed as unknown[]).map((v) => JSON.stringify(v)).join(', ')}.`;
    case 'maxItems': return `${place}: at most ${String(p.limit)} entries are taken.`;
    case 'minItems': return `${place}: at least ${String(p.limit)} ${p.limit === 1 ? 'entry is' : 'entries are'} needed.`;
    default: return `${place}: ${error.message ?? 'not valid'}.`;
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
    const misfits = (branch: string) => inside.filter((e) => branchOf(e) === branch && e.instancePath === union.instancePath).length;
    const [best] = branches.sort((a, b) => misfits(a) - misfits(b));
    const plain = inside.length > 0 && inside.every((e) => e.instancePath === union.instancePath && ['const', 'type', 'oneOfValues'].includes(e.keyword));
    if (plain) {
      const values = inside.flatMap(({ keyword, params }) => (keyword === 'const' ? [(params as { allowedValue: unknown }).allowedValue] : keyword === 'oneOfValues' ? (params as { allowed: unknown[] }).allowed : []));
      // a list of values or nothing
      const allowed = values.length > 0 && inside.some((e) => (e.params as { type?: unknown }).type === 'null') ? [...values, null] : values;
      const types = inside.filter((e) => e.keyword === 'type').map((e) => String((e.params as { type?: unknown }).type));
      const told = allowed.length > 0 ? { keyword: 'oneOfValues', params: { allowed } } : { keyword: 'type', params: { type: types.join(' or ') } };
      left = left.filter((e) => !inside.includes(e)).map((e) => (e === union ? { ...e, ...told } : e));
    } else {
      left = left.filter((e) => e !== union && (!inside.includes(e) || branchOf(e) === best));
    }
  }
  return left;
}

export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: string[] };

/** Compiles a schema into a check that tells in words what is wrong and where. */
export function checker<S extends TSchema>(schema: S): (data: unknown) => Checked<Static<S>> {
  let compiled: ValidateFunction<Static<S>> | null = null;
  return (data) => {
    // On the first call only: compiling takes time, and a page that never checks must not need it.
    compiled ??= new Ajv({ allErrors: true, strict: true }).addVocabulary(['unit']).compile<Static<S>>(schema);
    const validate = compiled;
    if (validate(data)) return { ok: true, value: data };
    const told = [...new Set(likelyMeant(validate.errors ?? []).map(inWords))];
    // A misspelled key also makes the right one missing: the cause first.
    const isCause = (t: string) => t.includes('unknown key');
    return { ok: false, problems: [...told.filter(isCause), ...told.filter((t) => !isCause(t))].slice(0, 12) };
  };
}

/** Reads JSON text; NaN, Infinity and cut-off text are not JSON and are told apart from a wrong document. */
export function parseJson(text: string): Checked<unknown> {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    const hint = /\bNaN\b|\bInfinity\b/.test(text) ? ' It contains NaN or Infinity, which are not numbers in JSON.' : '';
    return { ok: false, problems: [`This is not JSON: ${error instanceof Error ? error.message : String(error)}.${hint}`] };
  }
}
