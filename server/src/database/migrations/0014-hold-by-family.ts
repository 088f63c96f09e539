import { QueryTypes, type QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

/**
 * A setup tells how it is held in the way of its device, and nothing of the others. Lists say of jobs what they said:
 * their plans are the same.
 */
export async function holdByFamily(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  const rows = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM devices', {
    type: QueryTypes.SELECT,
  });
  const devices = rows.map(({ id, document }) => ({ id, kind: (JSON.parse(document) as { kind: string }).kind }));
  await migrateJobDocuments(schema, 7, 8, { devices });
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
