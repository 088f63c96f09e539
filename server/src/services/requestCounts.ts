import type { ClientRateLimitInfo, Store } from 'express-rate-limit';
import { QueryTypes, type Sequelize } from 'sequelize';

const TOLD_MS = 2000;
const MINUTE_MS = 60_000;

/**
 * Counts requests of a minute, for all processes of a database together. Each counts for itself and tells the others
 * every two seconds, and only of those who ask much: no request waits for it, and a quiet shop writes nothing.
 */
export class RequestCounts implements Store {
  readonly localKeys = false;
  #minute = 0;
  /** in this minute: what this process saw, what of it was told, and what all told together */
  #counts = new Map<string, { own: number; told: number; all: number }>();
  readonly #timer: NodeJS.Timeout;

  /**
   * @param name of the limit, where one table holds several @param worth requests of a minute below which nobody needs
   * to know
   */
  constructor(
    private readonly sequelize: Sequelize,
    readonly prefix: string,
    private readonly worth: number,
  ) {
    this.#timer = setInterval(() => {
      void this.tell().catch(() => undefined);
    }, TOLD_MS);
    this.#timer.unref();
  }

  increment(key: string): ClientRateLimitInfo {
    const count = this.#of(key);
    count.own += 1;
    return {
      totalHits: count.own + Math.max(0, count.all - count.told),
      resetTime: new Date((this.#minute + 1) * MINUTE_MS),
    };
  }

  decrement(key: string): void {
    const count = this.#of(key);
    count.own = Math.max(count.told, count.own - 1);
  }

  resetKey(key: string): void {
    this.#counts.delete(key);
  }

  shutdown(): void {
    clearInterval(this.#timer);
  }

  /** Tells the others, and hears from them. */
  async tell(): Promise<void> {
    const minute = this.#minute;
    const worth = [...this.#counts].filter(([, c]) => c.own >= this.worth);
    if (worth.length === 0) return;
    const fresh = worth.filter(([, c]) => c.own > c.told);
    const rows = fresh.map(([key, c]) => [this.#who(key), minute, c.own - c.told]);
    for (const [, c] of fresh) c.told = c.own;
    if (rows.length > 0)
      await this.sequelize.query(
        `INSERT INTO request_counts (who, minute, requests) VALUES ${rows.map(() => '(?)').join(', ')} ON DUPLICATE KEY UPDATE requests = requests + VALUES(requests)`,
        { replacements: rows },
      );
    const all = await this.sequelize.query<{ who: string; requests: number }>(
      'SELECT who, requests FROM request_counts WHERE minute = ? AND who IN (?)',
      { replacements: [minute, worth.map(([key]) => this.#who(key))], type: QueryTypes.SELECT },
    );
    const told = new Map(all.map((r) => [r.who, r.requests]));
    for (const [key, c] of worth) c.all = told.get(this.#who(key)) ?? 0;
  }

  #who(key: string): string {
    return `${this.prefix}${key}`.slice(0, 80);
  }

  #of(key: string): { own: number; told: number; all: number } {
    const minute = Math.floor(Date.now() / MINUTE_MS);
    if (minute !== this.#minute) {
      this.#minute = minute;
      this.#counts = new Map();
    }
    const count = this.#counts.get(key) ?? { own: 0, told: 0, all: 0 };
    this.#counts.set(key, count);
    return count;
  }
}
