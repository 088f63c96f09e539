/*
 * From one setup to the next: the hand move in words, and whether a located face stays the same. Part and device
 * frame.
 */

export * from './handMoves';
export * from './describe';
