export * from './handMoves';
export * from './describe';
