import { proxy, wrap } from 'comlink';
import type { Feature } from '@violet-jaw/core/part';
import type { PartBody } from '@violet-jaw/formats/model';
import type { ReadOptions } from '@violet-jaw/formats/part';
import type { CheckedRead, ReadWorker } from './read.worker';

export interface PartReading {
  readonly done: Promise<CheckedRead>;
  cancel(): void;
}

const start = () => new Worker(new URL('./read.worker.ts', import.meta.url), { type: 'module' });

/** Reads a part file in a worker of its own; cancelling ends the worker at once. */
export function readPartInWorker(bytes: Uint8Array, options: ReadOptions, tell: (stage: string) => void): PartReading {
  const worker = start();
  const remote = wrap<ReadWorker>(worker);
  let cancel = () => undefined as void;
  const done = new Promise<CheckedRead>((resolve) => {
    cancel = () => resolve({ ok: false, problem: 'Reading was canceled.' });
    worker.onerror = (event) => resolve({ ok: false, problem: `The reader stopped: ${event.message || 'out of memory or not loaded'}. Try a smaller file.` });
    remote.read(bytes, options, proxy(tell)).then(resolve, (error: unknown) => resolve({ ok: false, problem: error instanceof Error ? error.message : String(error) }));
  });
  void done.finally(() => worker.terminate());
  return { done, cancel: () => cancel() };
}

/** Features of a body that was just read. */
export async function featuresInWorker(body: PartBody): Promise<readonly Feature[]> {
  const worker = start();
  try {
    return await wrap<ReadWorker>(worker).features(body) as readonly Feature[];
  } finally {
    worker.terminate();
  }
}
