export { LIMITS, stoppedInWords, Stopped, WorkPool, type Lane, type Limits, type Task, type Why } from './pool';
export { serveTasks, type TellPhase } from './child';
