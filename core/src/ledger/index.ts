/*
 * The account of a zero and of a shift: every term with its source; they sum to the number itself. Machine axes, mm.
 */

export * from './terms';
export * from './shift';
