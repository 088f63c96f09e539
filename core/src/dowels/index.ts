export * from './fits';
export * from './layings';
export * from './pattern';
export * from './sides';
export * from './seated';
export * from './words';
export * from './walls';
export * from './propose';
