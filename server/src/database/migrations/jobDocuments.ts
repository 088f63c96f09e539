import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { migrateJobFile } from '@violet-jaw/core/job';

/**
 * Brings every stored job from one version of the document to the next; what was said of them is worked out anew.
 * @param shop what a step needs to know of the shop's library, as that version has it
 */
export async function migrateJobDocuments(
  { sequelize }: QueryInterface,
  from: number,
  to: number,
  shop: object = {},
): Promise<void> {
  const rows = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM jobs', {
    type: QueryTypes.SELECT,
  });
  for (const row of rows) {
    const file = migrateJobFile({ format: 'violet-jaw-job', version: from, job: JSON.parse(row.document), shop }, to);
    if (!file.ok) throw new Error(`job ${row.id}: ${file.problems.join(' ')}`);
    await sequelize.query('UPDATE jobs SET document = ?, summary = NULL WHERE id = ?', {
      replacements: [JSON.stringify((file.value as { job: unknown }).job), row.id],
    });
  }
}

/** Every document of a table as it is in the next version. */
export async function bringDocuments(
  sequelize: Sequelize,
  table: 'machines' | 'devices',
  bring: (document: Record<string, unknown>) => unknown,
): Promise<void> {
  const rows = await sequelize.query<{ id: string; document: string }>(`SELECT id, document FROM ${table}`, {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of rows)
    await sequelize.query(`UPDATE ${table} SET document = ? WHERE id = ?`, {
      replacements: [JSON.stringify(bring(JSON.parse(document) as Record<string, unknown>)), id],
      type: QueryTypes.UPDATE,
    });
}
