import { QueryTypes, type QueryInterface } from 'sequelize';
import { checkJob } from '@violet-jaw/core/job';
import { keepUses } from '../../services/jobUses';
import { keepWords } from '../../services/jobWords';
import { migrateJobDocuments } from './jobDocuments';

const BINARY = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin';

/**
 * A library of tools that jobs refer to: there are none yet. What a job uses of the library stands in a table; jobs are
 * found by material and notes, put into the archive, and told to be done.
 */
export async function tools(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 14, 15);
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS job_uses (list VARCHAR(20) ${BINARY} NOT NULL, item VARCHAR(200) ${BINARY} NOT NULL, job_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, ops VARCHAR(400) NOT NULL, PRIMARY KEY (list, item, job_id), KEY uses_of_job (job_id))`,
  );
  await sequelize.query(
    "ALTER TABLE jobs ADD COLUMN IF NOT EXISTS material VARCHAR(200) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS archived_at DATETIME NULL, ADD COLUMN IF NOT EXISTS done_at DATETIME NULL",
  );
  await sequelize.query(
    'ALTER TABLE jobs ADD KEY IF NOT EXISTS jobs_listed (archived_at, number, created_at, id, deleted_at), ADD KEY IF NOT EXISTS jobs_looked_through (archived_at, number, part, part_revision, material, id), ADD KEY IF NOT EXISTS jobs_due (archived_at, due, number)',
  );
  const jobs = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM jobs', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of jobs) {
    const read = checkJob(JSON.parse(document));
    // what cannot be read any more is found by its name, as before
    if (!read.ok) continue;
    const job = read.value;
    await sequelize.query('UPDATE jobs SET material = ? WHERE id = ?', { replacements: [job.material, id] });
    await keepWords(sequelize, id, job);
    await keepUses(sequelize, id, job);
  }
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
