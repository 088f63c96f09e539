import { Type } from '@sinclair/typebox';

/** A thing the shop does not use any more: kept for the jobs that have it, no longer offered. */
export const retired = Type.Optional(Type.Literal(true, { description: 'No longer offered; kept for old jobs.' }));

/** What is still offered, and what is chosen already. */
export const offered = <T extends { readonly id: string; readonly retired?: true }>(
  things: readonly T[],
  ...chosen: readonly (string | null | undefined)[]
): T[] => things.filter((t) => !t.retired || chosen.includes(t.id));
