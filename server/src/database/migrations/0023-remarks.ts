import type { QueryInterface } from 'sequelize';

const BINARY = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';

/**
 * Remarks of people beside a job: words, photos of the real setup, files. A job may belong to a family, and may be a
 * pattern others begin with.
 */
export async function remarks({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS job_remarks (
      id CHAR(36) ${BINARY} NOT NULL PRIMARY KEY,
      job_id CHAR(36) ${BINARY} NOT NULL,
      number INT NOT NULL,
      at DATETIME NOT NULL,
      account_id CHAR(36) ${BINARY} NULL,
      by_name VARCHAR(80) NOT NULL,
      says TEXT NOT NULL,
      setup_id VARCHAR(60) NULL,
      place VARCHAR(200) NULL,
      letter VARCHAR(4) NULL,
      kind VARCHAR(10) NOT NULL,
      file_hash CHAR(64) ${BINARY} NULL,
      file_name VARCHAR(500) NULL,
      file_size BIGINT NULL,
      width INT NULL,
      height INT NULL,
      on_sheet BOOLEAN NOT NULL,
      removed BOOLEAN NOT NULL,
      revision INT NOT NULL,
      UNIQUE KEY remark_of_job (job_id, number),
      KEY remark_photo (file_hash, kind)
    )`,
  );
  await sequelize.query(
    "ALTER TABLE jobs ADD COLUMN IF NOT EXISTS family VARCHAR(200) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS is_pattern BOOLEAN NOT NULL DEFAULT FALSE",
  );
  await sequelize.query(
    'ALTER TABLE jobs ADD KEY IF NOT EXISTS jobs_of_family (family, number), ADD KEY IF NOT EXISTS jobs_as_pattern (is_pattern, archived_at, number)',
  );
}
