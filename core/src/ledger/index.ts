export * from './terms';
export * from './shift';
