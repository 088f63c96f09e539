import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { inLog } from '../problem';

/** What changed: a job, a run, the list of jobs, the library. */
export type Topic = `job:${string}` | `run:${string}` | 'jobs' | 'shop';

const LOOK_MS = 1000;
/** Entries get their numbers before they are there for others: so far back is looked again. */
const BACK_S = 15;

/**
 * Tells pages that something changed, whichever process changed it. News stand in a table, in the transaction they
 * tell of; each process looks there once a second for all its pages together, and only while there are any.
 */
export class News {
  readonly #listeners = new Map<Topic, Set<() => void>>();
  #seen = new Set<number>();
  #timer: NodeJS.Timeout | undefined;
  #closed = false;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: (line: string) => void,
  ) {}

  async tell(topics: readonly Topic[], transaction?: Transaction): Promise<void> {
    await this.sequelize.query(
      `INSERT INTO news (at, topic) VALUES ${topics.map(() => '(UTC_TIMESTAMP(3), ?)').join(', ')}`,
      { replacements: [...topics], transaction },
    );
  }

  /** @param then is called when one of the topics has news @returns how to stop listening */
  async listen(topics: readonly Topic[], then: () => void): Promise<() => void> {
    if (this.#listeners.size === 0) {
      // what was told before somebody listened is no news to them
      this.#seen = new Set((await this.#recent()).map((r) => r.id));
      this.#again();
    }
    for (const topic of topics) this.#listeners.set(topic, (this.#listeners.get(topic) ?? new Set()).add(then));
    return () => {
      for (const topic of topics) {
        const own = this.#listeners.get(topic);
        own?.delete(then);
        if (own?.size === 0) this.#listeners.delete(topic);
      }
    };
  }

  /** How many topics are listened to. */
  get listening(): number {
    return this.#listeners.size;
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#timer);
  }

  #again(): void {
    clearTimeout(this.#timer);
    if (!this.#closed)
      this.#timer = setTimeout(() => {
        void this.#look();
      }, LOOK_MS);
  }

  #recent(): Promise<{ id: number; topic: Topic }[]> {
    return this.sequelize.query(`SELECT id, topic FROM news WHERE at > UTC_TIMESTAMP(3) - INTERVAL ${BACK_S} SECOND`, {
      type: QueryTypes.SELECT,
    });
  }

  async #look(): Promise<void> {
    try {
      const rows = await this.#recent();
      const fresh = rows.filter((r) => !this.#seen.has(r.id));
      this.#seen = new Set(rows.map((r) => r.id));
      for (const then of new Set(fresh.flatMap(({ topic }) => [...(this.#listeners.get(topic) ?? [])]))) then();
    } catch (error) {
      // pages look by themselves now and then, too
      if (!this.#closed) this.log(`news: ${inLog(error)}`);
    }
    if (this.#listeners.size > 0) this.#again();
  }
}
