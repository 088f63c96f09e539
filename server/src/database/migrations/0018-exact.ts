import { QueryTypes, type QueryInterface } from 'sequelize';
import { deviceFromVersion10 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/** How exactly things lie: nobody has said so far. */
export async function exact(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 10, 11);
  const devices = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM devices', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of devices) {
    const device = deviceFromVersion10(JSON.parse(document) as Record<string, unknown>);
    await sequelize.query('UPDATE devices SET document = ? WHERE id = ?', {
      replacements: [JSON.stringify(device), id],
      type: QueryTypes.UPDATE,
    });
  }
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
