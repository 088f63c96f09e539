export * from './scene';
export * from './views';
export * from './breaks';
export * from './dimension';
export * from './boxes';
