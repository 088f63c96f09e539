/** How often each stage was really computed; what tests and the bench look at. */
export type Counts = Record<string, number>;

interface Entry {
  value: unknown;
  usedAt: number;
  release?: () => void;
}

/**
 * Keeps stage results under a key that holds everything they depend on, so that an edit recomputes only what it
 * touches. Results not used by the last `keepPlans` plans are dropped and their solids released.
 */
export class StageCache {
  readonly counts: Counts = {};
  #entries = new Map<string, Entry>();
  #plan = 0;

  constructor(private readonly keepPlans = 12) {}

  get<T>(stage: string, key: string, compute: () => T, release?: (value: T) => void): T {
    const id = `${stage}|${key}`;
    const known = this.#entries.get(id);
    if (known) {
      known.usedAt = this.#plan;
      return known.value as T;
    }
    const value = compute();
    this.counts[stage] = (this.counts[stage] ?? 0) + 1;
    this.#entries.set(id, { value, usedAt: this.#plan, release: release ? () => release(value) : undefined });
    return value;
  }

  /** A stage's result if it is known; it counts as used. */
  peek<T>(stage: string, key: string): T | null {
    const known = this.#entries.get(`${stage}|${key}`);
    if (!known) return null;
    known.usedAt = this.#plan;
    return known.value as T;
  }

  /** Call when a plan is complete. */
  endPlan(): void {
    this.#plan += 1;
    for (const [id, entry] of this.#entries) {
      if (entry.usedAt < this.#plan - this.keepPlans) {
        entry.release?.();
        this.#entries.delete(id);
      }
    }
  }

  clear(): void {
    for (const entry of this.#entries.values()) entry.release?.();
    this.#entries.clear();
  }
}
