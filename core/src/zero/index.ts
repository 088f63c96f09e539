/*
 * Work zero: in go the seat, the place on the part where zero is wanted and the station; out come its machine
 * coordinates, the register's value, and how it is touched off. Device and machine frame, mm.
 */

export * from './place';
export * from './workZero';
export * from './touches';
export * from './touchOff';
export * from './programmed';
export * from './lengths';
export * from './worksheet';
export * from './touchWords';
export * from './readings';
