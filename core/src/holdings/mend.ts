import type { Setup } from '../job';
import type { Speech } from '../units';

/** One way to mend what is wrong with how a part is held: a change of the setup, as a button says it. */
export interface SetupRemedy {
  readonly says: string;
  readonly set: (setup: Setup) => Setup;
}

/** Whole steps of a shop's sizes, as parallels come in: whole millimeters, sixteenths of an inch. */
export const stepOf = ({ units }: Pick<Speech, 'units'>): number => (units === 'mm' ? 1 : 25.4 / 16);
