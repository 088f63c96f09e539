import type { TSchema } from '@sinclair/typebox';
import { Value } from '@sinclair/typebox/value';

const MOST_TOLD = 3;

/**
 * What of an entry is not within what its schema allows, in words. Without compiled code: a page that may run none
 * checks with it too.
 */
export function outsideOf(schema: TSchema, entry: unknown): string[] {
  if (Value.Check(schema, entry)) return [];
  const places = [...Value.Errors(schema, entry)].map((e) => e.path.slice(1).replaceAll('/', '.'));
  // a choice fails as a whole and in each of its forms: the place is told once
  const outer = [...new Set(places)].filter((p, _, all) => !all.some((o) => o !== p && p.startsWith(`${o}.`)));
  return outer.slice(0, MOST_TOLD).map((p) => `${p || 'the row'} is missing, or not within what is allowed.`);
}
