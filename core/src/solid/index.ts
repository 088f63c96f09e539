export * from './mesh';
export * from './window';
export * from './kernel';
export { loadKernel } from './load';
