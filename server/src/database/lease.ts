import { randomUUID } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import { inTransaction } from './transaction';

const LEASE_S = 30;
const SAY_AGAIN_MS = 8000;
const LOOK_MS = 300;

/** One row for each thing that only one process of all may do at a time. It is needed before the first migration. */
const makeTable = (sequelize: Sequelize) =>
  sequelize.query(
    'CREATE TABLE IF NOT EXISTS leases (name VARCHAR(60) PRIMARY KEY, holder VARCHAR(36) NOT NULL, until DATETIME(3) NOT NULL)',
  );

async function take(sequelize: Sequelize, name: string, holder: string): Promise<boolean> {
  return await inTransaction(sequelize, async (transaction) => {
    await sequelize.query("INSERT IGNORE INTO leases (name, holder, until) VALUES (?, '', UTC_TIMESTAMP(3))", {
      replacements: [name],
      transaction,
    });
    await sequelize.query(
      `UPDATE leases SET holder = :holder, until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE_S} SECOND WHERE name = :name AND (holder = :holder OR until <= UTC_TIMESTAMP(3))`,
      { replacements: { name, holder }, transaction },
    );
    const [row] = await sequelize.query<{ holder: string }>('SELECT holder FROM leases WHERE name = ?', {
      replacements: [name],
      type: QueryTypes.SELECT,
      transaction,
    });
    return row?.holder === holder;
  });
}

/** Gives a lease back at once, where it is still ours. */
const giveBack = (sequelize: Sequelize, name: string, holder: string) =>
  sequelize.query("UPDATE leases SET until = UTC_TIMESTAMP(3), holder = '' WHERE name = ? AND holder = ?", {
    replacements: [name, holder],
  });

/**
 * Does work while no other process of the same database does what has this name. A process that dies holds the others
 * up for at most half a minute. (A lock by name of the database itself holds on one node of a cluster only.)
 * @param orElse what somebody else being at it means: to wait for them, or to leave it to them (then null is returned)
 */
export async function alone<T>(
  sequelize: Sequelize,
  name: string,
  orElse: 'wait' | 'leave',
  work: () => Promise<T>,
): Promise<T | null> {
  await makeTable(sequelize);
  const holder = randomUUID();
  while (!(await take(sequelize, name, holder))) {
    if (orElse === 'leave') return null;
    await new Promise((done) => setTimeout(done, LOOK_MS));
  }
  const again = setInterval(() => {
    void take(sequelize, name, holder).catch(() => undefined);
  }, SAY_AGAIN_MS);
  try {
    return await work();
  } finally {
    clearInterval(again);
    await giveBack(sequelize, name, holder).catch(() => undefined);
  }
}
