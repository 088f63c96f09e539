/*
 * Lists of the library as CSV, out and in: what spreadsheets make of them is read back, and what would change is told
 * before anything does.
 */

export * from './cells';
export * from './table';
export { toolTable } from './tools';
export { materialTable, stockTable } from './material';
