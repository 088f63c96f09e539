import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { migrateJobFile, shopFromVersion2 } from '@violet-jaw/core/job';

/** Devices of every kind in the place of vises, clamps, bonds and materials, the shop's height above the sea; job documents brought to version 3. */
export async function workholding(schema: QueryInterface): Promise<void> {
  await schema.addColumn('shop', 'altitude', { type: DataTypes.DOUBLE, allowNull: false, defaultValue: 0 });
  await schema.renameTable('vises', 'devices');
  await schema.createTable('library', {
    list: { type: DataTypes.STRING(20), primaryKey: true, allowNull: false },
    id: { type: DataTypes.STRING(200), primaryKey: true, allowNull: false },
    place: { type: DataTypes.INTEGER, allowNull: false },
    document: { type: DataTypes.TEXT('long'), allowNull: false },
  });
  const { sequelize } = schema;
  const vises = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM devices', { type: QueryTypes.SELECT });
  for (const row of vises) {
    const [device] = shopFromVersion2({ vises: [JSON.parse(row.document)] }).devices as unknown[];
    await sequelize.query('UPDATE devices SET document = ? WHERE id = ?', { replacements: [JSON.stringify(device), row.id] });
  }
  const jobs = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM jobs', { type: QueryTypes.SELECT });
  for (const row of jobs) {
    const file = migrateJobFile({ format: 'violet-jaw-job', version: 2, job: JSON.parse(row.document), shop: {} }, 3);
    if (!file.ok) throw new Error(`job ${row.id}: ${file.problems.join(' ')}`);
    await sequelize.query('UPDATE jobs SET document = ?, summary = NULL WHERE id = ?', { replacements: [JSON.stringify((file.value as { job: unknown }).job), row.id] });
  }
}
