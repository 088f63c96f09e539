import { DataTypes, type QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

const id = { type: DataTypes.STRING(200), primaryKey: true, allowNull: false } as const;
const json = { type: DataTypes.TEXT('long'), allowNull: false } as const;
const place = { type: DataTypes.INTEGER, allowNull: false } as const;

/**
 * Stock list, offcuts with their photos, the shop's projection; job documents brought to version 2. Issues stay as
 * they were issued.
 */
export async function knowThePart(schema: QueryInterface): Promise<void> {
  await schema.addColumn('shop', 'projection', {
    type: DataTypes.STRING(20),
    allowNull: false,
    defaultValue: 'third angle',
  });
  await schema.createTable('stock', { id, place, document: json });
  await schema.createTable('offcuts', {
    id,
    place,
    document: json,
    photo_hash: { type: DataTypes.CHAR(64), allowNull: true, references: { model: 'files', key: 'hash' } },
  });
  await migrateJobDocuments(schema, 1, 2);
}
