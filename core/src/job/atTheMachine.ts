import type { Setup } from './schema';

/** What must be at hand before the start. A line that nobody has filled in yet is none. */
export const suppliesOf = (setup: Pick<Setup, 'consumables'>): string[] =>
  setup.consumables.filter((what) => what.trim() !== '');

/** What is measured on the first part. A line that nobody has filled in yet is none. */
export const checksOf = (setup: Pick<Setup, 'firstPart'>): Setup['firstPart'] =>
  setup.firstPart.filter((check) => check.what.trim() !== '');
