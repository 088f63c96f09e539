import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { QueryTypes, type Sequelize } from 'sequelize';
import { readingOf, type FileBody, type Job } from '@violet-jaw/core/job';
import type { Shop } from '@violet-jaw/core/shop';
import { inTransaction } from '../database/transaction';

type Reading = Omit<FileBody, 'file'>;

/** Bytes of one row of the database. */
const PART = 1024 * 1024;
/** More is not kept: whoever opens such a job computes it. */
const MOST = 32 * PART;
const DAYS_UNUSED = 30;

const sha256 = (...texts: readonly string[]): string => {
  const hash = createHash('sha256');
  for (const text of texts) hash.update(`${text.length} `).update(text);
  return hash.digest('hex');
};

/**
 * Results that are kept by what they were computed from: program, job and shop, or file and the way it is read. What is
 * computed from something else has another key, so nothing here is ever out of date; what nobody asked for in a month
 * is dropped. Shared by all processes of one database.
 */
export class Prepared {
  readonly #program: string;

  /** @param program the file that computes: another version of it may find something else */
  constructor(
    private readonly sequelize: Sequelize,
    program: string,
  ) {
    this.#program = createHash('sha256').update(readFileSync(program)).digest('hex');
  }

  keyOfJob(job: Job, shop: Shop): string {
    return sha256(this.#program, 'job', JSON.stringify(job), JSON.stringify(shop));
  }

  /** Which file, read how. */
  readingOf(source: Reading): string {
    return sha256(readingOf(source));
  }

  keyOfBodies(source: Reading): string {
    return sha256(this.#program, 'bodies', this.readingOf(source));
  }

  async has(key: string): Promise<boolean> {
    const rows = await this.sequelize.query('SELECT 1 FROM prepared WHERE id = ? LIMIT 1', {
      replacements: [key],
      type: QueryTypes.SELECT,
    });
    return rows.length > 0;
  }

  /** Compressed text; null: not prepared. */
  async get(key: string): Promise<Buffer | null> {
    const rows = await this.sequelize.query<{ bytes: Buffer }>(
      'SELECT bytes FROM prepared WHERE id = ? ORDER BY place',
      { replacements: [key], type: QueryTypes.SELECT },
    );
    if (rows.length === 0) return null;
    await this.sequelize.query(
      'UPDATE prepared SET used_at = UTC_TIMESTAMP() WHERE id = ? AND used_at < UTC_TIMESTAMP() - INTERVAL 1 DAY',
      { replacements: [key], type: QueryTypes.UPDATE },
    );
    return Buffer.concat(rows.map((r) => r.bytes));
  }

  /**
   * Keeps compressed text, whole or not at all.
   * @param about what it is of: of a job or a reading only the newest is kept
   */
  async put(key: string, about: string, bytes: Uint8Array): Promise<void> {
    if (bytes.length > MOST) return;
    await inTransaction(this.sequelize, async (transaction) => {
      for (let place = 0; place * PART < bytes.length; place++)
        // as hexadecimal text: bytes in a statement would be read as characters
        await this.sequelize.query(
          `INSERT IGNORE INTO prepared (id, place, about, bytes, used_at) VALUES (?, ?, ?, X'${Buffer.from(bytes.subarray(place * PART, (place + 1) * PART)).toString('hex')}', UTC_TIMESTAMP())`,
          { replacements: [key, place, about], transaction },
        );
      await this.sequelize.query('DELETE FROM prepared WHERE about = ? AND id <> ?', {
        replacements: [about, key],
        transaction,
      });
    });
  }

  /** Drops what nobody asked for in a long while. */
  async forgetUnused(): Promise<void> {
    await this.sequelize.query(`DELETE FROM prepared WHERE used_at < UTC_TIMESTAMP() - INTERVAL ${DAYS_UNUSED} DAY`);
  }
}
