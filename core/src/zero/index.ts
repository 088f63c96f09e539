export * from './workZero';
export * from './touchOff';
