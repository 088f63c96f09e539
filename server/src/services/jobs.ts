import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { checkJob, isFileBody, jobProblems, readJobFile, type Job } from '@violet-jaw/core/job';
import type { JobListEntry, JobSummary, Revised } from '@violet-jaw/formats/api';
import type { Models, JobRow } from '../models';
import { badInput, notFound, Problem } from '../problem';
import type { Account } from './accounts';
import type { AuditService } from './audit';
import type { Planning } from './planning';
import { staleWrite, type ShopService } from './shop';

interface StoredSummary {
  readonly revision: number;
  readonly shopRevision: number;
  readonly summary: JobSummary;
}

function checked(input: unknown): Job {
  const shape = checkJob(input);
  if (!shape.ok) throw badInput(shape.problems);
  const problems = jobProblems(shape.value);
  if (problems.length > 0) throw badInput(problems);
  return shape.value;
}

/** Job documents with a revision counter; lists carry a summary planned in the background. */
export class JobService {
  readonly #summarizing = new Set<string>();

  constructor(
    private readonly sequelize: Sequelize, private readonly models: Models, private readonly shop: ShopService,
    private readonly planning: Planning, private readonly audit: AuditService, private readonly log: (line: string) => void,
  ) {}

  async list(): Promise<JobListEntry[]> {
    const [rows, shop, letters] = await Promise.all([
      this.models.jobs.findAll({ order: [['number', 'ASC'], ['createdAt', 'ASC']] }), this.shop.read(),
      this.models.issues.findAll({ attributes: ['jobId', 'letter', 'place'], order: [['place', 'ASC']] }),
    ]);
    return rows.map((row) => {
      const job = JSON.parse(row.document) as Job;
      const stored = row.summary ? JSON.parse(row.summary) as StoredSummary : null;
      const current = stored && stored.revision === row.revision && stored.shopRevision === shop.revision;
      if (!current) this.summarizeLater(row.id);
      return {
        id: row.id, number: row.number, part: row.part, revision: job.revision, due: row.due, units: job.units, updatedAt: row.updatedAt.toISOString(),
        machine: shop.document.machines.find((m) => m.id === job.machine)?.name ?? null,
        letter: letters.filter((l) => l.jobId === row.id).at(-1)?.letter ?? null,
        summary: current ? stored.summary : null,
      };
    });
  }

  async read(id: string): Promise<Revised<Job>> {
    const row = await this.#row(id);
    return { revision: row.revision, document: JSON.parse(row.document) as Job };
  }

  /** Only the revision, for looking whether somebody else changed it. */
  async revision(id: string): Promise<number> {
    const row = await this.models.jobs.findByPk(id, { attributes: ['revision'] });
    if (!row) throw notFound('The job');
    return row.revision;
  }

  async create(input: unknown): Promise<Revised<Job> & { id: string }> {
    const job = checked(input);
    const id = randomUUID();
    const columns = await this.#columns(job);
    await this.sequelize.transaction(async (transaction) => {
      await this.#numberIsFree(job.number, transaction);
      await this.models.jobs.create({ id, ...columns, revision: 1, document: JSON.stringify(job) }, { transaction });
    });
    this.summarizeLater(id);
    return { id, revision: 1, document: job };
  }

  /** Reads an open job file into a new job, or over an existing one as an ordinary edit. */
  async import(text: string): Promise<Revised<Job> & { id: string; adopted: string[] }> {
    const file = readJobFile(text);
    if (!file.ok) throw badInput(file.problems);
    const adopted = await this.shop.adopt(file.value.shop);
    return { ...await this.create(file.value.job), adopted };
  }

  async write(id: string, input: unknown, expected: number, by: Account): Promise<Revised<Job>> {
    const job = checked(input);
    const columns = await this.#columns(job);
    const result = await this.sequelize.transaction(async (transaction: Transaction) => {
      const row = await this.models.jobs.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      if (!row) throw notFound('The job');
      const before = JSON.parse(row.document) as Job;
      if (row.revision !== expected) throw staleWrite({ revision: row.revision, document: before });
      if (row.number !== job.number) await this.#numberIsFree(job.number, transaction);
      await row.update({ ...columns, document: JSON.stringify(job), revision: expected + 1 }, { transaction });
      await this.#noteAcceptances(id, before, job, by, transaction);
      return { revision: expected + 1, document: job };
    });
    this.summarizeLater(id);
    return result;
  }

  /** Which stops were accepted in writing, or no longer, and by whom. */
  async #noteAcceptances(jobId: string, before: Job, after: Job, by: Account, transaction: Transaction): Promise<void> {
    const missing = (a: Job, b: Job) => a.accepted.filter((x) => !b.accepted.some((y) => y.code === x.code && y.setupId === x.setupId && y.says === x.says));
    for (const a of missing(after, before)) await this.audit.note(by, 'accepted a stop', { detail: `${a.says} Because: ${a.reason}`, jobId, transaction });
    for (const a of missing(before, after)) await this.audit.note(by, 'withdrew an acceptance', { detail: a.says, jobId, transaction });
  }

  /** People call a job by its number: no two have the same. */
  async #numberIsFree(number: string, transaction: Transaction): Promise<void> {
    // two that come at once wait for each other here
    await this.models.shop.findByPk(1, { transaction, lock: transaction.LOCK.UPDATE, attributes: ['id'] });
    const other = await this.models.jobs.findOne({ where: { number }, attributes: ['part'], transaction });
    if (other) throw new Problem(409, 'Number taken', `There is a job ${number} already (${other.part}). Give this one another number.`);
  }

  async remove(id: string, by: Account): Promise<void> {
    await this.sequelize.transaction(async (transaction) => {
      const row = await this.models.jobs.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE, attributes: ['id', 'number', 'part'] });
      if (!row) throw notFound('The job');
      const issued = await this.models.issues.count({ where: { jobId: id }, transaction });
      if (issued > 0) throw new Problem(409, 'Issued', `The job has ${issued} issued ${issued === 1 ? 'sheet' : 'sheets'}; issues are kept, so the job cannot be deleted.`);
      await row.destroy({ transaction });
      await this.audit.note(by, 'deleted a job', { detail: `${row.number} ${row.part}`, transaction });
    });
    this.planning.cancel(id);
  }

  /** Plans a job for the list, without anybody waiting for it. */
  summarizeLater(id: string): void {
    if (this.#summarizing.has(id)) return;
    this.#summarizing.add(id);
    void this.#summarize(id).catch((error: unknown) => this.log(`summary of ${id}: ${error instanceof Error ? error.message : String(error)}`)).finally(() => this.#summarizing.delete(id));
  }

  async #summarize(id: string): Promise<void> {
    for (let round = 0; round < 20; round++) {
      const [row, shop] = await Promise.all([this.models.jobs.findByPk(id), this.shop.read()]);
      if (!row) return;
      const job = JSON.parse(row.document) as Job;
      const summary = await this.planning.summarize({ job, shop: shop.document }, { jobId: id, owner: '' });
      const stored: StoredSummary = { revision: row.revision, shopRevision: shop.revision, summary };
      const [written] = await this.models.jobs.update({ summary: JSON.stringify(stored) }, { where: { id, revision: row.revision }, silent: true });
      if (written > 0) return;
    }
  }

  async #row(id: string): Promise<JobRow> {
    const row = await this.models.jobs.findByPk(id);
    if (!row) throw notFound('The job');
    return row;
  }

  async #columns(job: Job) {
    const hash = isFileBody(job.body) ? job.body.sha256 : undefined;
    const [file, machine] = await Promise.all([
      hash ? this.models.files.findByPk(hash, { attributes: ['hash'] }) : null,
      job.machine ? this.models.machines.findByPk(job.machine, { attributes: ['id'] }) : null,
    ]);
    return { number: job.number, part: job.part, due: job.due, machineId: machine?.id ?? null, fileHash: file?.hash ?? null };
  }
}
