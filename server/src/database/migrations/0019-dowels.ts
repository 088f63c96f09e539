import type { QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

/** Dowels on which a blank is put back: there are none yet. */
export async function dowels(schema: QueryInterface): Promise<void> {
  await migrateJobDocuments(schema, 11, 12);
  await schema.sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
