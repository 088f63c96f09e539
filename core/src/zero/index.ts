export * from './place';
export * from './workZero';
export * from './touchOff';
export * from './programmed';
