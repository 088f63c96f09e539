import { createHash, randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { ControlPart } from '@violet-jaw/core/control/parts.ts';
import { checkJob, JOB_FORMAT, JOB_VERSION, jobFile, migrateJobFile, type Job } from '@violet-jaw/core/job';
import { sheetRemarks, type Remark } from '@violet-jaw/core/remarks';
import { compareEntries, isOfRemark, nextLetter, remarkEntries, type Entry, type Sheet } from '@violet-jaw/core/sheet';
import type { Shop } from '@violet-jaw/core/shop';
import type { IssueHead } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { IssueRow, Models } from '../models';
import { notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import { sealOfIssue, type FrozenIssue } from './issueSeal';
import type { News } from './news';
import type { Planning } from './planning';
import type { Files } from './files';
import type { RemarkService } from './remarks';
import { READING } from '../work/tasks';
import { staleWrite, type ShopService } from './shop';

/** What is wrong with a frozen document once it is brought up to date. */
function problemsOf(file: unknown): readonly string[] {
  const checked = checkJob((file as { job: unknown }).job);
  return checked.ok ? [] : checked.problems;
}

/** So many photos a sheet prints: nobody turns more pages of them, and each PDF carries them all. */
const MOST_PHOTOS = 24;

const HEAD = ['letter', 'place', 'issuedAt', 'issuedBy', 'note', 'hash', 'entries'];

/** Whether a sheet would print the same remarks as the issue did. */
function isRemarkedAlike({ entries }: Pick<IssueRow, 'entries'>, job: Job, remarks: readonly Remark[]): boolean {
  const before = (JSON.parse(entries) as Entry[]).filter(isOfRemark);
  return compareEntries(before, remarkEntries(sheetRemarks(remarks, job.setups))).length === 0;
}

/** Hashes of the photos a sheet prints. */
function photosOn(remarks: readonly Remark[], job: Job): string[] {
  const photos = sheetRemarks(remarks, job.setups).flatMap((r) => (r.photo ? [r.photo.hash] : []));
  if (photos.length > MOST_PHOTOS)
    throw new Problem(
      409,
      'Too many photos',
      `${photos.length} photos are meant for the sheet, and ${MOST_PHOTOS} is the most. Take the others off it on the page Remarks: “on the next sheet”.`,
    );
  return photos;
}

type Frozen = Extract<Awaited<ReturnType<Planning['freeze']>>, { ok: true }>['value'];

/** What was planned for an issue, as it is kept. */
function asFrozen(
  { planned, sheet, entries, control: { set, verify, clear }, run, pdfA4, pdfLetter }: Frozen,
  of: Pick<FrozenIssue, 'letter' | 'note' | 'issuedBy' | 'document' | 'shop'>,
): FrozenIssue {
  return {
    ...of,
    version: JOB_VERSION,
    planned,
    sheet,
    entries: JSON.stringify(entries),
    control: set,
    verify,
    clear,
    run,
    pdfA4: Buffer.from(pdfA4),
    pdfLetter: Buffer.from(pdfLetter),
  };
}

const hashOf = ({ document, shop, planned, pdfA4, pdfLetter }: FrozenIssue): string =>
  [document, shop, planned, pdfA4, pdfLetter].reduce((h, part) => h.update(part), createHash('sha256')).digest('hex');

/** What IssueService stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly shop: ShopService;
  readonly planning: Planning;
  readonly audit: AuditService;
  readonly news: News;
  readonly remarks: RemarkService;
  readonly files: Files;
}

/** Frozen, lettered releases of a job's setup sheet. Rows are only ever added. */
export class IssueService {
  readonly #going = new Map<string, string>();

  constructor(private readonly on: On) {}

  /** What the issue of a job that is just being made is at, in words; null: none is, as far as this process knows. */
  going(jobId: string): { phase: string | null } {
    const phase = this.#going.get(jobId);
    return { phase: phase === undefined ? null : phase.startsWith(READING) ? "reading the part's file" : phase };
  }

  async list(jobId: string): Promise<IssueHead[]> {
    if (!(await this.on.models.jobs.findByPk(jobId, { attributes: ['id'] }))) throw notFound('The job');
    const rows = await this.on.models.issues.findAll({ where: { jobId }, attributes: HEAD, order: [['place', 'ASC']] });
    return rows.map((row, i) => ({
      letter: row.letter,
      issuedAt: row.issuedAt.toISOString(),
      issuedBy: row.issuedBy,
      note: row.note,
      hash: row.hash,
      hasRun: row.issuedBy !== null,
      changes:
        i === 0 ? [] : compareEntries(JSON.parse(rows[i - 1].entries) as Entry[], JSON.parse(row.entries) as Entry[]),
    }));
  }

  /**
   * Issues the next letter from the stored document at `revision`: planned anew on the server, frozen with its PDFs.
   * Refused while stops are not accepted in writing, and when nothing changed since the last issue.
   */
  async issue(
    jobId: string,
    revision: number,
    note: string,
    { by, address, signal }: { by: Account; address: string; signal?: AbortSignal },
  ): Promise<IssueHead> {
    const row = await this.on.models.jobs.findByPk(jobId);
    if (!row) throw notFound('The job');
    const job = JSON.parse(row.document) as Job;
    if (row.revision !== revision) throw staleWrite({ revision: row.revision, document: job });
    const shop = await this.on.shop.read();
    const last = await this.#last(jobId);
    const document = JSON.stringify(job);
    const shopPart = JSON.stringify(jobFile(job, shop.document).shop);
    const remarks = await this.on.remarks.list(jobId);
    const photos = photosOn(remarks, job);
    if (last && last.document === document && last.shop === shopPart && isRemarkedAlike(last, job, remarks)) {
      throw new Problem(409, 'Nothing changed', `Nothing has changed since issue ${last.letter}. Use that sheet.`);
    }
    const letter = nextLetter(last?.letter ?? null);
    const issuedAt = new Date();
    const before = last && { letter: last.letter, entries: JSON.parse(last.entries) as Entry[] };
    this.#going.set(jobId, 'waiting for its turn');
    const freezing = this.on.planning.freeze(
      {
        job,
        shop: shop.document,
        letter,
        on: issuedAt.toISOString().slice(0, 10),
        runUrl: `${address}/run/${jobId}/${letter}`,
        note,
        before,
        remarks,
        photos: await this.on.files.pathsOf(photos),
      },
      { jobId, owner: by.id, signal, onPhase: (phase) => this.#going.set(jobId, phase) },
    );
    const frozen = await freezing.finally(() => this.#going.delete(jobId));
    if (signal?.aborted) throw new Problem(409, 'Canceled', 'Nobody waits for this issue any more.');
    if (!frozen.ok) throw new Problem(409, 'Cannot be planned', frozen.problem);
    const { blocking, entries } = frozen.value;
    if (blocking.length > 0) {
      const stops = `${blocking.length} ${blocking.length === 1 ? 'stop blocks' : 'stops block'}`;
      const says = `${stops} the issue: mend or accept in writing.`;
      throw new Problem(409, 'Stops are open', says, { findings: blocking });
    }
    const issue = asFrozen(frozen.value, { letter, note, issuedBy: by.name, document, shop: shopPart });
    const hash = hashOf(issue);
    await this.#keep({ jobId, job, revision, last, issue, issuedAt, hash, by });
    return {
      letter,
      issuedAt: issuedAt.toISOString(),
      issuedBy: by.name,
      note,
      hash,
      hasRun: true,
      changes: before ? compareEntries(before.entries, entries) : [],
    };
  }

  /** Keeps an issue, unless the job was changed or issued while it was planned. */
  async #keep({
    jobId,
    job,
    revision,
    last,
    issue,
    issuedAt,
    hash,
    by,
  }: {
    jobId: string;
    job: Job;
    revision: number;
    last: IssueRow | null;
    issue: FrozenIssue;
    issuedAt: Date;
    hash: string;
    by: Account;
  }): Promise<void> {
    const { letter } = issue;
    await inTransaction(this.on.sequelize, async (transaction) => {
      const current = await this.on.models.jobs.findByPk(jobId, {
        transaction,
        lock: transaction.LOCK.UPDATE,
        attributes: ['id', 'revision', 'document'],
      });
      if (current?.revision !== revision)
        throw staleWrite({
          revision: current?.revision ?? 0,
          document: current ? (JSON.parse(current.document) as Job) : job,
        });
      const newest = await this.on.models.issues.findOne({
        where: { jobId },
        attributes: ['letter'],
        order: [['place', 'DESC']],
        transaction,
      });
      if ((newest?.letter ?? null) !== (last?.letter ?? null)) {
        const says = `Issue ${newest?.letter} was made at the same moment. Look at it first.`;
        throw new Problem(409, 'Issued meanwhile', says);
      }
      await this.on.models.issues.create(
        { ...issue, id: randomUUID(), jobId, place: (last?.place ?? 0) + 1, issuedAt, hash, seal: sealOfIssue(issue) },
        { transaction },
      );
      await this.on.models.jobs.update({ letter }, { where: { id: jobId }, transaction, silent: true });
      await this.on.audit.note(by, 'issued a sheet', { detail: `issue ${letter}`, jobId, transaction });
      await this.on.news.tell([`job:${jobId}`, 'jobs'], transaction);
    });
  }

  async sheet(jobId: string, letter: string): Promise<Sheet> {
    return JSON.parse((await this.#one(jobId, letter, ['sheet'])).sheet) as Sheet;
  }

  async entries(jobId: string, letter: string): Promise<Entry[]> {
    return JSON.parse((await this.#one(jobId, letter, ['entries'])).entries) as Entry[];
  }

  async pdf(jobId: string, letter: string, paper: 'A4' | 'Letter'): Promise<Buffer> {
    const row = await this.#one(jobId, letter, [paper === 'A4' ? 'pdfA4' : 'pdfLetter']);
    return paper === 'A4' ? row.pdfA4 : row.pdfLetter;
  }

  /** Lines for the control. An issue older than a part has none of it. */
  async control(jobId: string, letter: string, part: ControlPart): Promise<string> {
    const row = await this.#one(jobId, letter, ['control', 'verify', 'clear']);
    const text = part === 'set' ? row.control : row[part];
    if (text === null)
      throw new Problem(
        404,
        'Not in this issue',
        `Issue ${letter} is older than these lines. Issue the sheet again to have them.`,
      );
    return text;
  }

  /** The job and the part of the library it was planned with, as they were frozen. */
  async frozen(jobId: string, letter: string): Promise<{ job: Job; shop: Shop }> {
    const { version, document, shop } = await this.#one(jobId, letter, ['version', 'document', 'shop']);
    const file = migrateJobFile({ format: JOB_FORMAT, version, job: JSON.parse(document), shop: JSON.parse(shop) });
    const problems = file.ok ? problemsOf(file.value) : file.problems;
    if (!file.ok || problems.length > 0)
      throw new Problem(
        409,
        'Cannot be read',
        `Issue ${letter} was frozen in version ${version} of the document: ${problems.slice(0, 3).join(' ')}`,
      );
    return file.value as { job: Job; shop: Shop };
  }

  async #one(jobId: string, letter: string, attributes: string[]): Promise<IssueRow> {
    const row = await this.on.models.issues.findOne({ where: { jobId, letter }, attributes });
    if (!row) throw notFound(`Issue ${letter}`);
    return row;
  }

  #last(jobId: string): Promise<IssueRow | null> {
    return this.on.models.issues.findOne({
      where: { jobId },
      attributes: ['letter', 'place', 'document', 'shop', 'entries'],
      order: [['place', 'DESC']],
    });
  }
}
