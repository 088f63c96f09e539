import { proxy, type Remote } from 'comlink';
import { inOwnWorker, type Working } from './runners';
import type { SearchWorker } from './search.worker';

export type Searching<T> = Working<T>;

/** Runs a search in a worker of its own; cancelling ends it at once. */
export const searchInWorker = <T>(run: (remote: Remote<SearchWorker>) => Promise<T>): Searching<T> =>
  inOwnWorker<SearchWorker, T>(
    () => new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' }),
    run,
  );

export { proxy };
