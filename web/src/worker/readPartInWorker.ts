import { proxy } from 'comlink';
import type { Feature } from '@violet-jaw/core/part';
import type { PartBody } from '@violet-jaw/formats/model';
import type { ReadOptions } from '@violet-jaw/formats/part';
import type { CheckedRead, ReadWorker } from './read.worker';
import { inOwnWorker } from './runners';

export interface PartReading {
  readonly done: Promise<CheckedRead>;
  cancel(): void;
}

const start = () => new Worker(new URL('./read.worker.ts', import.meta.url), { type: 'module' });

/** Reads a part file in a worker of its own; cancelling ends the worker at once. */
export function readPartInWorker(bytes: Uint8Array, options: ReadOptions, tell: (stage: string) => void): PartReading {
  const { done, cancel } = inOwnWorker<ReadWorker, CheckedRead>(start, (remote) =>
    remote.read(bytes, options, proxy(tell)),
  );
  const told = done.then(
    (read): CheckedRead => read ?? { ok: false, problem: 'Reading was canceled.' },
    (error: unknown): CheckedRead => ({
      ok: false,
      problem: `The reader stopped: ${error instanceof Error ? error.message : String(error)}. Try a smaller file.`,
    }),
  );
  return { done: told, cancel };
}

/** Features of a body that was just read. */
export async function featuresInWorker(body: PartBody): Promise<readonly Feature[]> {
  return (
    (await inOwnWorker<ReadWorker, readonly Feature[]>(
      start,
      (remote) => remote.features(body) as Promise<readonly Feature[]>,
    ).done) ?? []
  );
}
