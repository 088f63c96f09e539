/*
 * Solids, meshes and outlines: booleans, sections, offsets; the geometry kernel behind one interface. No frame of
 * its own, mm.
 */

export * from './mesh';
export * from './window';
export * from './kernel';
export { withArcs } from './arcs';
export * from './levels';
export { isGapOfFacets, shareSlopes } from './facesOf';
export { barAround, DEVIATION_MM } from './barAround';
export { boxOfVolume, volumeInside } from './volumeInside';
export { isInOutlines, type Outlines } from './flatKernel';
export { revolved, turnedSolid, type TurnedStep } from './turned';
export { loadKernel } from './load';
export { viewOf, ViewMesh } from './viewMesh';
export { sideBySide, viewLines, viewLinesTogether, type Segments, type ViewLines } from './viewLines';
export * from './prism';
export { repairMesh, type Repaired } from './repair';
