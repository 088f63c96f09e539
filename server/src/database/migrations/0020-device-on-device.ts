import { type QueryInterface } from 'sequelize';
import { deviceFromVersion12, machineFromVersion12 } from '@violet-jaw/core/job';
import { bringDocuments, migrateJobDocuments } from './jobDocuments';

/** Film, devices that stand on others, the order of homing, what stays on a rotary axis: none so far. */
export async function deviceOnDevice(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await migrateJobDocuments(schema, 12, 13);
  await bringDocuments(sequelize, 'machines', machineFromVersion12);
  await bringDocuments(sequelize, 'devices', deviceFromVersion12);
  await sequelize.query('UPDATE jobs SET summary_revision = NULL');
}
