export * from './mesh';
export * from './window';
export * from './kernel';
export { isInOutlines, type Outlines } from './flatKernel';
export { loadKernel } from './load';
export { ViewMesh } from './viewMesh';
export { viewLines, type Segments, type ViewLines } from './viewLines';
export * from './prism';
export { repairMesh, type Repaired } from './repair';
