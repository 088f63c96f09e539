export * from './types';
export * from './sheet';
export * from './compare';
export { runReach } from './atTheMachine';
export * from './pages';
