import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { libraryUses, type Job, type UsedList } from '@violet-jaw/core/job';
import { isVise, jawSetsOf, materialOf, type Shop } from '@violet-jaw/core/shop';
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

/** Operations of one or more uses, each once, in the order of their numbers. */
const opsIn = (ops: string): number[] =>
  [...new Set(ops.split(' ').filter((op) => op !== ''))].map(Number).sort((a, b) => a - b);

/** The things of the library with which this one is used as well: jaws are of no use without the vise they go into. */
function usedWith(shop: Shop, list: UsedList, item: string): string[] {
  const vise = list === 'devices' ? shop.devices.find((d) => d.id === item) : undefined;
  return [item, ...(vise && isVise(vise) ? jawSetsOf(shop.devices, vise).map((d) => d.id) : [])];
}

/** The jobs that use a thing of the library, by number; those in the bin are not among them. @param item its key */
export async function usesOf(sequelize: Sequelize, shop: Shop, list: UsedList, item: string): Promise<LibraryUses> {
  // a job's material means the one whose name it begins with
  const isBeginning = list === 'materials';
  const rows = await sequelize.query<Used>(
    `SELECT j.id, j.number, j.part, MIN(u.item) AS item, GROUP_CONCAT(u.ops SEPARATOR ' ') AS ops
    FROM job_uses u JOIN jobs j ON j.id = u.job_id
    WHERE u.list = ? AND u.item ${isBeginning ? 'LIKE ?' : 'IN (?)'} AND j.deleted_at IS NULL
    GROUP BY j.id, j.number, j.part, j.created_at
    ORDER BY j.number, j.created_at, j.id LIMIT ?`,
    {
      replacements: [
        list,
        isBeginning ? `${item.replace(/[\\%_]/g, '\\$&')}%` : usedWith(shop, list, item),
        MOST_USES + 1,
      ],
      type: QueryTypes.SELECT,
    },
  );
  const meant = (row: Used) => !isBeginning || materialOf(shop, row.item)?.name.trim().toLowerCase() === item;
  return {
    jobs: rows
      .slice(0, MOST_USES)
      .filter(meant)
      .map(({ id, number, part, ops }) => ({ id, number, part, ops: opsIn(ops) })),
    more: rows.length > MOST_USES,
  };
}
