import { QueryTypes, type QueryInterface } from 'sequelize';
import { deviceFromVersion12, machineFromVersion12 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/** Film, devices that stand on others, the order of homing, what stays on a rotary axis: none so far. */
export async function deviceOnDevice(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 12, 13);
  for (const [table, bring] of [
    ['machines', machineFromVersion12],
    ['devices', deviceFromVersion12],
  ] as const) {
    const rows = await sequelize.query<{ id: string; document: string }>(`SELECT id, document FROM ${table}`, {
      type: QueryTypes.SELECT,
    });
    for (const { id, document } of rows)
      await sequelize.query(`UPDATE ${table} SET document = ? WHERE id = ?`, {
        replacements: [JSON.stringify(bring(JSON.parse(document) as Record<string, unknown>)), id],
        type: QueryTypes.UPDATE,
      });
  }
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
