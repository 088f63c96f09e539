export * from './adapter';
export * from './control';
export * from './state';
export { execute, type Executed } from './execute';
export { home, type Moved } from './motion';
export { readLine, type Line } from './words';
export { firstTouch, runsInto, type Body, type Contact } from './world';
