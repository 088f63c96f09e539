import { type QueryInterface } from 'sequelize';
import { deviceFromVersion13, machineFromVersion13 } from '@violet-jaw/core/job';
import { bringDocuments, migrateJobDocuments } from './jobDocuments';

/** Turned parts and bar lathes: none so far. */
export async function turned(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 13, 14);
  await bringDocuments(sequelize, 'machines', machineFromVersion13);
  await bringDocuments(sequelize, 'devices', deviceFromVersion13);
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
