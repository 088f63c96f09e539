import { DataTypes, type QueryInterface } from 'sequelize';

/** Files that stopped the process that read them are kept in mind, with what happened. */
export async function harmfulFiles(schema: QueryInterface): Promise<void> {
  await schema.addColumn('files', 'harm', { type: DataTypes.STRING(500), allowNull: true });
}
