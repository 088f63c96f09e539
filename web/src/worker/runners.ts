import { wrap, type Remote } from 'comlink';

/** How a question stands while it is worked on. */
export interface Standing {
  /** nobody has forgotten it */
  wanted(): boolean;
  /** and nothing newer has been asked since */
  newest(): boolean;
  /** comes true when something newer is asked, or it is forgotten */
  readonly overtaken: Promise<void>;
}

export interface Runner<Q> {
  /** @returns when the newest question is answered, whichever that is by then */
  ask(question: Q): Promise<void>;
  /** what is worked on is wanted no more, and what waits is dropped */
  forget(): void;
}

/**
 * Works on questions that change faster than they can be answered: one at a time, and of those that came up meanwhile
 * only the newest.
 * The answers before it are no longer worth computing. What `work` throws for the last of them, `ask` throws.
 */
export function newestWins<Q>(work: (question: Q, standing: Standing) => Promise<void>): Runner<Q> {
  let waiting: { readonly question: Q } | null = null;
  let running: Promise<void> | null = null;
  let generation = 0;
  let overtake: () => void = () => undefined;
  const one = async ({ question }: { readonly question: Q }): Promise<void> => {
    const mine = generation;
    const wanted = () => mine === generation;
    const overtaken = new Promise<void>((done) => {
      overtake = done;
    });
    await work(question, { wanted, newest: () => wanted() && waiting === null, overtaken });
  };
  const run = async (): Promise<void> => {
    let failed: unknown = null;
    while (waiting) {
      const next: { readonly question: Q } = waiting;
      waiting = null;
      failed = null;
      await one(next).catch((error: unknown) => {
        failed = error;
      });
    }
    running = null;
    if (failed !== null) throw failed as Error;
  };
  return {
    ask: (question) => {
      waiting = { question };
      overtake();
      return (running ??= run());
    },
    forget: () => {
      generation += 1;
      waiting = null;
      overtake();
    },
  };
}

export interface Working<T> {
  /** null: it was canceled */
  readonly done: Promise<T | null>;
  cancel(): void;
}

/**
 * Does one thing in a worker of its own, which ends with it; cancelling ends it at once. Rejects when the worker
 * cannot be loaded or runs out of memory.
 */
export function inOwnWorker<W, T>(start: () => Worker, run: (remote: Remote<W>) => Promise<T>): Working<T> {
  const worker = start();
  let cancel = () => undefined as void;
  const done = new Promise<T | null>((resolve, reject) => {
    cancel = () => resolve(null);
    worker.onerror = (event) => reject(new Error(event.message || 'it was not loaded, or ran out of memory'));
    run(wrap<W>(worker)).then(resolve, reject);
  });
  void done.finally(() => worker.terminate()).catch(() => undefined);
  return { done, cancel: () => cancel() };
}
