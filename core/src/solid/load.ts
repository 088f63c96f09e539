import Module from 'manifold-3d';
import { Kernel } from './kernel';

/**
 * Starts the geometry kernel. Call once per thread. @param wasmUrl where the page serves the kernel's binary; not
 * needed under Node.js
 */
export async function loadKernel(wasmUrl?: string): Promise<Kernel> {
  const wasm = await Module(wasmUrl ? { locateFile: () => wasmUrl } : undefined);
  wasm.setup();
  return new Kernel(wasm);
}
