import { proxy, wrap, type Remote } from 'comlink';
import type { SearchWorker } from './search.worker';

export interface Searching<T> {
  readonly done: Promise<T>;
  cancel(): void;
}

/** Runs a search in a worker of its own; cancelling ends it at once. Resolves to null when canceled. */
export function searchInWorker<T>(run: (remote: Remote<SearchWorker>) => Promise<T>): Searching<T | null> {
  const worker = new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' });
  let cancel = () => undefined as void;
  const done = new Promise<T | null>((resolve, reject) => {
    cancel = () => resolve(null);
    worker.onerror = (event) => reject(new Error(event.message || 'the search stopped'));
    run(wrap<SearchWorker>(worker)).then(resolve, reject);
  });
  void done.finally(() => worker.terminate()).catch(() => undefined);
  return { done, cancel: () => cancel() };
}

export { proxy };
