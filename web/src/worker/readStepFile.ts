import { proxy, wrap } from 'comlink';
import type { Result } from '@violet-jaw/core/solid';
import type { CheckedBody, StepWorker } from './step.worker';

export interface StepReading {
  readonly done: Promise<Result<CheckedBody[]>>;
  cancel(): void;
}

/** Reads a STEP file in a worker of its own; cancelling ends the worker at once. */
export function readStepFile(bytes: Uint8Array, tell: (stage: string) => void): StepReading {
  const worker = new Worker(new URL('./step.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<StepWorker>(worker);
  let cancel = () => undefined as void;
  const done = new Promise<Result<CheckedBody[]>>((resolve) => {
    cancel = () => resolve({ ok: false, problem: 'Reading was cancelled.' });
    worker.onerror = (event) => resolve({ ok: false, problem: `The STEP reader stopped: ${event.message || 'out of memory or not loaded'}. Try a smaller file.` });
    remote.read(bytes, proxy(tell)).then(resolve, (error: unknown) => resolve({ ok: false, problem: error instanceof Error ? error.message : String(error) }));
  });
  void done.finally(() => worker.terminate());
  return { done, cancel: () => cancel() };
}
