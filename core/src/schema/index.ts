import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';

/** Coordinates and shifts: nothing in a machine shop is a hundred metres away. */
export const lengthMm = Type.Number({ minimum: -100_000, maximum: 100_000 });
export const sizeMm = Type.Number({ minimum: 0, maximum: 100_000 });
export const positiveMm = Type.Number({ exclusiveMinimum: 0, maximum: 100_000 });
export const shortText = Type.String({ maxLength: 200 });
export const longText = Type.String({ maxLength: 4000 });

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
    case 'anyOf': return `${place}: none of the allowed forms fits.`;
    default: return `${place}: ${error.message ?? 'not valid'}.`;
  }
}

export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: string[] };

/** Compiles a schema into a check that tells in words what is wrong and where. */
export function checker<S extends TSchema>(schema: S): (data: unknown) => Checked<Static<S>> {
  let compiled: ValidateFunction<Static<S>> | null = null;
  return (data) => {
    // On the first call only: compiling takes time, and a page that never checks must not need it.
    compiled ??= new Ajv({ allErrors: true, strict: true }).compile<Static<S>>(schema);
    const validate = compiled;
    if (validate(data)) return { ok: true, value: data };
    const told = [...new Set((validate.errors ?? []).map(inWords))];
    // "none of the forms fits" only repeats what its branches have said; values of an enumeration are named below.
    const useful = told.filter((t) => !t.includes('must be "') && !t.includes('none of the allowed'));
    const shown = useful.length > 0 ? useful : told;
    // A misspelled key also makes the right one missing: the cause first.
    return { ok: false, problems: [...shown.filter((t) => t.includes('unknown key')), ...shown.filter((t) => !t.includes('unknown key'))].slice(0, 12) };
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
