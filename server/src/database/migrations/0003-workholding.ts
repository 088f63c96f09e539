import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { shopFromVersion2 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/**
 * Devices of every kind in the place of vises, clamps, bonds and materials, the shop's height above the sea; job
 * documents brought to version 3.
 */
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
  const vises = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM devices', {
    type: QueryTypes.SELECT,
  });
  for (const row of vises) {
    const [device] = shopFromVersion2({ vises: [JSON.parse(row.document)] }).devices as unknown[];
    await sequelize.query('UPDATE devices SET document = ? WHERE id = ?', {
      replacements: [JSON.stringify(device), row.id],
    });
  }
  await migrateJobDocuments(schema, 2, 3);
}
