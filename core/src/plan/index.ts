/*
 * The pipeline: job and library in, planned job out. pipeline.ts reads from top to bottom; stages say what each step
 * is computed from.
 */

export { Planner } from './planner';
export type { PlanInput, PlanSolids } from './input';
export { Graph, type Stage } from './graph';
export * from './planned';
export type { Flats } from './flats';
export type { Unreached } from './unreached';
export type { Material } from './material';
export type { CutAway } from './whatIsLeft';
export * from './output';
export { dowelsHere } from './dowelsHere';
export { pieceShift } from './pieces';
export { viseOf } from './standing';
export { firstPosition } from './safe';
export { registerUses, type RegisterUse } from './registers';
export * from './decisions';
export { spotsOf, type Spot } from './spots';
export * from './depths';
