import { AXES, type Vec3 } from '@violet-jaw/core/frames';
import {
  readingsInWords,
  runHistory,
  runState,
  spindleReadings,
  type RunEvent,
  type RunEventBy,
  type RunPlan,
} from '@violet-jaw/core/run';
import type {
  ReadingEntry,
  RegisterEntry,
  RunEvents,
  RunHead,
  RunHistory,
  RunRecord,
  RunToOpen,
  SpindleEntry,
  TakenMachine,
} from '@violet-jaw/formats/api';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { inTransaction } from '../database/transaction';
import type { Models, RunRow } from '../models';
import { notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { News } from './news';
import type { RegisterUse } from './registerUses';
import { takenMachines } from './takenMachines';
import { momentOf, byWhom, head, zerosKeyedIn } from './runWords';

/** Runs of issued sheets at the machine: events in order, once each, and the zeros they found. */
export class RunService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly models: Models,
    private readonly audit: AuditService,
    private readonly news: News,
  ) {}

  /**
   * The frozen run of an issue, with the common offsets that were seen on its machine before, and the letter that is
   * in force now.
   */
  async plan(jobId: string, letter: string): Promise<RunToOpen> {
    const row = await this.models.issues.findOne({ where: { jobId, letter }, attributes: ['run'] });
    if (!row) throw notFound(`Issue ${letter}`);
    if (!row.run)
      throw new Problem(409, 'No run', `Issue ${letter} is older than the page Run. Issue the sheet again to run it.`);
    const plan = JSON.parse(row.run) as RunPlan;
    const newest = await this.models.issues.findOne({
      where: { jobId },
      attributes: ['letter'],
      order: [['place', 'DESC']],
    });
    return { plan, commons: await this.#commons(plan.machineId), newest: newest?.letter ?? letter };
  }

  async list(jobId: string): Promise<RunHead[]> {
    const rows = await this.models.runs.findAll({ where: { jobId }, order: [['startedAt', 'DESC']], limit: 100 });
    const names = await this.#names(rows.map((r) => r.startedBy));
    return rows.map((r) => head(r, names));
  }

  async read(runId: string): Promise<RunRecord> {
    const row = await this.models.runs.findByPk(runId);
    if (!row) throw notFound('The run');
    const events = await this.models.runEvents.findAll({ where: { runId }, order: [['place', 'ASC']] });
    const names = await this.#names([row.startedBy, ...events.map((e) => e.accountId)]);
    return {
      ...head(row, names),
      events: events.map((e): RunEventBy => {
        const event = JSON.parse(e.document) as RunEvent;
        return { ...event, by: byWhom(event, names.get(e.accountId ?? '') ?? '') };
      }),
    };
  }

  /** What was answered in a run, against what was expected then. */
  async history(runId: string): Promise<RunHistory> {
    const run = await this.read(runId);
    const { plan, commons } = await this.plan(run.jobId, run.letter);
    return { units: plan.units, rows: runHistory(plan, run.events, commons) };
  }

  /**
   * Takes events in the order they come; those that are here already do nothing. The first makes the run.
   * @returns the run as it is now, so that the sender also learns what others did
   */
  async append(runId: string, { jobId, letter, startedAt, events }: RunEvents, by: Account): Promise<RunRecord> {
    const started = momentOf(startedAt);
    const { plan, commons } = await this.plan(jobId, letter);
    await inTransaction(this.sequelize, async (transaction) => {
      const [row, isNew] = await this.models.runs.findOrCreate({
        where: { id: runId },
        defaults: { id: runId, jobId, letter, machineId: plan.machineId, startedAt: started, startedBy: by.id },
        transaction,
      });
      await row.reload({ lock: transaction.LOCK.UPDATE, transaction });
      if (row.jobId !== jobId || row.letter !== letter)
        throw new Problem(409, 'Another run', 'This run belongs to another sheet.');
      if (row.ended && events.length > 0)
        throw new Problem(
          409,
          'Run ended',
          'This run was ended. Start a new one; what was not sent is kept on the device.',
        );
      await this.#add({ row, plan, events, by, transaction });
      await this.#settle({ row, plan, commons, by, isNew, transaction });
      await this.news.tell([`run:${runId}`], transaction);
    });
    return await this.read(runId);
  }

  /** Ends a run that is not finished: the setup no longer stands. */
  async end(runId: string, by: Account): Promise<void> {
    await inTransaction(this.sequelize, async (transaction) => {
      const row = await this.models.runs.findByPk(runId, { transaction, lock: transaction.LOCK.UPDATE });
      if (!row) throw notFound('The run');
      await row.update({ ended: true, finishedAt: row.finishedAt ?? new Date() }, { transaction });
      await this.audit.note(by, 'ended a run', { detail: `issue ${row.letter}`, jobId: row.jobId, transaction });
      await this.news.tell([`run:${runId}`], transaction);
    });
  }

  /** Zeros found in all runs, oldest first. */
  async readings(where: { jobId?: string; machineId?: string }): Promise<ReadingEntry[]> {
    const rows = await this.models.readings.findAll({
      where,
      order: [
        ['at', 'ASC'],
        ['runId', 'ASC'],
        ['setupId', 'ASC'],
        ['axis', 'ASC'],
      ],
      limit: 3000,
    });
    return rows.map((r) => ({
      runId: r.runId,
      jobId: r.jobId,
      letter: r.letter,
      setupId: r.setupId,
      op: r.op,
      register: r.register,
      machineId: r.machineId,
      stationId: r.stationId,
      axis: r.axis as ReadingEntry['axis'],
      planned: r.planned,
      measured: r.measured,
      at: r.at.toISOString(),
    }));
  }

  /** Where the main spindle stood in the runs of a part from bar, oldest run first. */
  async spindle(jobId: string): Promise<SpindleEntry[]> {
    const runs = [...(await this.list(jobId))].reverse();
    const all = await Promise.all(
      runs.map(async ({ id: runId, letter, startedAt }) => {
        const [{ events }, { plan, commons }] = await Promise.all([this.read(runId), this.plan(jobId, letter)]);
        return spindleReadings(plan, runState(plan, events, commons)).map((r) => ({ runId, letter, startedAt, ...r }));
      }),
    );
    return all.flat();
  }

  /** What is being run on which machine, begun first first. */
  taken(): Promise<TakenMachine[]> {
    return takenMachines(this.models, (ids) => this.#names(ids));
  }

  /** Who uses which register of a machine: jobs that are running there, were run today, or are planned for it. */
  async registers(machineId: string): Promise<RegisterEntry[]> {
    const midnight = new Date();
    midnight.setHours(0, 0, 0, 0);
    const [jobs, runs] = await Promise.all([
      // a pattern stands on no machine
      this.models.jobs.findAll({
        where: { machineId, isPattern: false },
        attributes: ['id', 'number', 'part', 'registers'],
      }),
      this.models.runs.findAll({
        where: { machineId, [Op.or]: [{ finishedAt: null }, { startedAt: { [Op.gte]: midnight } }] },
      }),
    ]);
    return jobs.flatMap((row) => {
      const own = runs.filter((r) => r.jobId === row.id);
      const state = own.some((r) => r.finishedAt === null)
        ? 'stands on the machine'
        : own.length > 0
          ? 'run today'
          : 'planned';
      return (JSON.parse(row.registers ?? '[]') as RegisterUse[]).map((use): RegisterEntry => ({
        ...use,
        jobId: row.id,
        number: row.number,
        part: row.part,
        state,
      }));
    });
  }

  async #add({
    row,
    plan,
    events,
    by,
    transaction,
  }: {
    readonly row: RunRow;
    readonly plan: RunPlan;
    readonly events: readonly RunEvent[];
    readonly by: Account;
    readonly transaction: Transaction;
  }): Promise<void> {
    const known = await this.models.runEvents.findAll({
      where: { runId: row.id },
      attributes: ['eventId', 'place'],
      transaction,
    });
    const ids = new Set(known.map((k) => k.eventId));
    const fresh = events.filter((e, i) => !ids.has(e.id) && events.findIndex((o) => o.id === e.id) === i);
    const next = Math.max(0, ...known.map((k) => k.place)) + 1;
    await this.models.runEvents.bulkCreate(
      fresh.map((e, i) => ({
        runId: row.id,
        place: next + i,
        eventId: e.id,
        accountId: by.id,
        receivedAt: new Date(),
        document: JSON.stringify(e),
      })),
      { transaction },
    );
    for (const e of fresh) {
      const step = plan.steps.find((s) => s.id === e.stepId);
      if (!step) continue;
      const whom = byWhom(e, by.name);
      const sent = whom === by.name ? '' : `${whom}; `;
      if (e.kind === 'accept')
        await this.audit.note(by, 'accepted a reading', {
          detail: `${sent}issue ${row.letter}, ${step.title}: ${e.reason}`,
          jobId: row.jobId,
          transaction,
        });
      const read = e.kind === 'answer' ? readingsInWords(plan, step, e.values) : '';
      if (read)
        await this.audit.note(by, 'gave a reading', {
          detail: `${sent}issue ${row.letter}, ${step.title}: ${read}`,
          jobId: row.jobId,
          transaction,
        });
    }
  }

  /** What follows from all events: whether the run is finished, and the zeros it found so far. */
  async #settle({
    row,
    plan,
    commons,
    by,
    isNew,
    transaction,
  }: {
    readonly row: RunRow;
    readonly plan: RunPlan;
    readonly commons: readonly Vec3[];
    readonly by: Account;
    readonly isNew: boolean;
    readonly transaction: Transaction;
  }): Promise<void> {
    const stored = await this.models.runEvents.findAll({
      where: { runId: row.id },
      order: [['place', 'ASC']],
      transaction,
    });
    const events = stored.map((e) => JSON.parse(e.document) as RunEvent);
    const state = runState(plan, events, commons);
    if (isNew)
      await this.audit.note(by, 'started a run', { detail: `issue ${row.letter}`, jobId: row.jobId, transaction });
    if (state.finished && !row.finishedAt) {
      await row.update({ finishedAt: new Date() }, { transaction });
      await this.audit.note(by, 'finished a run', { detail: `issue ${row.letter}`, jobId: row.jobId, transaction });
    }
    await this.models.readings.destroy({ where: { runId: row.id }, transaction });
    await this.models.readings.bulkCreate(
      zerosKeyedIn(plan, state).map((z) => ({
        ...z,
        runId: row.id,
        jobId: row.jobId,
        letter: row.letter,
        machineId: plan.machineId,
        at: row.startedAt,
      })),
      { transaction },
    );
  }

  async #commons(machineId: string | null): Promise<Vec3[]> {
    if (!machineId) return [];
    const runs = await this.models.runs.findAll({
      where: { machineId },
      attributes: ['id'],
      order: [['startedAt', 'DESC']],
      limit: 50,
    });
    const events = await this.models.runEvents.findAll({
      where: { runId: runs.map((r) => r.id) },
      attributes: ['document'],
    });
    const seen = events.flatMap((e): Vec3[] => {
      const event = JSON.parse(e.document) as RunEvent;
      if (event.kind !== 'answer' || event.stepId !== 'run/machine') return [];
      const [x, y, z] = AXES.map((a) => Number(event.values[`common-${a}`] ?? 0));
      return Math.max(Math.abs(x), Math.abs(y), Math.abs(z)) > 1e-6 ? [{ x, y, z }] : [];
    });
    return [...new Map(seen.map((c) => [JSON.stringify(c), c])).values()].slice(0, 5);
  }

  async #names(ids: readonly (string | null)[]): Promise<Map<string, string>> {
    const rows = await this.models.accounts.findAll({
      where: { id: [...new Set(ids.filter((i) => i !== null))] },
      attributes: ['id', 'name'],
    });
    return new Map(rows.map((r) => [r.id, r.name]));
  }
}
