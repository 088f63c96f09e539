import { Piscina } from 'piscina';
import type { Job } from '@violet-jaw/core/job';
import type { Shop } from '@violet-jaw/core/shop';
import type { Result } from '@violet-jaw/core/solid';
import type { JobSummary } from '@violet-jaw/formats/api';
import type { FreezeAs, Frozen } from '../worker/plan.worker';

interface Input {
  readonly job: Job;
  readonly shop: Shop;
  readonly paths: Record<string, string>;
}

/** Plans jobs in worker threads, so that the API answers while solids are computed. */
export class Planning {
  #pool: Piscina;

  constructor(workerFile: string) {
    this.#pool = new Piscina({ filename: workerFile, minThreads: 0, maxThreads: 2, idleTimeout: 300_000 });
  }

  summarize(input: Input): Promise<JobSummary> {
    return this.#pool.run(input, { name: 'summarize' }) as Promise<JobSummary>;
  }

  freeze(input: Input & FreezeAs): Promise<Result<Frozen>> {
    return this.#pool.run(input, { name: 'freeze' }) as Promise<Result<Frozen>>;
  }

  close(): Promise<void> {
    return this.#pool.destroy();
  }
}
