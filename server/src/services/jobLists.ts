import { Op, QueryTypes, type Order, type Sequelize, type WhereOptions } from 'sequelize';
import { type Job } from '@violet-jaw/core/job';
import { type JobList, type JobListEntry, type JobSummary } from '@violet-jaw/formats/api';
import type { Models, JobRow } from '../models';
import { beginning } from './jobWords';
import { type ShopService } from './shop';
import type { Summaries } from './summaries';

/** What a list shows of a job. */
const LISTED = [
  'id',
  'number',
  'part',
  'partRevision',
  'units',
  'due',
  'machineId',
  'letter',
  'revision',
  'summary',
  'summaryRevision',
  'summaryShop',
  'wantedAt',
  'updatedAt',
];
const WANTED_AGAIN_MS = 20_000;
/** More than these nobody turns the pages of: they look for words. */
const MOST_COUNTED = 500;

const BY_NUMBER: Order = [
  ['number', 'ASC'],
  ['createdAt', 'ASC'],
  ['id', 'ASC'],
];

/** Which jobs a list shows, and which page of them. */
export interface JobSearch {
  readonly text: string;
  readonly show: 'all' | 'open findings' | 'not issued';
  /** from 0 */
  readonly page: number;
  readonly size: number;
}

/** Pages of the list of jobs, and of what is found in it. */
export class JobLists {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly models: Models,
    private readonly shop: ShopService,
    private readonly summaries: Summaries,
  ) {}

  /** See `JobService.list`. */
  async page({ text, show, page, size }: JobSearch): Promise<JobList> {
    const [shopRevision, machines] = await Promise.all([
      this.shop.revision(),
      this.models.machines.findAll({ attributes: ['id', 'document'] }),
    ]);
    const names = new Map(machines.map((m) => [m.id, (JSON.parse(m.document) as { name: string }).name]));
    const where = await this.#thatFit(text, show, names);
    // which they are is found in an index; only their rows are read
    const [counted, found] = await Promise.all([
      this.#countUpTo(MOST_COUNTED + 1, where),
      this.models.jobs.findAll({ where, attributes: ['id'], order: BY_NUMBER, limit: size, offset: page * size }),
    ]);
    const rows = await this.models.jobs.findAll({ where: { id: found.map((f) => f.id) }, attributes: LISTED });
    const byId = new Map(rows.map((r) => [r.id, r]));
    const isCurrent = (r: JobRow) =>
      r.summary !== null && r.summaryRevision === r.revision && r.summaryShop === shopRevision;
    const asked = (r: JobRow) => r.wantedAt !== null && Date.now() - r.wantedAt.getTime() <= WANTED_AGAIN_MS;
    await this.summaries.want(rows.filter((r) => !isCurrent(r) && !asked(r)).map((r) => r.id));
    const listed = found.flatMap(({ id }) => byId.get(id) ?? []);
    return {
      total: Math.min(counted, MOST_COUNTED),
      more: counted > MOST_COUNTED,
      jobs: listed.map((row) => entryOf(row, names, isCurrent(row))),
    };
  }

  /** What a search asks of the columns. @param names of the machines, by id */
  async #thatFit(
    text: string,
    show: JobSearch['show'],
    names: ReadonlyMap<string, string>,
  ): Promise<WhereOptions<JobRow>> {
    const words = text
      .trim()
      .split(/\s+/)
      .filter((w) => w !== '')
      .slice(0, 5)
      .map((word) => ({
        word,
        on: [...names].filter(([, name]) => name.toLowerCase().includes(word.toLowerCase())).map(([id]) => id),
      }));
    const few = await this.#fewWith(words.filter(({ on }) => on.length === 0).map(({ word }) => word));
    return {
      [Op.and]: words.map(({ word, on }) => {
        const like = { [Op.like]: `%${word.replace(/[\\%_]/g, '\\$&')}%` };
        const columns = [{ number: like }, { part: like }, { partRevision: like }];
        return { [Op.or]: [...columns, ...(on.length > 0 ? [{ machineId: on }] : [])] };
      }),
      ...(few ? { id: few } : {}),
      ...(show === 'not issued' ? { letter: null } : {}),
      ...(show === 'open findings' ? { openFindings: { [Op.gt]: 0 } } : {}),
    };
  }

  /** How many fit, counted no further than it is of use. */
  async #countUpTo(most: number, where: WhereOptions<JobRow>): Promise<number> {
    const last = await this.models.jobs.findAll({ where, attributes: ['id'], offset: most - 1, limit: 1, raw: true });
    return last.length > 0 ? most : await this.models.jobs.count({ where });
  }

  /**
   * The jobs that have the rarest of some words, where those are few; null: all are many, and the first that fit are
   * soon found.
   */
  async #fewWith(words: readonly string[]): Promise<string[] | null> {
    for (const word of words) {
      const rows = await this.sequelize.query<{ id: string }>(
        'SELECT DISTINCT job_id id FROM job_words WHERE word LIKE ? LIMIT ?',
        { replacements: [beginning(word), MOST_COUNTED + 1], type: QueryTypes.SELECT },
      );
      if (rows.length <= MOST_COUNTED) return rows.map((r) => r.id);
    }
    return null;
  }
}

const entryOf = (row: JobRow, names: ReadonlyMap<string, string>, isCurrent: boolean): JobListEntry => ({
  id: row.id,
  number: row.number,
  part: row.part,
  revision: row.partRevision,
  due: row.due,
  units: row.units as Job['units'],
  updatedAt: row.updatedAt.toISOString(),
  machine: names.get(row.machineId ?? '') ?? null,
  letter: row.letter,
  summary: isCurrent ? (JSON.parse(row.summary!) as JobSummary) : null,
});
