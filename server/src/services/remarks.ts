import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { InferAttributes, Sequelize, Transaction } from 'sequelize';
import type { Job } from '@violet-jaw/core/job';
import { markOf, type Remark, type RemarkPlace } from '@violet-jaw/core/remarks';
import { mayAs, type NewRemark, type RemarkChange } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { Models, RemarkRow } from '../models';
import { notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { Files } from './files';
import { keepWords } from './jobWords';
import type { News } from './news';
import type { Planning } from './planning';
import { staleWrite } from './shop';

/** More of them nobody reads beside a job. */
export const MOST_REMARKS = 500;
const LONGEST_NAME = 60;

/** What RemarkService stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly files: Files;
  readonly planning: Planning;
  readonly audit: AuditService;
  readonly news: News;
}

type About = 'says' | 'setupId' | 'place' | 'letter' | 'kind';
/** What a remark is about; what is left out of who made it, when, and its file, is who makes it now, and none. */
export type Made = Pick<RemarkRow, About> & Partial<Omit<InferAttributes<RemarkRow>, About | 'jobId' | 'number'>>;

/** As exactly as it is kept. */
const wholeSecond = (date: Date): Date => new Date(Math.floor(date.getTime() / 1000) * 1000);

/** A remark as a row. */
export const rowOf = (jobId: string, number: number, made: Made, by: Account): InferAttributes<RemarkRow> => ({
  id: randomUUID(),
  ...{ jobId, number, at: wholeSecond(new Date()), accountId: by.id, byName: by.name },
  ...{ fileHash: null, fileName: null, fileSize: null, width: null, height: null },
  ...{ onSheet: made.kind !== 'file', removed: false, revision: 1 },
  ...made,
});

/** Everything remarked about a job, as one text to be found by. */
export async function remarkedText(models: Models, jobId: string, transaction?: Transaction): Promise<string> {
  const rows = await models.remarks.findAll({
    where: { jobId, removed: false },
    attributes: ['says'],
    order: [['number', 'ASC']],
    transaction,
  });
  return rows.map((r) => r.says).join(' ');
}

/** Words, photos and files people put beside a job. None is ever deleted: what is removed can be taken back. */
export class RemarkService {
  constructor(private readonly on: On) {}

  /** @param by who asks; null: nobody may change one */
  async list(jobId: string, by: Account | null = null): Promise<Remark[]> {
    if (!(await this.on.models.jobs.findByPk(jobId, { attributes: ['id'] }))) throw notFound('The job');
    const rows = await this.on.models.remarks.findAll({ where: { jobId }, order: [['number', 'ASC']] });
    return rows.map((row) => told(row, by));
  }

  /** A remark in words, or beside a stored file. */
  async make(jobId: string, { says, setupId, place, letter, file }: NewRemark, by: Account): Promise<Remark> {
    if (file && !mayAs(by.role, 'planner'))
      throw new Problem(403, 'Not allowed', 'Files are put beside a job by a planner. Photos and words anybody may.');
    if (says.trim() === '' && !file) throw new Problem(400, 'Nothing said', 'Write what is to be remarked.');
    const stored = file ? await this.on.models.files.findByPk(file.hash) : null;
    if (file && (!stored || !(await this.on.files.path(file.hash)))) throw notFound('The file');
    return this.add(
      jobId,
      {
        ...{ says: says.trim(), setupId, letter, place: place && JSON.stringify(place) },
        ...(file && stored
          ? { kind: 'file' as const, fileHash: file.hash, fileName: file.name, fileSize: Number(stored.size) }
          : { kind: 'words' as const }),
      },
      by,
    );
  }

  /** A photo, written anew in a process of its own. @param bytes as it came */
  async photograph(
    jobId: string,
    bytes: Uint8Array,
    {
      id,
      setupId,
      letter,
      by,
      signal,
    }: {
      readonly id?: string;
      readonly setupId: string | null;
      readonly letter: string | null;
      readonly by: Account;
      readonly signal?: AbortSignal;
    },
  ): Promise<Remark> {
    const photo = await this.keepPhoto(bytes, by, signal);
    return this.add(jobId, { ...(id ? { id } : {}), says: '', setupId, letter, place: null, ...photo }, by);
  }

  /** A remark that is here already, sent once more; null: it is not. */
  async known(jobId: string, id: string, by: Account): Promise<Remark | null> {
    const row = await this.on.models.remarks.findOne({ where: { id, jobId } });
    return row && told(row, by);
  }

  /** Keeps a photo as a file. @returns the columns that tell of it */
  async keepPhoto(bytes: Uint8Array, by: Account, signal?: AbortSignal) {
    const made = await this.on.planning.photo(bytes, { owner: by.id, signal });
    if (!made.ok) throw new Problem(400, 'No photo', made.problem);
    const { jpeg, width, height } = made.value;
    const { hash, size } = await this.on.files.store(Readable.from([Buffer.from(jpeg)]), 'photo.jpg');
    return { kind: 'photo' as const, fileHash: hash, fileName: 'photo.jpg', fileSize: size, width, height };
  }

  /** Adds a remark with the next number. */
  async add(jobId: string, made: Made, by: Account): Promise<Remark> {
    return await inTransaction(this.on.sequelize, async (transaction) => {
      const job = await this.#lockedJob(jobId, transaction);
      const last = await this.on.models.remarks.max<number | null, RemarkRow>('number', {
        where: { jobId },
        transaction,
      });
      const number = Number(last ?? 0) + 1;
      if (number > MOST_REMARKS)
        throw new Problem(
          409,
          'Too many remarks',
          `A job has ${MOST_REMARKS} remarks at most. Put what is still to be said into its notes.`,
        );
      const row = await this.on.models.remarks.create(rowOf(jobId, number, made, by), { transaction });
      await this.#tell({ jobId, job, row, by, action: 'made a remark', transaction });
      return told(row, by);
    });
  }

  /** Changes a remark, removes it or takes it back. */
  async change(
    jobId: string,
    id: string,
    change: RemarkChange,
    { expected, by }: { readonly expected: number; readonly by: Account },
  ): Promise<Remark> {
    return await inTransaction(this.on.sequelize, async (transaction) => {
      const job = await this.#lockedJob(jobId, transaction);
      const row = await this.on.models.remarks.findOne({ where: { id, jobId }, transaction });
      if (!row) throw notFound('The remark');
      if (!mayChange(row, by))
        throw new Problem(403, 'Not allowed', `${row.byName} made this remark: they or a planner may change it.`);
      if (row.revision !== expected) throw staleWrite({ revision: row.revision, document: told(row, by) });
      const { place, ...rest } = change;
      if (rest.says?.trim() === '' && row.kind === 'words')
        throw new Problem(400, 'Nothing said', 'A remark without words is none. Remove it instead.');
      await row.update(
        { ...rest, ...(place === undefined ? {} : { place: place && JSON.stringify(place) }), revision: expected + 1 },
        { transaction },
      );
      await this.#tell({ jobId, job, row, by, action: 'changed a remark', transaction });
      return told(row, by);
    });
  }

  /** Where a photo lies; only what was written as one is given out as one. */
  async photoPath(hash: string): Promise<string> {
    const row = await this.on.models.remarks.findOne({ where: { fileHash: hash, kind: 'photo' }, attributes: ['id'] });
    const path = row && (await this.on.files.path(hash));
    if (!path) throw notFound('The photo');
    return path;
  }

  /** Remarks of a job are numbered one after the other: they wait for each other at its row. */
  async #lockedJob(jobId: string, transaction: Transaction): Promise<Job> {
    const row = await this.on.models.jobs.findByPk(jobId, {
      transaction,
      lock: transaction.LOCK.UPDATE,
      attributes: ['id', 'document'],
    });
    if (!row) throw notFound('The job');
    return JSON.parse(row.document) as Job;
  }

  async #tell({
    jobId,
    job,
    row,
    by,
    action,
    transaction,
  }: {
    readonly jobId: string;
    readonly job: Job;
    readonly row: RemarkRow;
    readonly by: Account;
    readonly action: 'made a remark' | 'changed a remark';
    readonly transaction: Transaction;
  }): Promise<void> {
    const remarked = await remarkedText(this.on.models, jobId, transaction);
    await keepWords(this.on.sequelize, jobId, { ...job, notes: `${job.notes} ${remarked}` }, transaction);
    const detail = `${markOf(row)}${row.removed ? ', removed' : ''}: ${row.says || row.fileName || ''}`;
    await this.on.audit.note(by, action, { detail, jobId, transaction });
    await this.on.news.tell([`job:${jobId}`], transaction);
  }
}

const mayChange = (row: RemarkRow, by: Account): boolean => row.accountId === by.id || mayAs(by.role, 'planner');

function told(row: RemarkRow, by: Account | null): Remark {
  const { fileHash, fileName, fileSize, width, height } = row;
  return {
    ...{ id: row.id, number: row.number, at: row.at.toISOString(), by: row.byName, says: row.says },
    own: by !== null && mayChange(row, by),
    setupId: row.setupId,
    place: row.place === null ? null : (JSON.parse(row.place) as RemarkPlace),
    letter: row.letter,
    kind: row.kind,
    file:
      fileHash === null
        ? null
        : {
            ...{ hash: fileHash, name: fileName ?? '', size: Number(fileSize) },
            ...(width && height ? { width, height } : {}),
          },
    ...{ onSheet: Boolean(row.onSheet), removed: Boolean(row.removed), revision: row.revision },
  };
}

/** The name of who made a remark that comes out of a file: it is told as that, and never taken for somebody's here. */
export const nameFromFile = (name: string): string => `${name.slice(0, LONGEST_NAME)} (from a file)`;
