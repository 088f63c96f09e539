import { QueryTypes, type QueryInterface } from 'sequelize';
import { keepWords } from '../../services/jobWords';

/** Words by which jobs are found, so that a search does not read all of them. */
export async function search({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS job_words (word VARCHAR(40) NOT NULL, job_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, PRIMARY KEY (word, job_id), KEY words_of_job (job_id))`,
  );
  const jobs = await sequelize.query<{ id: string; number: string; part: string; revision: string }>(
    'SELECT id, number, part, part_revision revision FROM jobs',
    { type: QueryTypes.SELECT },
  );
  for (const job of jobs) await keepWords(sequelize, job.id, job);
}
