export * from './sheet';
export * from './compare';
