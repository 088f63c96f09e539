import type { QueryInterface } from 'sequelize';

/** What is computed of jobs and files is kept by what it was computed from. */
export async function prepared({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS prepared (id CHAR(64) NOT NULL, place INT NOT NULL, about VARCHAR(80) NOT NULL, bytes MEDIUMBLOB NOT NULL, used_at DATETIME NOT NULL, PRIMARY KEY (id, place), KEY prepared_about (about), KEY prepared_used (used_at))',
  );
  // planned once more, so that every job is prepared
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
