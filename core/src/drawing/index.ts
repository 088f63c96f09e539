export * from './outlines';
export * from './scene';
export * from './setupScene';
export * from './layout';
export * from './hatch';
export * from './partScene';
export * from './tableScene';
