export { Planner, type PlanInput, type PlanSolids } from './planner';
export * from './planned';
export type { Flats } from './flats';
export type { Cut, Material, Unreached } from './whatIsLeft';
export * from './output';
export { pieceShift } from './pieces';
export { firstPosition } from './safe';
export { registerUses, type RegisterUse } from './registers';
export * from './depths';
