/**
 * One computed thing of the plan. `compute` sees only what it is given, and it is given only what it names: it cannot
 * be stale.
 */
export interface Stage<In extends object, Out> {
  readonly name: string;
  readonly compute: (inputs: In) => Out;
  /** gives the kernel's memory back when the last plans did not use it */
  readonly release?: (out: Out, inputs: In) => void;
}

/** How often each stage was really computed; what tests, the bench and `docs/stages.md` look at. */
export type Counts = Readonly<Record<string, number>>;

interface Entry {
  readonly stage: Stage<never, unknown>;
  readonly inputs: Readonly<Record<string, unknown>>;
  readonly out: unknown;
  usedAt: number;
}

/** A list, or fields and nothing else; also where it comes from another thread. */
function isPlain(value: object): boolean {
  if (Array.isArray(value)) return true;
  const proto = Object.getPrototypeOf(value) as object | null;
  return proto === null || Object.getPrototypeOf(proto) === null;
}

/** Several results as one input: the same list as long as its entries are the same. */
const listStage: Stage<Record<string, unknown>, unknown[]> = { name: 'list', compute: (items) => Object.values(items) };

/**
 * Runs stages and remembers what they gave. A stage runs again when one of its inputs is another one; whether it is the
 * same is a question of identity, so `same` gives equal parts of a document one identity, whichever copy they are of.
 * What the last `keepPlans` plans did not use is forgotten and its solids released. One graph per thread and kernel.
 */
export class Graph {
  readonly #counts: Record<string, number> = {};
  readonly #entries = new Map<string, Entry>();
  readonly #plain = new Map<string, { readonly value: object; usedAt: number }>();
  readonly #ids = new WeakMap<object, number>();
  #nextId = 0;
  #plan = 0;
  #enough: () => boolean = () => false;
  #computedSome = false;

  constructor(private readonly keepPlans = 12) {}

  get counts(): Counts {
    return this.#counts;
  }

  /** Entries that are remembered: bounded, whatever is edited. */
  get size(): number {
    return this.#entries.size + this.#plain.size;
  }

  run<In extends object, Out>(stage: Stage<In, Out>, inputs: NoInfer<In>): Out {
    const key = this.#keyOf(stage.name, inputs);
    let entry = this.#entries.get(key);
    if (!entry) {
      const out = stage.compute(inputs);
      this.#counts[stage.name] = (this.#counts[stage.name] ?? 0) + 1;
      const known = inputs as Record<string, unknown>;
      entry = { stage: stage as Stage<never, unknown>, inputs: known, out, usedAt: this.#plan };
      this.#entries.set(key, entry);
    }
    entry.usedAt = this.#plan;
    return entry.out as Out;
  }

  /** What is known already; it counts as used. null: it would have to be computed. */
  peek<In extends object, Out>(stage: Stage<In, Out>, inputs: NoInfer<In>): Out | null {
    const known = this.#entries.get(this.#keyOf(stage.name, inputs));
    if (!known) return null;
    known.usedAt = this.#plan;
    return known.out as Out;
  }

  /**
   * As `run` while there is time (`within`), at least once in a plan; then as `peek`.
   * @returns null: it would have to be computed, and there was no time
   */
  some<In extends object, Out>(stage: Stage<In, Out>, inputs: NoInfer<In>): Out | null {
    const known = this.peek(stage, inputs);
    if (known !== null || (this.#computedSome && this.#enough())) return known;
    this.#computedSome = true;
    return this.run(stage, inputs);
  }

  /** Tells when the time for `some` in the plan that begins is over. */
  within(enough: () => boolean): void {
    this.#enough = enough;
    this.#computedSome = false;
  }

  /**
   * Names of the inputs that differ from the nearest run that is remembered: for tests, and for whoever asks why it
   * runs again. All of them: it never ran.
   */
  why<In extends object, Out>(stage: Stage<In, Out>, inputs: NoInfer<In>): string[] {
    const names = Object.keys(inputs);
    const now = inputs as Record<string, unknown>;
    const runs = [...this.#entries.values()].filter((e) => e.stage.name === stage.name);
    const differ = runs.map((e) => names.filter((n) => !Object.is(e.inputs[n], now[n])));
    return differ.sort((a, b) => a.length - b.length)[0] ?? names;
  }

  /**
   * The value, or one that equals it and was seen before: equal plain values of the last plans are one object. Never
   * the object that was given: whoever made it may change it.
   */
  same<T>(value: T): T {
    if (typeof value !== 'object' || value === null || !isPlain(value)) return value;
    const given = Object.entries(value).filter(([, v]) => v !== undefined);
    const entries = given.map(([k, v]) => [k, this.same(v as unknown)] as const);
    const says = entries.map(([k, v]) => `${JSON.stringify(k)}${this.#idOf(v)}`).join();
    const key = `${Array.isArray(value) ? '[' : '{'}${says}`;
    const known = this.#plain.get(key);
    if (known) {
      known.usedAt = this.#plan;
      return known.value as T;
    }
    const own = Object.freeze(Array.isArray(value) ? entries.map(([, v]) => v) : Object.fromEntries(entries));
    this.#plain.set(key, { value: own, usedAt: this.#plan });
    return own as T;
  }

  /** A list of results as one input. */
  list<T>(items: readonly T[]): readonly T[] {
    return this.run(listStage as Stage<Record<string, T>, T[]>, Object.fromEntries(items.entries()));
  }

  /** Call when a plan is complete. */
  endPlan(): void {
    this.#plan += 1;
    const isOld = ({ usedAt }: { readonly usedAt: number }) => usedAt < this.#plan - this.keepPlans;
    for (const [key, entry] of this.#entries) if (isOld(entry)) this.#forget(key, entry);
    for (const [key, entry] of this.#plain) if (isOld(entry)) this.#plain.delete(key);
  }

  /** Forgets everything. */
  clear(): void {
    for (const [key, entry] of this.#entries) this.#forget(key, entry);
    this.#plain.clear();
  }

  #forget(key: string, { stage, out, inputs }: Entry): void {
    stage.release?.(out, inputs as never);
    this.#entries.delete(key);
  }

  #keyOf(name: string, inputs: object): string {
    return `${name} ${Object.entries(inputs)
      .map(([k, v]) => `${k}${this.#idOf(v)}`)
      .join()}`;
  }

  /** Tells values apart: objects by what they are, all else by what it says. */
  #idOf(value: unknown): string {
    if (typeof value === 'string') return JSON.stringify(value);
    if (Object.is(value, -0)) return '-0';
    if ((typeof value !== 'object' && typeof value !== 'function') || value === null) return `:${String(value)}`;
    let id = this.#ids.get(value);
    if (id === undefined) this.#ids.set(value, (id = this.#nextId++));
    return `#${id}`;
  }
}

/** Some fields of a whole, as an input that is the same while they are. */
export function fields<T extends object, K extends keyof T>(g: Graph, whole: T, ...names: readonly K[]): Pick<T, K> {
  return g.same(Object.fromEntries(names.map((n) => [n, whole[n]])) as Pick<T, K>);
}
