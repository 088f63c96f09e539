import { QueryTypes, type QueryInterface } from 'sequelize';
import { machineFromVersion12 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/** Film, devices that stand on others, and the order of homing: nobody has told any so far. */
export async function deviceOnDevice(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 12, 13);
  const machines = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM machines', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of machines)
    await sequelize.query('UPDATE machines SET document = ? WHERE id = ?', {
      replacements: [JSON.stringify(machineFromVersion12(JSON.parse(document) as Record<string, unknown>)), id],
      type: QueryTypes.UPDATE,
    });
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
