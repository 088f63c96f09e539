/** Sides of a blank a block can stand at. */
export const BLOCK_SIDES = ['left', 'right', 'front', 'rear'] as const;
export type BlockSide = (typeof BLOCK_SIDES)[number];
