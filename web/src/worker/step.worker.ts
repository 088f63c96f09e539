import { expose } from 'comlink';
import wasmUrl from 'occt-import-js/dist/occt-import-js.wasm?url';
import { readStep, stepProblem, type StepBody, type StepKernel } from '@violet-jaw/formats/step';
import { loadStepKernel } from '@violet-jaw/formats/step/load.ts';
import { shellProblem, weldMesh, type Result } from '@violet-jaw/core/solid';

/** A body with why it cannot be a part: an open shell; null when it can. */
export type CheckedBody = StepBody & { readonly problem: string | null };

let kernel: Promise<StepKernel> | null = null;

const worker = {
  /** @param tell called with what is being done now */
  async read(bytes: Uint8Array, tell: (stage: string) => void): Promise<Result<CheckedBody[]>> {
    const problem = stepProblem(bytes);
    if (problem) return { ok: false, problem };
    tell('starting the STEP reader');
    kernel ??= loadStepKernel(wasmUrl);
    const ready = await kernel;
    tell(`reading ${(bytes.length / 1024).toFixed(0)} kB and meshing its faces`);
    const result = readStep(ready, bytes);
    if (!result.ok) return result;
    tell('checking that the bodies are closed');
    return { ok: true, value: result.value.map((body) => ({ ...body, problem: shellProblem(weldMesh(body.mesh)) })) };
  },
};

export type StepWorker = typeof worker;
expose(worker);
