import type { CutFeature, ExactJob, Simulated } from '@violet-jaw/core/exact';
import { inOwnWorker } from './runners';
import type { SimulateWorker } from './simulate.worker';

/** Runs many simulated parts in a worker of its own. */
export const simulateInWorker = (
  job: ExactJob,
  pair: readonly [CutFeature, CutFeature],
  seed: number,
): Promise<Simulated | null> =>
  inOwnWorker<SimulateWorker, Simulated | null>(
    () => new Worker(new URL('./simulate.worker.ts', import.meta.url), { type: 'module' }),
    (remote) => remote.simulate(job, pair, seed),
  ).done;
