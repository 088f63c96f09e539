import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { checkJob, isFileBody, jobProblems, libraryUses, readJobFile, type Job } from '@violet-jaw/core/job';
import { BIN_DAYS, type BinEntry, type JobList, type Revised } from '@violet-jaw/formats/api';
import { inTransaction, takeTurn } from '../database/transaction';
import type { Models, JobRow } from '../models';
import { badInput, notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { Planning } from './planning';
import { keepUses } from './jobUses';
import { keepWords, wordsOf } from './jobWords';
import type { News } from './news';
import { registerUses } from './registerUses';
import { staleWrite, type ShopService } from './shop';
import type { Summaries } from './summaries';
import { JobLists, type JobSearch } from './jobLists';

const MOST_IN_BIN = 500;
function checked(input: unknown): Job {
  const shape = checkJob(input);
  if (!shape.ok) throw badInput(shape.problems);
  const problems = jobProblems(shape.value);
  if (problems.length > 0) throw badInput(problems);
  return shape.value;
}

/** What JobService stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly shop: ShopService;
  readonly planning: Planning;
  readonly audit: AuditService;
  readonly summaries: Summaries;
  readonly news: News;
}

/** Job documents with a revision counter; lists carry a summary planned in the background. */
export class JobService {
  readonly #lists: JobLists;

  constructor(private readonly on: On) {
    this.#lists = new JobLists(on.sequelize, on.models, on.shop, on.summaries);
  }

  /**
   * One page of the jobs that fit, by number, with how many there are (up to 500). Reads columns only: nothing is
   * planned, no document is opened.
   */
  list(search: JobSearch): Promise<JobList> {
    return this.#lists.page(search);
  }

  /** How many jobs there are. */
  count(): Promise<number> {
    return this.on.models.jobs.count();
  }

  async read(id: string): Promise<Revised<Job>> {
    const row = await this.#row(id);
    return { revision: row.revision, document: JSON.parse(row.document) as Job };
  }

  /** Only the revision, for looking whether somebody else changed it. */
  async revision(id: string): Promise<number> {
    const row = await this.on.models.jobs.findByPk(id, { attributes: ['revision'] });
    if (!row) throw notFound('The job');
    return row.revision;
  }

  async create(input: unknown, by: Account | null = null): Promise<Revised<Job> & { id: string }> {
    const job = checked(input);
    const id = randomUUID();
    const columns = await this.#columns(job);
    await inTransaction(this.on.sequelize, async (transaction) => {
      await this.#numberIsFree(job.number, transaction);
      await this.on.models.jobs.create(
        { id, ...columns, changedBy: by?.id ?? null, wantedAt: new Date(), revision: 1, document: JSON.stringify(job) },
        { transaction },
      );
      await keepWords(this.on.sequelize, id, job, transaction);
      await keepUses(this.on.sequelize, id, job, transaction);
      await this.on.news.tell(['jobs'], transaction);
    });
    this.on.summaries.nudge();
    return { id, revision: 1, document: job };
  }

  /** Reads an open job file into a new job, or over an existing one as an ordinary edit. */
  async import(text: string, by: Account): Promise<Revised<Job> & { id: string; adopted: string[] }> {
    const file = readJobFile(text);
    if (!file.ok) throw badInput(file.problems);
    const adopted = await this.on.shop.adopt(file.value.shop);
    return { ...(await this.create(file.value.job, by)), adopted };
  }

  async write(id: string, input: unknown, expected: number, by: Account): Promise<Revised<Job>> {
    const job = checked(input);
    const columns = await this.#columns(job);
    const result = await inTransaction(this.on.sequelize, async (transaction: Transaction) => {
      const row = await this.on.models.jobs.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      if (!row) throw notFound('The job');
      const before = JSON.parse(row.document) as Job;
      if (row.revision !== expected) throw staleWrite({ revision: row.revision, document: before });
      if (row.number !== job.number) await this.#numberIsFree(job.number, transaction);
      await row.update(
        { ...columns, changedBy: by.id, wantedAt: new Date(), document: JSON.stringify(job), revision: expected + 1 },
        { transaction },
      );
      if (wordsOf(job).join(' ') !== wordsOf(before).join(' '))
        await keepWords(this.on.sequelize, id, job, transaction);
      if (JSON.stringify(libraryUses(job)) !== JSON.stringify(libraryUses(before)))
        await keepUses(this.on.sequelize, id, job, transaction);
      await this.#noteAcceptances({ jobId: id, before, after: job, by, transaction });
      await this.on.news.tell([`job:${id}`, 'jobs'], transaction);
      return { revision: expected + 1, document: job };
    });
    this.on.summaries.nudge();
    return result;
  }

  /** Which stops were accepted in writing, or no longer, and by whom. */
  async #noteAcceptances({
    jobId,
    before,
    after,
    by,
    transaction,
  }: {
    readonly jobId: string;
    readonly before: Job;
    readonly after: Job;
    readonly by: Account;
    readonly transaction: Transaction;
  }): Promise<void> {
    const missing = (a: Job, b: Job) =>
      a.accepted.filter(
        (x) => !b.accepted.some((y) => y.code === x.code && y.setupId === x.setupId && y.says === x.says),
      );
    for (const a of missing(after, before))
      await this.on.audit.note(by, 'accepted a stop', { detail: `${a.says} Because: ${a.reason}`, jobId, transaction });
    for (const a of missing(before, after))
      await this.on.audit.note(by, 'withdrew an acceptance', { detail: a.says, jobId, transaction });
  }

  /** People call a job by its number: no two have the same. */
  async #numberIsFree(number: string, transaction: Transaction): Promise<void> {
    await takeTurn(this.on.sequelize, 'job numbers', transaction);
    const other = await this.on.models.jobs.findOne({ where: { number }, attributes: ['part'], transaction });
    if (other)
      throw new Problem(
        409,
        'Number taken',
        `There is a job ${number} already (${other.part}). Give this one another number.`,
      );
  }

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
  async bin(): Promise<BinEntry[]> {
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

  /** Says that a job is done, or puts it into the archive; false takes it back. What is not said stays. */
  async state(
    id: string,
    { done, archived }: { readonly done?: boolean; readonly archived?: boolean },
    by: Account,
  ): Promise<void> {
    await inTransaction(this.on.sequelize, async (transaction) => {
      const row = await this.on.models.jobs.findByPk(id, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        attributes: ['id', 'number', 'part', 'doneAt', 'archivedAt'],
      });
      if (!row) throw notFound('The job');
      const said = [
        ...(done === undefined || done === (row.doneAt !== null) ? [] : [done ? 'done' : 'not done']),
        ...(archived === undefined || archived === (row.archivedAt !== null)
          ? []
          : [archived ? 'into the archive' : 'out of the archive']),
      ];
      if (said.length === 0) return;
      await row.update(
        {
          ...(done === undefined ? {} : { doneAt: done ? new Date() : null }),
          ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }),
        },
        // what a job is was not edited
        { transaction, silent: true },
      );
      await this.on.audit.note(by, 'moved a job on', {
        detail: `${row.number} ${row.part}: ${said.join(', ')}`,
        jobId: id,
        transaction,
      });
      await this.on.news.tell([`job:${id}`, 'jobs'], transaction);
    });
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
      await this.#numberIsFree(row.number, transaction);
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
  async emptyBin(now: Date): Promise<number> {
    return await inTransaction(this.on.sequelize, async (transaction) => {
      const gone = await this.on.models.jobs.findAll({
        where: { deletedAt: { [Op.lt]: new Date(now.getTime() - BIN_DAYS * 86_400_000) } },
        attributes: ['id', 'number', 'part'],
        paranoid: false,
        transaction,
      });
      for (const row of gone) {
        await row.destroy({ transaction, force: true });
        for (const table of ['job_words', 'job_uses'])
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

  async #row(id: string): Promise<JobRow> {
    const row = await this.on.models.jobs.findByPk(id);
    if (!row) throw notFound('The job');
    return row;
  }

  async #columns(job: Job) {
    const hash = isFileBody(job.body) ? job.body.sha256 : undefined;
    const [file, machine] = await Promise.all([
      hash ? this.on.models.files.findByPk(hash, { attributes: ['hash'] }) : null,
      job.machine ? this.on.models.machines.findByPk(job.machine, { attributes: ['id'] }) : null,
    ]);
    return {
      number: job.number,
      part: job.part,
      due: job.due,
      machineId: machine?.id ?? null,
      fileHash: file?.hash ?? null,
      partRevision: job.revision,
      units: job.units,
      material: job.material,
      registers: JSON.stringify(registerUses(job)),
    };
  }
}
