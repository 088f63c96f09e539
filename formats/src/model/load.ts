import start from 'occt-import-js';
import type { ModelKernel } from './index';

/** Starts the STEP kernel. @param wasmUrl where the page serves its binary; not needed under Node.js */
export async function loadModelKernel(wasmUrl?: string): Promise<ModelKernel> {
  // The kernel reports its own syntax errors on these channels; the reader tells them in words instead.
  const quiet = { print: () => undefined, printErr: () => undefined };
  return start(wasmUrl ? { ...quiet, locateFile: () => wasmUrl } : quiet);
}
