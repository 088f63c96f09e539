import { literal, Op, QueryTypes, type Order, type Sequelize, type WhereOptions } from 'sequelize';
import type { Literal } from 'sequelize/types/utils';
import { type Job } from '@violet-jaw/core/job';
import { type JobList, type JobListEntry, type JobsBy, type JobState, type JobSummary } from '@violet-jaw/formats/api';
import type { Models, JobRow } from '../models';
import { dayOf } from './day';
import { beginning } from './jobWords';
import { type ShopService } from './shop';
import type { Summaries } from './summaries';

/** What a list shows of a job. */
const LISTED = [
  'id',
  'number',
  'part',
  'partRevision',
  'material',
  'archivedAt',
  'family',
  'isPattern',
  'doneAt',
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

/** In what order a list is: the column of each word, then by number. */
const COLUMN = { number: 'number', part: 'part', due: 'due', changed: 'updatedAt' } as const satisfies Record<
  JobsBy,
  string
>;

/** A job without a due date comes after all others, whichever way. */
function inOrder(by: JobsBy, down: boolean): Order {
  const way = down ? 'DESC' : 'ASC';
  return [
    ...(by === 'due' ? [[literal('due IS NULL'), 'ASC'] as [Literal, string]] : []),
    [COLUMN[by], way],
    ...(by === 'number' ? [] : [['number', way] as [string, string]]),
    ['createdAt', way],
    ['id', way],
  ];
}

/** The last day of the week of a day: weeks begin on Monday (ISO 8601). */
export function endOfWeek(day: Date): string {
  const sunday = new Date(day);
  sunday.setDate(day.getDate() + ((7 - day.getDay()) % 7));
  return dayOf(sunday);
}

/** Which jobs a list shows, and which page of them. */
export interface JobSearch {
  readonly text: string;
  readonly show: 'all' | 'open findings' | 'not issued';
  readonly state?: JobState;
  /** id */
  readonly machine?: string;
  readonly due?: 'overdue' | 'this week';
  readonly archived?: boolean;
  readonly family?: string;
  readonly pattern?: boolean;
  readonly by: JobsBy;
  readonly down: boolean;
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
  async page({ text, page, size, by, down, ...asked }: JobSearch): Promise<JobList> {
    const [shopRevision, machines] = await Promise.all([
      this.shop.revision(),
      this.models.machines.findAll({ attributes: ['id', 'document'] }),
    ]);
    const names = new Map(machines.map((m) => [m.id, (JSON.parse(m.document) as { name: string }).name]));
    const where = { [Op.and]: [await this.#withWords(text, names), ...this.#thatAre(asked, new Date())] };
    // which they are is found in an index; only their rows are read
    const [counted, found] = await Promise.all([
      this.#countUpTo(MOST_COUNTED + 1, where),
      this.models.jobs.findAll({
        where,
        attributes: ['id'],
        order: inOrder(by, down),
        limit: size,
        offset: page * size,
      }),
    ]);
    const ids = found.map((f) => f.id);
    const [rows, running] = await Promise.all([
      this.models.jobs.findAll({ where: { id: ids }, attributes: LISTED }),
      this.models.runs.findAll({ where: { jobId: ids, finishedAt: null }, attributes: ['jobId'], raw: true }),
    ]);
    const runs = new Set(running.map((r) => r.jobId));
    const byId = new Map(rows.map((r) => [r.id, r]));
    const isCurrent = (r: JobRow) =>
      r.summary !== null && r.summaryRevision === r.revision && r.summaryShop === shopRevision;
    const isAsked = (r: JobRow) => r.wantedAt !== null && Date.now() - r.wantedAt.getTime() <= WANTED_AGAIN_MS;
    await this.summaries.want(rows.filter((r) => !isCurrent(r) && !isAsked(r)).map((r) => r.id));
    const listed = found.flatMap(({ id }) => byId.get(id) ?? []);
    return {
      total: Math.min(counted, MOST_COUNTED),
      more: counted > MOST_COUNTED,
      jobs: listed.map((row) => entryOf(row, { names, isCurrent: isCurrent(row), isRunning: runs.has(row.id) })),
    };
  }

  /** What a search asks besides its words. */
  #thatAre(
    {
      show,
      state,
      machine,
      due,
      archived = false,
      family,
      pattern = false,
    }: Omit<JobSearch, 'text' | 'page' | 'size' | 'by' | 'down'>,
    now: Date,
  ): WhereOptions<JobRow>[] {
    const running = literal('EXISTS (SELECT 1 FROM runs r WHERE r.job_id = jobs.id AND r.finished_at IS NULL)');
    const standing = literal('NOT EXISTS (SELECT 1 FROM runs r WHERE r.job_id = jobs.id AND r.finished_at IS NULL)');
    const [notDone, isDone] = [{ doneAt: null }, { doneAt: { [Op.ne]: null } }];
    const byState: Record<JobState, WhereOptions<JobRow>> = {
      planning: { [Op.and]: [{ letter: null }, notDone, standing] },
      issued: { [Op.and]: [{ letter: { [Op.ne]: null } }, notDone, standing] },
      running,
      done: { [Op.and]: [isDone, standing] },
    };
    return [
      { archivedAt: archived ? { [Op.ne]: null } : null, isPattern: pattern },
      ...(family ? [{ family }] : []),
      ...(show === 'not issued' ? [{ letter: null }] : []),
      ...(show === 'open findings' ? [{ openFindings: { [Op.gt]: 0 } }] : []),
      ...(state ? [byState[state]] : []),
      ...(machine ? [{ machineId: machine }] : []),
      ...(due === 'overdue' ? [{ due: { [Op.lt]: dayOf(now) } }, notDone] : []),
      ...(due === 'this week' ? [{ due: { [Op.between]: [dayOf(now), endOfWeek(now)] as [string, string] } }] : []),
    ];
  }

  /** What a search asks of the words. @param names of the machines, by id */
  async #withWords(text: string, names: ReadonlyMap<string, string>): Promise<WhereOptions<JobRow>> {
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
        const columns = [{ number: like }, { part: like }, { partRevision: like }, { material: like }];
        const inNotes = literal(
          `EXISTS (SELECT 1 FROM job_words w WHERE w.job_id = jobs.id AND w.word LIKE ${this.sequelize.escape(beginning(word))})`,
        );
        return { [Op.or]: [...columns, inNotes, ...(on.length > 0 ? [{ machineId: on }] : [])] };
      }),
      ...(few ? { id: few } : {}),
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

const stateOf = (row: JobRow, isRunning: boolean): JobState =>
  isRunning ? 'running' : row.doneAt ? 'done' : row.letter ? 'issued' : 'planning';

function entryOf(
  row: JobRow,
  {
    names,
    isCurrent,
    isRunning,
  }: { readonly names: ReadonlyMap<string, string>; readonly isCurrent: boolean; readonly isRunning: boolean },
): JobListEntry {
  return {
    id: row.id,
    number: row.number,
    part: row.part,
    revision: row.partRevision,
    material: row.material,
    due: row.due,
    units: row.units as Job['units'],
    updatedAt: row.updatedAt.toISOString(),
    machine: names.get(row.machineId ?? '') ?? null,
    letter: row.letter,
    state: stateOf(row, isRunning),
    archived: row.archivedAt !== null,
    family: row.family,
    pattern: Boolean(row.isPattern),
    summary: isCurrent ? (JSON.parse(row.summary!) as JobSummary) : null,
  };
}
