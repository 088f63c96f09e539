export * from './place';
export * from './workZero';
export * from './touchOff';
export * from './programmed';
export * from './lengths';
export * from './worksheet';
export * from './touchWords';
export * from './readings';
