import { type QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

/** A setup tells what of it was proposed and not looked at: nothing, of what people entered. */
export async function proposed(schema: QueryInterface): Promise<void> {
  await migrateJobDocuments(schema, 8, 9);
  await schema.sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
