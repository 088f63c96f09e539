/*
 * A control and its machine, simulated: lines and keys in, where the axes go out. Machine frame, mm.
 */

export * from './adapter';
export * from './control';
export * from './state';
export { execute, type Executed } from './execute';
export { home, type Moved } from './motion';
export { readLine, type Line } from './words';
export { firstTouch, runsInto, type Body, type Contact } from './world';
