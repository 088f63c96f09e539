export * from './types';
export * from './runPlan';
export * from './state';
export * from './diagnose';
export * from './history';
export * from './drift';
export * from './bodies';
export * from './practice';
export { otherwiseOf, type Otherwise } from './otherwise';
