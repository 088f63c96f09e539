import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { machineFromVersion4 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

const moment = { type: DataTypes.DATE, allowNull: false } as const;
const text = { type: DataTypes.TEXT('long'), allowNull: false } as const;
const uuid = { type: DataTypes.UUID, primaryKey: true } as const;
const jobId = {
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: 'jobs', key: 'id' },
  onDelete: 'RESTRICT',
} as const;
const accountId = {
  type: DataTypes.UUID,
  allowNull: true,
  references: { model: 'accounts', key: 'id' },
  onDelete: 'RESTRICT',
} as const;

async function peopleTables(schema: QueryInterface): Promise<void> {
  await schema.createTable('accounts', {
    id: uuid,
    name: { type: DataTypes.STRING(60), allowNull: false, unique: true },
    role: { type: DataTypes.STRING(20), allowNull: false },
    password_hash: { type: DataTypes.STRING(200), allowNull: false },
    active: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: true },
    failed: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
    locked_until: { type: DataTypes.DATE, allowNull: true },
    created_at: moment,
  });
  await schema.createTable('sessions', {
    sid: { type: DataTypes.STRING(36), primaryKey: true },
    expires: { type: DataTypes.DATE, allowNull: true },
    data: { type: DataTypes.TEXT, allowNull: true },
    created_at: moment,
    updated_at: moment,
  });
  await schema.createTable('audit', {
    id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
    at: moment,
    account_id: accountId,
    name: { type: DataTypes.STRING(60), allowNull: false },
    action: { type: DataTypes.STRING(60), allowNull: false },
    job_id: { type: DataTypes.UUID, allowNull: true },
    detail: { type: DataTypes.TEXT, allowNull: false },
  });
  await schema.addIndex('audit', ['job_id', 'id']);
}

/**
 * Accounts, sessions and an audit list; runs with their events and the zeros they found; job documents brought to
 * version 5.
 */
export async function atTheMachine(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await peopleTables(schema);
  await schema.createTable('runs', {
    id: uuid,
    job_id: jobId,
    letter: { type: DataTypes.STRING(4), allowNull: false },
    machine_id: { type: DataTypes.STRING(200), allowNull: true },
    started_at: moment,
    started_by: accountId,
    finished_at: { type: DataTypes.DATE, allowNull: true },
    ended: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
  });
  await schema.addIndex('runs', ['job_id']);
  await schema.addIndex('runs', ['machine_id', 'started_at']);
  await schema.createTable('run_events', {
    run_id: { type: DataTypes.UUID, primaryKey: true, references: { model: 'runs', key: 'id' }, onDelete: 'CASCADE' },
    place: { type: DataTypes.INTEGER, primaryKey: true },
    event_id: { type: DataTypes.STRING(64), allowNull: false },
    account_id: accountId,
    received_at: moment,
    document: text,
  });
  await schema.addIndex('run_events', ['run_id', 'event_id'], { unique: true });
  await schema.createTable('readings', {
    run_id: { type: DataTypes.UUID, primaryKey: true, references: { model: 'runs', key: 'id' }, onDelete: 'CASCADE' },
    setup_id: { type: DataTypes.STRING(60), primaryKey: true },
    axis: { type: DataTypes.CHAR(1), primaryKey: true },
    job_id: jobId,
    letter: { type: DataTypes.STRING(4), allowNull: false },
    op: { type: DataTypes.INTEGER, allowNull: false },
    register: { type: DataTypes.STRING(8), allowNull: false },
    machine_id: { type: DataTypes.STRING(200), allowNull: true },
    station_id: { type: DataTypes.STRING(200), allowNull: true },
    planned: { type: DataTypes.DOUBLE, allowNull: true },
    measured: { type: DataTypes.DOUBLE, allowNull: false },
    at: moment,
  });
  await schema.addIndex('readings', ['machine_id', 'station_id', 'register']);
  for (const column of ['verify', 'clear', 'run'])
    await schema.addColumn('issues', column, { type: DataTypes.TEXT('long'), allowNull: true });
  await schema.addColumn('issues', 'issued_by', { type: DataTypes.STRING(60), allowNull: true });
  const machines = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM machines', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of machines) {
    await sequelize.query('UPDATE machines SET document = ? WHERE id = ?', {
      replacements: [JSON.stringify(machineFromVersion4(JSON.parse(document) as Record<string, unknown>)), id],
    });
  }
  await migrateJobDocuments(schema, 4, 5);
}
