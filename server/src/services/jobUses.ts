import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { libraryUses, type Job, type UsedList } from '@violet-jaw/core/job';
import { materialOf, type Shop } from '@violet-jaw/core/shop';
import type { LibraryUses } from '@violet-jaw/formats/api';

/** More jobs than these nobody reads: they are counted as more. */
const MOST_USES = 100;
/** as long as the column is */
const LONGEST = 200;

interface Used {
  readonly id: string;
  readonly number: string;
  readonly part: string;
  readonly item: string;
  readonly ops: string;
}

/** Keeps what a job uses of the library for what it used before. */
export async function keepUses(
  sequelize: Sequelize,
  jobId: string,
  job: Job,
  transaction?: Transaction,
): Promise<void> {
  await sequelize.query('DELETE FROM job_uses WHERE job_id = ?', { replacements: [jobId], transaction });
  const rows = libraryUses(job).map(({ list, item, ops }) => [list, item.slice(0, LONGEST), jobId, ops.join(' ')]);
  if (rows.length > 0)
    await sequelize.query(
      `INSERT IGNORE INTO job_uses (list, item, job_id, ops) VALUES ${rows.map(() => '(?)').join(', ')}`,
      { replacements: rows, transaction },
    );
}

/** The jobs that use a thing of the library, by number; those in the bin are not among them. @param item its key */
export async function usesOf(sequelize: Sequelize, shop: Shop, list: UsedList, item: string): Promise<LibraryUses> {
  // a job's material means the one whose name it begins with
  const isBeginning = list === 'materials';
  const rows = await sequelize.query<Used>(
    `SELECT j.id, j.number, j.part, u.item, u.ops FROM job_uses u JOIN jobs j ON j.id = u.job_id
    WHERE u.list = ? AND u.item ${isBeginning ? 'LIKE' : '='} ? AND j.deleted_at IS NULL
    ORDER BY j.number, j.created_at, j.id LIMIT ?`,
    {
      replacements: [list, isBeginning ? `${item.replace(/[\\%_]/g, '\\$&')}%` : item, MOST_USES + 1],
      type: QueryTypes.SELECT,
    },
  );
  const meant = (row: Used) => !isBeginning || materialOf(shop, row.item)?.name.trim().toLowerCase() === item;
  return {
    jobs: rows
      .slice(0, MOST_USES)
      .filter(meant)
      .map(({ id, number, part, ops }) => ({ id, number, part, ops: ops === '' ? [] : ops.split(' ').map(Number) })),
    more: rows.length > MOST_USES,
  };
}
