import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import {
  checkJob,
  isFileBody,
  jobProblems,
  libraryUses,
  readJobFile,
  type Job,
  type JobFile,
} from '@violet-jaw/core/job';
import { type JobList, type JobStateChange, type Revised } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { Models, JobRow } from '../models';
import { badInput, notFound } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { Planning } from './planning';
import { numberIsFree } from './jobBin';
import { keepUses } from './jobUses';
import { keepWords, wordsOf } from './jobWords';
import type { News } from './news';
import { remarkedText, rowOf, type Made } from './remarks';
import { registerUses } from './registerUses';
import { staleWrite, type ShopService } from './shop';
import type { Summaries } from './summaries';
import { JobLists, type JobSearch } from './jobLists';

function checked(input: unknown): Job {
  const shape = checkJob(input);
  if (!shape.ok) throw badInput(shape.problems);
  const problems = jobProblems(shape.value);
  if (problems.length > 0) throw badInput(problems);
  return shape.value;
}

/** What a job brings along besides its document. */
interface Brought {
  readonly family: string;
  readonly remarks: readonly Made[];
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

  /** @param brought what a job brings along that was written as a zip */
  async create(
    input: unknown,
    by: Account | null = null,
    { family = '', remarks = [] }: Partial<Brought> = {},
  ): Promise<Revised<Job> & { id: string }> {
    const job = checked(input);
    const id = randomUUID();
    const columns = await this.#columns(job);
    await inTransaction(this.on.sequelize, async (transaction) => {
      await numberIsFree(this.on, job.number, transaction);
      await this.on.models.jobs.create(
        {
          ...{ id, ...columns, family, changedBy: by?.id ?? null, wantedAt: new Date(), revision: 1 },
          document: JSON.stringify(job),
        },
        { transaction },
      );
      if (by)
        await this.on.models.remarks.bulkCreate(
          remarks.map((made, i) => rowOf(id, i + 1, made, by)),
          { transaction },
        );
      await keepWords(
        this.on.sequelize,
        id,
        { ...job, notes: [job.notes, ...remarks.map((r) => r.says)].join(' ') },
        transaction,
      );
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
    return this.importWith(file.value, by);
  }

  /** The same of a file that was read already, with what it brings along. */
  async importWith(
    file: JobFile,
    by: Account,
    brought: Partial<Brought> = {},
  ): Promise<Revised<Job> & { id: string; adopted: string[] }> {
    const adopted = await this.on.shop.adopt(file.shop);
    return { ...(await this.create(file.job, by, brought)), adopted };
  }

  /** The family a job belongs to; empty: to none. */
  async family(id: string): Promise<string> {
    const row = await this.on.models.jobs.findByPk(id, { attributes: ['family'] });
    if (!row) throw notFound('The job');
    return row.family;
  }

  async write(id: string, input: unknown, expected: number, by: Account): Promise<Revised<Job>> {
    const job = checked(input);
    const columns = await this.#columns(job);
    const result = await inTransaction(this.on.sequelize, async (transaction: Transaction) => {
      const row = await this.on.models.jobs.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      if (!row) throw notFound('The job');
      const before = JSON.parse(row.document) as Job;
      if (row.revision !== expected) throw staleWrite({ revision: row.revision, document: before });
      if (row.number !== job.number) await numberIsFree(this.on, job.number, transaction);
      await row.update(
        { ...columns, changedBy: by.id, wantedAt: new Date(), document: JSON.stringify(job), revision: expected + 1 },
        { transaction },
      );
      if (wordsOf(job).join(' ') !== wordsOf(before).join(' ')) {
        const remarked = await remarkedText(this.on.models, id, transaction);
        await keepWords(this.on.sequelize, id, { ...job, notes: `${job.notes} ${remarked}` }, transaction);
      }
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

  /**
   * Says that a job is done, puts it into the archive, into a family or among the patterns, or takes either back. What
   * is not said stays.
   */
  async state(id: string, { done, archived, family, pattern }: JobStateChange, by: Account): Promise<void> {
    await inTransaction(this.on.sequelize, async (transaction) => {
      const row = await this.on.models.jobs.findByPk(id, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        attributes: ['id', 'number', 'part', 'doneAt', 'archivedAt', 'family', 'isPattern'],
      });
      if (!row) throw notFound('The job');
      const said = [
        ...(done === undefined || done === (row.doneAt !== null) ? [] : [done ? 'done' : 'not done']),
        ...(archived === undefined || archived === (row.archivedAt !== null)
          ? []
          : [archived ? 'into the archive' : 'out of the archive']),
        ...(family === undefined || family === row.family ? [] : [family === '' ? 'of no family' : `family ${family}`]),
        ...(pattern === undefined || pattern === Boolean(row.isPattern) ? [] : [pattern ? 'a pattern' : 'no pattern']),
      ];
      if (said.length === 0) return;
      await row.update(
        {
          ...(done === undefined ? {} : { doneAt: done ? new Date() : null }),
          ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }),
          ...(family === undefined ? {} : { family }),
          ...(pattern === undefined ? {} : { isPattern: pattern }),
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
