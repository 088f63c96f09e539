/*
 * Parts that are turned from bar: the profile, the plan of grips, the sequence of both spindles, the account of a
 * cycle, and a control that runs it. Places count from the finished front face towards the main spindle, mm.
 */

export * from './types';
export * from './profile';
export { shaftDeflectionMm, stretchesBetween, type Stretch } from './beam';
export { planGrips, type GripPlan, type Grips, type GripsWanted, type KeptClear } from './grips';
export { accountOf, partsBefore } from './account';
export { keptClearOf, strokeOf } from './changes';
export { planTurned, type TurnedInput } from './plan';
export { turnedScene } from './scene';
export { endScene } from './endsScene';
export * from './words';
export { likelyFront } from './features';
export { turnedFindings } from './findings';
export { turnedUses } from './checks/registers';
export { simulateBar, type SimulatedBar, type SimulatedPart } from './simulated';
