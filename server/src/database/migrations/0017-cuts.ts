import { type QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

/** A setup has a list of cuts: the one depth it had becomes the first. */
export async function cuts(schema: QueryInterface): Promise<void> {
  await migrateJobDocuments(schema, 9, 10);
  await schema.sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
