import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { Job } from '@violet-jaw/core/job';
import type { JobSummary } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { Models } from '../models';
import { inLog } from '../problem';
import { Stopped } from '../work';
import type { News } from './news';
import type { Planning } from './planning';
import type { ShopService } from './shop';

/** Whoever works at a summary says so again and again; when they no longer do, somebody else takes it. */
const LEASE_S = 60;
const SAY_AGAIN_MS = 20_000;
const LOOK_MS = 3000;
const MOST_TRIES = 4;
/** Work at once, of one server: the pool leaves a process for what is asked for. */
const AT_ONCE = 2;

interface Taken {
  readonly id: string;
  readonly revision: number;
  readonly document: string;
  readonly owner: string;
  readonly tries: number;
}

/** What Summaries stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly shop: ShopService;
  readonly planning: Planning;
  readonly news: News;
  readonly log: (line: string) => void;
  /** false: nothing is planned before it is asked for */
  readonly ahead: boolean;
}

/**
 * What lists say of jobs, planned in the background. The jobs themselves say whether they need it: by their revision,
 * or because the shop's library changed. Any server takes the next one, what somebody just looked at first; nothing is
 * put into a queue at once.
 */
export class Summaries {
  readonly #running = new Set<Promise<void>>();
  #closed = false;
  #looking: Promise<void> | null = null;
  readonly #timer: NodeJS.Timeout;

  constructor(private readonly on: On) {
    this.#timer = setInterval(() => this.nudge(), LOOK_MS);
    this.#timer.unref();
  }

  /** There may be something to do. */
  nudge(): void {
    if (this.#looking || this.#closed || !this.on.ahead) return;
    this.#looking = this.#fill()
      .catch((error: unknown) => {
        if (!this.#closed) this.on.log(`summaries: ${inLog(error)}`);
      })
      .finally(() => {
        this.#looking = null;
      });
  }

  /** Somebody looks at these: they come first. */
  async want(ids: readonly string[]): Promise<void> {
    if (ids.length === 0) return;
    await this.on.models.jobs.update({ wantedAt: new Date() }, { where: { id: { [Op.in]: [...ids] } }, silent: true });
    this.nudge();
  }

  /** A job is opened that is not prepared, though its summary is there: another program planned it. */
  async again(id: string): Promise<void> {
    await this.on.sequelize.query(
      'UPDATE jobs SET summary_revision = NULL, wanted_at = UTC_TIMESTAMP(3) WHERE id = ? AND summary_revision = revision AND (taken_until IS NULL OR taken_until < UTC_TIMESTAMP(3))',
      { replacements: [id], type: QueryTypes.UPDATE },
    );
    this.nudge();
  }

  /** Takes nothing more; over when what it was at is. */
  async close(): Promise<void> {
    this.#closed = true;
    clearInterval(this.#timer);
    await this.#looking;
    await Promise.allSettled(this.#running);
  }

  async #fill(): Promise<void> {
    while (this.#running.size < AT_ONCE && !this.#closed) {
      const shopRevision = await this.on.shop.revision();
      const taken = await this.#take(shopRevision);
      if (!taken) return;
      const work = this.#plan(taken)
        .catch((error: unknown) => {
          if (!this.#closed) this.on.log(`summary of ${taken.id}: ${inLog(error)}`);
        })
        .finally(() => {
          this.#running.delete(work);
          this.nudge();
        });
      this.#running.add(work);
    }
  }

  /** The next job that needs its summary, taken for as long as we say so. */
  async #take(shopRevision: number): Promise<Taken | null> {
    return await inTransaction(this.on.sequelize, async (transaction) => {
      const [row] = await this.on.sequelize.query<Taken>(
        `SELECT id, revision, document, COALESCE(changed_by, '') owner, tries FROM jobs
         WHERE deleted_at IS NULL AND (summary_shop IS NULL OR summary_shop <> ? OR summary_revision IS NULL OR summary_revision <> revision) AND (taken_until IS NULL OR taken_until < UTC_TIMESTAMP(3))
         ORDER BY wanted_at DESC LIMIT 1 FOR UPDATE SKIP LOCKED`,
        { replacements: [shopRevision], type: QueryTypes.SELECT, transaction },
      );
      if (!row) return null;
      await this.#hold(row.id, transaction, ', tries = tries + 1');
      return row;
    });
  }

  async #hold(id: string, transaction?: Transaction, also = ''): Promise<void> {
    await this.on.sequelize.query(
      `UPDATE jobs SET taken_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE_S} SECOND${also} WHERE id = ?`,
      { replacements: [id], transaction },
    );
  }

  async #plan({ id, revision, document, owner, tries }: Taken): Promise<void> {
    const again = setInterval(() => {
      void this.#hold(id).catch(() => undefined);
    }, SAY_AGAIN_MS);
    try {
      const shop = await this.on.shop.read();
      const summary: JobSummary =
        tries >= MOST_TRIES
          ? {
              counts: { stop: 1, caution: 0, note: 0 },
              setups: [],
              problem: `Planning this job did not come to an end ${tries} times. Change it, or look at it on the page Route.`,
            }
          : await this.on.planning.summarize(
              { job: JSON.parse(document) as Job, shop: shop.document },
              { jobId: id, owner },
            );
      const { stop, caution } = summary.counts;
      await this.on.models.jobs.update(
        {
          summary: JSON.stringify(summary),
          summaryRevision: revision,
          summaryShop: shop.revision,
          openFindings: stop + caution,
          takenUntil: null,
          tries: 0,
        },
        { where: { id, revision }, silent: true },
      );
      await this.on.news.tell(['jobs']);
      // changed meanwhile: it is planned anew at once
      await this.on.models.jobs.update(
        { takenUntil: null, tries: 0 },
        { where: { id, revision: { [Op.ne]: revision } }, silent: true },
      );
    } catch (error) {
      await this.on.models.jobs
        .update(
          { takenUntil: error instanceof Stopped ? null : new Date(Date.now() + 5000) },
          { where: { id }, silent: true },
        )
        .catch(() => undefined);
      if (!(error instanceof Stopped)) throw error;
    } finally {
      clearInterval(again);
    }
  }
}
