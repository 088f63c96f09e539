import { Worker } from 'node:worker_threads';
import type { FromChild } from './pool';

/** Tells what a task is at: if it is stopped there, that is known. */
export type TellPhase = (phase: string) => void;

/**
 * A process whose main thread computes without end hears nothing: a thread of its own looks whether the pool still is.
 */
const ENDS_WITH_POOL = `const pool = process.ppid; setInterval(() => { if (process.ppid !== pool) process.kill(process.pid, 'SIGKILL'); }, 1000);`;

/** Answers the tasks a `WorkPool` sends this process, one at a time, until the pool is gone. */
export function serveTasks(work: Readonly<Record<string, (input: never, tell: TellPhase) => Promise<unknown>>>): void {
  const tell = (message: FromChild) => {
    process.send?.(message);
  };
  process.on('disconnect', () => process.exit(0));
  new Worker(ENDS_WITH_POOL, { eval: true }).unref();
  process.on('message', ({ id, name, input }: { id: number; name: string; input: never }) => {
    // what starting this process took is not the task's
    tell({ id, began: true });
    void work[name](input, (phase) => tell({ id, phase })).then(
      (value) => tell({ id, ok: true, value }),
      (error: unknown) => tell({ id, ok: false, message: error instanceof Error ? error.message : String(error) }),
    );
  });
}
