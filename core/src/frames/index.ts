export * from './vector';
export * from './pose';
export * from './orientation';
