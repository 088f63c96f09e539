import { DataTypes, type QueryInterface } from 'sequelize';

/**
 * Tries to sign in, by name and address: guessing is slowed down for whoever guesses, and nobody is locked out by
 * others.
 */
export async function guesses(schema: QueryInterface): Promise<void> {
  await schema.createTable('sign_in_tries', {
    id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
    at: { type: DataTypes.DATE(3), allowNull: false },
    name: { type: DataTypes.STRING(60), allowNull: false },
    address: { type: DataTypes.STRING(64), allowNull: false },
    ok: { type: DataTypes.BOOLEAN, allowNull: false },
  });
  await schema.addIndex('sign_in_tries', ['name', 'address', 'at']);
  await schema.addIndex('sign_in_tries', ['address', 'at']);
  await schema.sequelize.query('ALTER TABLE accounts DROP COLUMN failed, DROP COLUMN locked_until');
}
