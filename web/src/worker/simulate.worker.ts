import { expose } from 'comlink';
import { simulate, type CutFeature, type ExactJob, type Simulated } from '@violet-jaw/core/exact';

const worker = {
  simulate: (job: ExactJob, pair: readonly [CutFeature, CutFeature], seed: number): Simulated | null =>
    simulate(job, pair, seed),
};

export type SimulateWorker = typeof worker;
expose(worker);
