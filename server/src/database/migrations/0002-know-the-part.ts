import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { migrateJobFile } from '@violet-jaw/core/job';

const id = { type: DataTypes.STRING(200), primaryKey: true, allowNull: false } as const;
const json = { type: DataTypes.TEXT('long'), allowNull: false } as const;
const place = { type: DataTypes.INTEGER, allowNull: false } as const;

/** Stock list, offcuts with their photos, the shop's projection; job documents brought to version 2. Issues stay as they were issued. */
export async function knowThePart(schema: QueryInterface): Promise<void> {
  await schema.addColumn('shop', 'projection', { type: DataTypes.STRING(20), allowNull: false, defaultValue: 'third angle' });
  await schema.createTable('stock', { id, place, document: json });
  await schema.createTable('offcuts', {
    id, place, document: json,
    photo_hash: { type: DataTypes.CHAR(64), allowNull: true, references: { model: 'files', key: 'hash' } },
  });
  const { sequelize } = schema;
  const rows = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM jobs', { type: QueryTypes.SELECT });
  for (const row of rows) {
    const file = migrateJobFile({ format: 'violet-jaw-job', version: 1, job: JSON.parse(row.document), shop: {} }, 2);
    if (!file.ok) throw new Error(`job ${row.id}: ${file.problems.join(' ')}`);
    await sequelize.query('UPDATE jobs SET document = ?, summary = NULL WHERE id = ?', { replacements: [JSON.stringify((file.value as { job: unknown }).job), row.id] });
  }
}
