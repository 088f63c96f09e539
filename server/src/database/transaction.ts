import { DatabaseError, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';

/**
 * Deadlock, lock wait, record changed since read; a cluster says 1213 when another node was first (MariaDB error
 * codes).
 */
const AGAIN = new Set([1213, 1205, 1020]);
const MOST_TRIES = 8;

function isToRepeat(error: unknown): boolean {
  // two made the same row at the same moment: the second finds it
  if (error instanceof UniqueConstraintError) return true;
  return error instanceof DatabaseError && AGAIN.has((error.original as { errno?: number }).errno ?? 0);
}

/**
 * What must not be done by two at once waits here until the other's transaction is over. The row is changed, not only
 * locked: a lock is known to one node of a cluster, a change to all, and the one that was later is taken back and done
 * again.
 */
export async function takeTurn(
  sequelize: Sequelize,
  at: 'job numbers' | 'leads',
  transaction: Transaction,
): Promise<void> {
  await sequelize.query('UPDATE turns SET taken = taken + 1 WHERE name = ?', { replacements: [at], transaction });
}

/**
 * Does work in one transaction, and all of it again when the database took it back because of another one: it must
 * have no effect but in the database. This is the only place where transactions are begun.
 */
export async function inTransaction<T>(
  sequelize: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await sequelize.transaction(work);
    } catch (error) {
      if (tries >= MOST_TRIES || !isToRepeat(error)) throw error;
      await new Promise((done) => setTimeout(done, Math.random() * 25 * 2 ** Math.min(tries, 5)));
    }
  }
}
