import type { Setup } from '../job';
import { keptParallels, type Parallels } from '../shop';
import type { Speech } from '../units';

/** One way to mend what is wrong with how a part is held: a change of the setup, as a button says it. */
export interface SetupRemedy {
  readonly says: string;
  readonly set: (setup: Setup) => Setup;
}

/** Whole steps of a shop's sizes, as parallels come in: whole millimeters, sixteenths of an inch. */
export const stepOf = ({ units }: Pick<Speech, 'units'>): number => (units === 'mm' ? 1 : 25.4 / 16);

/** What the shop has of what a remedy can ask for. */
export interface Kept {
  readonly speech: Speech;
  readonly parallels: readonly Parallels[];
}

/** The highest parallels up to a height; where the shop has not told which it has, in whole steps. Lengths in mm. */
export const parallelsUpTo = (height: number, { speech, parallels }: Kept): number | null => {
  const kept = keptParallels(parallels);
  if (kept.length === 0) return Math.floor(height / stepOf(speech) + 1e-9) * stepOf(speech);
  return kept.map((p) => p.height).findLast((h) => h <= height + 1e-9) ?? null;
};

/** The lowest parallels from a height on. */
export const parallelsFrom = (height: number, { speech, parallels }: Kept): number | null => {
  const kept = keptParallels(parallels);
  if (kept.length === 0) return Math.ceil(height / stepOf(speech) - 1e-9) * stepOf(speech);
  return kept.map((p) => p.height).find((h) => h >= height - 1e-9) ?? null;
};
