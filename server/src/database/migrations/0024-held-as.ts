import type { QueryInterface } from 'sequelize';

/** With its place a remark keeps how the setup was held, in which the name of a device may be long. */
export async function heldAs({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query('ALTER TABLE job_remarks MODIFY place TEXT NULL');
}
