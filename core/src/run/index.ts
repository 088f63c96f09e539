/*
 * What the operator does at the machine, step by step: in goes a planned job, out come steps, what is expected of
 * each reading, and what a wrong one probably means.
 */

export * from './types';
export * from './runPlan';
export * from './state';
export * from './diagnose';
export * from './history';
export * from './drift';
export * from './spindle';
export * from './bodies';
export * from './practice';
export { otherwiseOf, type Otherwise } from './otherwise';
export { touchedIn, type RunPictures } from './pictures';
