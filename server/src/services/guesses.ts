import { QueryTypes, type Sequelize } from 'sequelize';
import { Problem } from '../problem';

const WINDOW_MIN = 15;
/** Wrong passwords of a name from one address that cost no waiting. */
const FREE = 5;
/** From one address for any names: a machine that tries a list. */
const FREE_ADDRESS = 60;
/** Of one name from everywhere, for addresses that name never came in from. */
const FREE_NAME = 30;
const MOST_WAIT_S = 15 * 60;
const KNOWN_DAYS = 30;

/** A try that was let through. */
export interface Guess {
  readonly id: number;
}

interface Counts {
  readonly pair: number;
  readonly pairLast: Date | null;
  readonly address: number;
  readonly name: number;
  readonly known: number;
}

/**
 * Slows guessing of passwords down, for each name from each address, in the database: several at once and several
 * servers count together.
 * Nobody is locked out by what others try elsewhere: an address that a name has come in from before is not slowed by
 * the rest of the world.
 */
export class GuessGuard {
  constructor(private readonly sequelize: Sequelize) {}

  /** Counts a try before its password is looked at. Throws while this name must wait at this address. */
  async begin(name: string, address: string): Promise<Guess> {
    const values = { name: name.trim().toLowerCase().slice(0, 60), address: address.slice(0, 64) };
    const [id] = await this.sequelize.query(
      'INSERT INTO sign_in_tries (at, name, address, ok) VALUES (UTC_TIMESTAMP(3), :name, :address, 0)',
      { replacements: values, type: QueryTypes.INSERT },
    );
    const since = `ok = 0 AND at > UTC_TIMESTAMP(3) - INTERVAL ${WINDOW_MIN} MINUTE AND id < :id`;
    const [counts] = await this.sequelize.query<Counts>(
      `SELECT (SELECT COUNT(*) FROM sign_in_tries WHERE name = :name AND address = :address AND ${since}) AS pair,
        (SELECT MAX(at) FROM sign_in_tries WHERE name = :name AND address = :address AND ${since}) AS pairLast,
        (SELECT COUNT(*) FROM sign_in_tries WHERE address = :address AND ${since}) AS address,
        (SELECT COUNT(*) FROM sign_in_tries WHERE name = :name AND ${since}) AS name,
        (SELECT COUNT(*) FROM sign_in_tries WHERE name = :name AND address = :address AND ok = 1 AND at > UTC_TIMESTAMP(3) - INTERVAL ${KNOWN_DAYS} DAY) AS known`,
      { replacements: { ...values, id }, type: QueryTypes.SELECT },
    );
    const wait = this.#waitSeconds(counts);
    if (wait > 0) {
      // a try that was not looked at does not make the next one wait longer
      await this.sequelize.query('DELETE FROM sign_in_tries WHERE id = ?', { replacements: [id] });
      const says = wait < 90 ? `${wait} s` : `${Math.ceil(wait / 60)} minutes`;
      throw new Problem(429, 'Too many tries', `Too many wrong passwords from here. Try again in ${says}.`, {
        retryAfterSeconds: wait,
      });
    }
    if (Math.random() < 0.01) await this.#forgetOld();
    return { id };
  }

  /** The password was right: what was tried wrong before, here, is forgotten. */
  async succeeded({ id }: Guess, name: string, address: string): Promise<void> {
    await this.sequelize.query('UPDATE sign_in_tries SET ok = 1 WHERE id = ?', { replacements: [id] });
    await this.sequelize.query('DELETE FROM sign_in_tries WHERE name = ? AND address = ? AND ok = 0', {
      replacements: [name.trim().toLowerCase().slice(0, 60), address.slice(0, 64)],
    });
  }

  /** Somebody who may helps: the name may be tried again at once, from everywhere. */
  async forget(name: string): Promise<void> {
    await this.sequelize.query('DELETE FROM sign_in_tries WHERE name = ? AND ok = 0', {
      replacements: [name.trim().toLowerCase().slice(0, 60)],
    });
  }

  #waitSeconds({ pair, pairLast, address, name, known }: Counts): number {
    const over = Math.max(
      Number(pair) - FREE,
      Number(address) - FREE_ADDRESS,
      Number(known) > 0 ? -1 : Number(name) - FREE_NAME,
    );
    if (over < 0) return 0;
    const wait = Math.min(MOST_WAIT_S, 2 ** Math.min(over + 2, 12));
    const since = pairLast ? (Date.now() - new Date(pairLast).getTime()) / 1000 : 0;
    return Math.max(0, Math.ceil(wait - since));
  }

  async #forgetOld(): Promise<void> {
    await this.sequelize.query(
      `DELETE FROM sign_in_tries WHERE (ok = 0 AND at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY) OR at < UTC_TIMESTAMP(3) - INTERVAL ${KNOWN_DAYS} DAY`,
    );
  }
}
