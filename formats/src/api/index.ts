export * from './answers';
export * from './bodies';
export * from './roles';

/** A document with the revision the server holds. */
export interface Revised<T> {
  readonly revision: number;
  readonly document: T;
}

/** A deleted job can be taken out of the bin for so long. */
export const BIN_DAYS = 30;
