import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { registerUses } from '../../services/registerUses';

/** Columns of ids that people or other programs give: equal only when every character is, spaces at the end too. */
const GIVEN: readonly (readonly [table: string, column: string, length: number])[] = [
  ['machines', 'id', 200],
  ['stations', 'machine_id', 200],
  ['stations', 'id', 200],
  ['devices', 'id', 200],
  ['library', 'id', 200],
  ['stock', 'id', 200],
  ['offcuts', 'id', 200],
  ['runs', 'machine_id', 200],
  ['readings', 'machine_id', 200],
  ['readings', 'station_id', 200],
  ['readings', 'setup_id', 60],
  ['run_events', 'event_id', 64],
];
const NULLABLE = new Set(['runs.machine_id', 'readings.machine_id', 'readings.station_id']);
const BINARY = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin';

/**
 * What lists show stands in columns, so that no list reads documents or plans; who works at a summary is told; ids are
 * compared byte by byte.
 */
export async function lists(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  const foreign = await sequelize.query<{ t: string; n: string }>(
    "SELECT TABLE_NAME t, CONSTRAINT_NAME n FROM information_schema.KEY_COLUMN_USAGE WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME = 'machines'",
    { type: QueryTypes.SELECT },
  );
  for (const { t, n } of foreign) await sequelize.query(`ALTER TABLE \`${t}\` DROP FOREIGN KEY \`${n}\``);
  for (const [table, column, length] of GIVEN) {
    await sequelize.query(
      `ALTER TABLE \`${table}\` MODIFY \`${column}\` VARCHAR(${length}) ${BINARY} ${NULLABLE.has(`${table}.${column}`) ? 'NULL' : 'NOT NULL'}`,
    );
  }
  await sequelize.query(`ALTER TABLE jobs MODIFY machine_id VARCHAR(200) ${BINARY} NULL`);
  await sequelize.query(
    'ALTER TABLE stations ADD CONSTRAINT stations_of_machine FOREIGN KEY (machine_id) REFERENCES machines (id) ON DELETE CASCADE',
  );
  await sequelize.query(
    'ALTER TABLE jobs ADD CONSTRAINT jobs_on_machine FOREIGN KEY (machine_id) REFERENCES machines (id) ON DELETE SET NULL',
  );
  const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false, defaultValue: '' });
  const count = { type: DataTypes.INTEGER, allowNull: true };
  const moment = { type: DataTypes.DATE(3), allowNull: true };
  for (const [name, column] of Object.entries({
    part_revision: text(20),
    units: text(8),
    letter: { type: DataTypes.STRING(4), allowNull: true },
    registers: { type: DataTypes.TEXT('medium'), allowNull: true },
    changed_by: { type: DataTypes.UUID, allowNull: true },
    summary_revision: count,
    summary_shop: count,
    open_findings: count,
    wanted_at: moment,
    taken_until: moment,
    tries: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
  }))
    await schema.addColumn('jobs', name, column);
  const jobs = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM jobs', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of jobs) {
    const job = JSON.parse(document) as { revision?: string; units?: string };
    await sequelize.query('UPDATE jobs SET part_revision = ?, units = ?, registers = ? WHERE id = ?', {
      replacements: [String(job.revision ?? '').slice(0, 20), job.units ?? 'mm', JSON.stringify(registerUses(job)), id],
    });
  }
  await sequelize.query(
    'UPDATE jobs j SET letter = (SELECT i.letter FROM issues i WHERE i.job_id = j.id ORDER BY i.place DESC LIMIT 1)',
  );
  await sequelize.query('CREATE INDEX jobs_by_number ON jobs (number, created_at, id)');
  await sequelize.query('CREATE INDEX jobs_searched ON jobs (number, part, part_revision, id)');
  await sequelize.query('CREATE INDEX jobs_to_plan ON jobs (summary_shop, summary_revision, revision, taken_until)');
}
