/*
 * Drawings of planned setups, parts and devices, true to scale: scenes from facts, pages of primitives from scenes.
 */

export * from './outlines';
export * from '../scene';
export * from './setupScene';
export { inSpaceScene, zerosInSpace, type InSpace } from './inSpace';
export * from './layout';
export * from './primitive';
export * from './hatch';
export * from './partScene';
export * from './tableScene';
export * from './toolScene';
export * from './thingScenes';
export * from './board';
export * from './centers';
export { placeDimensions, textWidth } from './dimensions';
export { PartPicker, type Picked } from './pick';
export { keptBySection, piecesCutOpen, sectionOf, type PieceCutOpen, type SectionSeen } from './section';
export { cutAcross, planeDecision } from './cuttingPlane';
export { openScene, openViews, type OpenView } from './openShell';
export { deviceScene } from './deviceScene';
export { clamped, deviceSolids } from './deviceSolids';
export type { DeviceSolid } from '../holdings';
