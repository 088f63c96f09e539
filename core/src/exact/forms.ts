import { AXES, byAxis, type Axis, type Vec3 } from '../frames';

/** One thing that comes out a little other than planned, by at most ± so much. It is one cause wherever it acts. */
export interface Cause {
  readonly id: string;
  /** in a sentence: "left stop in Op 20" */
  readonly name: string;
  /** at most so much to either side, mm; null: nobody has said */
  readonly mm: number | null;
  /** where the ± comes from: "typed", "from the library", "common practice" */
  readonly from: string;
}

/** How the name of a motion ends that nothing stops: it has no ±. */
export const LEFT_FREE = 'leaves it free';

/** A small length that hangs on causes: so much for each mm of them. What acts twice against itself is nothing. */
export type Form = ReadonlyMap<string, number>;
/** One for each axis. */
export type Forms = Readonly<Record<Axis, Form>>;

export const NO_FORM: Form = new Map();
export const NO_FORMS: Forms = { x: NO_FORM, y: NO_FORM, z: NO_FORM };

/** A share of a cause smaller than this is rounding. */
const NOTHING = 1e-9;

export const of = (causeId: string): Form => new Map([[causeId, 1]]);

/** `a·form + b·form + …` */
export function sum(...terms: readonly (readonly [factor: number, form: Form])[]): Form {
  const out = new Map<string, number>();
  for (const [factor, form] of terms)
    if (factor !== 0) for (const [id, c] of form) out.set(id, (out.get(id) ?? 0) + factor * c);
  for (const [id, c] of out) if (Math.abs(c) < NOTHING) out.delete(id);
  return out;
}

/** How far it goes along a direction. */
export const along = (direction: Vec3, forms: Forms): Form =>
  sum(...AXES.map((a) => [direction[a], forms[a]] as const));

export const sumOf = (...terms: readonly (readonly [factor: number, forms: Forms])[]): Forms => {
  const one = (axis: Axis) => sum(...terms.map(([f, forms]) => [f, forms[axis]] as const));
  return { x: one('x'), y: one('y'), z: one('z') };
};

/** Turned: row i of a rotation gives axis i. */
export const turnedBy = (rows: readonly Vec3[], forms: Forms): Forms => ({
  x: along(rows[0], forms),
  y: along(rows[1], forms),
  z: along(rows[2], forms),
});

/** What one cause, or several of one name, put into a length: at most so much, mm. */
export interface Share {
  readonly name: string;
  readonly mm: number;
  readonly from: string;
}

/** What is equal but for rounding, by name. */
const largestFirst = (a: Share, b: Share) => (Math.abs(a.mm - b.mm) > 1e-9 ? b.mm - a.mm : a.name < b.name ? -1 : 1);

/** How far a length can be off. */
export interface Spread {
  /** all causes at their worst at once, mm; null: not known */
  readonly worst: number | null;
  /** root of the sum of their squares: what is hardly ever passed where many causes act; null: not known */
  readonly likely: number | null;
  /** largest first */
  readonly shares: readonly Share[];
  /** causes that act in it and of which nobody has said how large they are */
  readonly missing: readonly string[];
}

/**
 * Worst case and root of the sum of squares of a length, and what puts how much into it.
 * @param causeOf every cause by its id
 */
export function spreadOf(form: Form, causeOf: (id: string) => Cause): Spread {
  const shares = new Map<string, { mm: number; from: string }>();
  const missing = new Set<string>();
  let [worst, squares] = [0, 0];
  for (const [id, c] of form) {
    const { name, mm, from } = causeOf(id);
    if (mm === null) {
      missing.add(name);
      continue;
    }
    const size = Math.abs(c) * mm;
    worst += size;
    squares += size * size;
    if (size > 0) shares.set(name, { mm: (shares.get(name)?.mm ?? 0) + size, from });
  }
  const isKnown = missing.size === 0;
  return {
    worst: isKnown ? worst : null,
    likely: isKnown ? Math.sqrt(squares) : null,
    shares: [...shares].map(([name, s]) => ({ name, ...s })).sort(largestFirst),
    missing: [...missing],
  };
}

/** What a form comes to where its causes are so large. */
export const valueOf = (form: Form, sizes: Pick<ReadonlyMap<string, number>, 'get'>): number =>
  [...form].reduce((total, [id, c]) => total + c * (sizes.get(id) ?? 0), 0);

export const valuesOf = (forms: Forms, sizes: Pick<ReadonlyMap<string, number>, 'get'>): Vec3 =>
  byAxis((a) => valueOf(forms[a], sizes));
