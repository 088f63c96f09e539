/*
 * The setup sheet as data: a planned job in, rows, steps, account and drawings out; and what changed from one issue
 * to the next.
 */

export * from './types';
export * from './atHand';
export { ledgerRows, workZeroOf } from './ledgerRows';
export * from './sheet';
export * from './compare';
export { familyRows, type FamilyRow } from './family';
export { isOfRemark, remarkEntries, REMARKS_TITLE } from './remarked';
export { runReach } from './atTheMachine';
export * from './pages';
export { cureInWords, earInWords } from './ears';
export { dowelHoles, holeDepth, holeInWords } from './dowelRows';
export type { SheetBring } from './bring';
export { jawsHere } from './jaws';
export { changedTo, takenDown, type ChangedTo } from './changeover';
