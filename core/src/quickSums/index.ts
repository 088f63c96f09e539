/*
 * Sums a machinist wants without a job: each with what it asks for, a sentence to read out, a drawing to scale and a
 * source. They call the same functions as the jobs do. mm, N, N·m, degrees.
 */

import { AT_THE_MACHINE } from './atTheMachine';
import { CUTTING } from './cutting';
import { HOLDING } from './holding';
import { LOCATING } from './locating';
import { SETUPS } from './setups';
import type { QuickSum } from './types';

export * from './types';

/** Every sum, in the order of the work. A new one is added here. */
export const QUICK_SUMS: readonly QuickSum[] = [...AT_THE_MACHINE, ...SETUPS, ...LOCATING, ...HOLDING, ...CUTTING];

/** What a sum begins with. */
export const startOf = ({ fields }: QuickSum): Record<string, number | string> =>
  Object.fromEntries(fields.map((f) => [f.key, f.start]));
