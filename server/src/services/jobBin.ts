import { Op, type Sequelize, type Transaction } from 'sequelize';
import { BIN_DAYS, type BinEntry } from '@violet-jaw/formats/api';
import { inTransaction, takeTurn } from '../database/transaction';
import type { Models } from '../models';
import { notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { News } from './news';
import type { Planning } from './planning';
import type { Summaries } from './summaries';

const MOST_IN_BIN = 500;

/** What JobBin stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly planning: Planning;
  readonly audit: AuditService;
  readonly summaries: Summaries;
  readonly news: News;
}

/** People call a job by its number: no two have the same. */
export async function numberIsFree(
  { sequelize, models }: Pick<On, 'sequelize' | 'models'>,
  number: string,
  transaction: Transaction,
): Promise<void> {
  await takeTurn(sequelize, 'job numbers', transaction);
  const other = await models.jobs.findOne({ where: { number }, attributes: ['part'], transaction });
  if (other)
    throw new Problem(
      409,
      'Number taken',
      `There is a job ${number} already (${other.part}). Give this one another number.`,
    );
}

/** Jobs that were deleted: they lie here for a while, and can be taken back. */
export class JobBin {
  constructor(private readonly on: On) {}

  /** Puts a job that was never issued into the bin. */
  async remove(id: string, by: Account): Promise<void> {
    await inTransaction(this.on.sequelize, async (transaction) => {
      const row = await this.on.models.jobs.findByPk(id, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        attributes: ['id', 'number', 'part'],
      });
      if (!row) throw notFound('The job');
      const issued = await this.on.models.issues.count({ where: { jobId: id }, transaction });
      if (issued > 0)
        throw new Problem(
          409,
          'Issued',
          `The job has ${issued} issued ${issued === 1 ? 'sheet' : 'sheets'}; issues are kept, so the job cannot be deleted.`,
        );
      await row.destroy({ transaction });
      await this.on.audit.note(by, 'deleted a job', { detail: `${row.number} ${row.part}`, jobId: id, transaction });
      await this.on.news.tell([`job:${id}`, 'jobs'], transaction);
    });
    this.on.planning.cancel(id);
  }

  /** What lies in the bin, what was deleted last first. */
  async list(): Promise<BinEntry[]> {
    const rows = await this.on.models.jobs.findAll({
      where: { deletedAt: { [Op.ne]: null } },
      attributes: ['id', 'number', 'part', 'deletedAt'],
      order: [
        ['deletedAt', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: MOST_IN_BIN,
      paranoid: false,
    });
    const by = await this.on.models.audit.findAll({
      where: { jobId: rows.map((r) => r.id), action: 'deleted a job' },
      order: [['place', 'ASC']],
    });
    const who = new Map(by.map((e) => [e.jobId, e.name]));
    return rows.map((r) => ({
      id: r.id,
      number: r.number,
      part: r.part,
      deletedAt: r.deletedAt!.toISOString(),
      deletedBy: who.get(r.id) ?? '',
      goneAt: new Date(r.deletedAt!.getTime() + BIN_DAYS * 86_400_000).toISOString(),
    }));
  }

  /** Takes a job out of the bin, as it was. Its number may have been given to another one meanwhile. */
  async restore(id: string, by: Account): Promise<void> {
    await inTransaction(this.on.sequelize, async (transaction) => {
      const row = await this.on.models.jobs.findByPk(id, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        attributes: ['id', 'number', 'part', 'deletedAt'],
        paranoid: false,
      });
      if (!row?.deletedAt)
        throw new Problem(404, 'Not in the bin', 'The job is not in the bin. It may have been taken out already.');
      await numberIsFree(this.on, row.number, transaction);
      await row.restore({ transaction });
      await this.on.audit.note(by, 'took a job out of the bin', {
        detail: `${row.number} ${row.part}`,
        jobId: id,
        transaction,
      });
      await this.on.news.tell([`job:${id}`, 'jobs'], transaction);
    });
    this.on.summaries.nudge();
  }

  /** Deletes for good what has lain in the bin for its time. @returns how many */
  async emptyOld(now: Date): Promise<number> {
    return await inTransaction(this.on.sequelize, async (transaction) => {
      const gone = await this.on.models.jobs.findAll({
        where: { deletedAt: { [Op.lt]: new Date(now.getTime() - BIN_DAYS * 86_400_000) } },
        attributes: ['id', 'number', 'part'],
        paranoid: false,
        transaction,
      });
      for (const row of gone) {
        await row.destroy({ transaction, force: true });
        for (const table of ['job_words', 'job_uses', 'job_remarks'])
          await this.on.sequelize.query(`DELETE FROM ${table} WHERE job_id = ?`, {
            replacements: [row.id],
            transaction,
          });
        await this.on.audit.note(null, 'emptied the bin', {
          detail: `${row.number} ${row.part}, after ${BIN_DAYS} days`,
          jobId: row.id,
          transaction,
        });
      }
      return gone.length;
    });
  }
}
