import type { Job } from '@violet-jaw/core/job';
import { bodyKey } from '@violet-jaw/core/part';
import type { Shop } from '@violet-jaw/core/shop';
import type { Result } from '@violet-jaw/core/solid';
import type { JobSummary } from '@violet-jaw/formats/api';
import { filesOf } from '@violet-jaw/formats/part/choose.ts';
import { Problem } from '../problem';
import { stoppedInWords, Stopped, WorkPool, type Lane, type Limits } from '../work';
import type { PhotoMade } from '../work/photo';
import { READING, type FreezeAs, type Frozen, type Summarized } from '../work/tasks';
import type { Files } from './files';
import type { Prepared } from './prepared';

interface Input {
  readonly job: Job;
  readonly shop: Shop;
}

/** Whose work it is, and for which job: it ends when the job is deleted or nobody waits any more. */
export interface WorkFor {
  readonly jobId: string;
  readonly owner: string;
  readonly signal?: AbortSignal;
  readonly onPhase?: (phase: string) => void;
}

/** A photo of 12 megapixels takes 4. */
const PHOTO_SECONDS = 40;

/** What Planning stands on. */
interface On {
  /** the program of the processes */
  readonly work: string;
  readonly files: Files;
  readonly prepared: Prepared;
  readonly limits: Limits;
  readonly log: (line: string) => void;
}

/**
 * Plans jobs in processes of their own, so that the API answers while solids are computed, whatever a file does to its
 * reader.
 */
export class Planning {
  readonly #pool: WorkPool;
  readonly #ofJob = new Map<string, Set<AbortController>>();

  constructor(private readonly on: On) {
    this.#pool = new WorkPool(on.work, 2, on.log);
  }

  /**
   * What the list says of a job; what opening it needs is prepared on the way. A job that cannot be planned within the
   * limits says so.
   */
  async summarize(input: Input, work: WorkFor): Promise<JobSummary> {
    try {
      const { summary, job, bodies } = await this.#run<Summarized>(
        'summarize',
        'background',
        { ...input, read: await this.#unread(input.job) },
        work,
      );
      if (job) await this.on.prepared.put(this.on.prepared.keyOfJob(input.job, input.shop), work.jobId, job);
      for (const { source, text } of bodies)
        await this.on.prepared.put(this.on.prepared.keyOfBodies(source), this.on.prepared.readingOf(source), text);
      return summary;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return { counts: { stop: 1, caution: 0, note: 0 }, setups: [], problem: error.detail };
    }
  }

  /** Keys of the readings that are not prepared yet. */
  async #unread(job: Job): Promise<string[]> {
    const found = await Promise.all(
      filesOf(job).map(async (source) =>
        (await this.on.prepared.has(this.on.prepared.keyOfBodies(source))) ? [] : [bodyKey(source)],
      ),
    );
    return found.flat();
  }

  freeze(input: Input & FreezeAs, work: WorkFor): Promise<Result<Frozen>> {
    return this.#run<Result<Frozen>>('freeze', 'asked', input, work);
  }

  /** What is set by position in a setup, drawn as large as it is, as a PDF. */
  placing(
    input: Input & { readonly setupId: string; readonly paper: 'A4' | 'Letter' },
    work: WorkFor,
  ): Promise<Result<Uint8Array>> {
    return this.#run<Result<Uint8Array>>('placing', 'asked', input, work);
  }

  /** A photo written anew, whatever the file that came does to its reader. */
  async photo(bytes: Uint8Array, { owner, signal }: Pick<WorkFor, 'owner' | 'signal'>): Promise<Result<PhotoMade>> {
    const limits = { ...this.on.limits, cpuSeconds: Math.min(PHOTO_SECONDS, this.on.limits.cpuSeconds) };
    try {
      return await this.#pool.run<Result<PhotoMade>>({
        ...{ name: 'photo', lane: 'asked', input: { bytes }, owner, limits, signal },
      });
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
      const what = stoppedInWords(error.why, limits);
      if (!what) throw await this.#inWords(error);
      return { ok: false, problem: `Reading the photo ${what} and was stopped. Take it again, with fewer pixels.` };
    }
  }

  /** A job is gone: nobody wants its plans. */
  cancel(jobId: string): void {
    for (const controller of this.#ofJob.get(jobId) ?? []) controller.abort();
  }

  get state(): WorkPool['state'] {
    return this.#pool.state;
  }

  close(): void {
    this.#pool.close();
  }

  async #run<T>(
    name: string,
    lane: Lane,
    input: Input & { readonly read?: readonly string[] },
    { jobId, owner, signal, onPhase }: WorkFor,
  ): Promise<T> {
    const harmful = await this.on.files.harmfulOf(input.job);
    if (harmful) throw new Problem(409, 'File stopped its reader', harmful);
    const controller = new AbortController();
    signal?.addEventListener('abort', () => controller.abort(), { once: true });
    const own = this.#ofJob.get(jobId) ?? new Set();
    this.#ofJob.set(jobId, own.add(controller));
    try {
      return await this.#pool.run<T>({
        name,
        lane,
        owner,
        input: { ...input, paths: await this.on.files.pathsFor(input.job) },
        limits: this.on.limits,
        signal: controller.signal,
        onPhase,
      });
    } catch (error) {
      throw error instanceof Stopped ? await this.#inWords(error) : error;
    } finally {
      own.delete(controller);
      if (own.size === 0) this.#ofJob.delete(jobId);
    }
  }

  /** Why there is no plan. A file that stopped its reader is kept in mind, and not tried again by itself. */
  async #inWords({ why, phase }: Stopped): Promise<Problem | Stopped> {
    const what = stoppedInWords(why, this.on.limits);
    if (!what)
      return why === 'full'
        ? new Problem(503, 'Too much is waiting', 'Too much is waiting to be planned already. Try again in a minute.')
        : new Stopped(why, phase);
    if (phase?.startsWith(READING))
      return new Problem(
        409,
        'File stopped its reader',
        await this.on.files.markHarmful(phase.slice(READING.length), what),
      );
    return new Problem(
      409,
      'Cannot be planned',
      `Planning this job ${what} and was stopped. Make it simpler: fewer copies or setups, or a part without small details.`,
    );
  }
}
