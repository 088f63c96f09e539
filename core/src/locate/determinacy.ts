import { add, AXES, byAxis, cross, dot, scale, subtract, vec, type Vec3 } from '../frames';
import { eigenOf } from './eigen';
import { inwardAt, reachOf, type LocatorHere } from './locators';

/** A small motion of the part. A turn without a place is about any: what it turns about can slide as well. */
export type Motion =
  | { readonly kind: 'slide'; readonly along: Vec3 }
  | {
      readonly kind: 'turn';
      readonly about: Vec3;
      readonly through: Vec3 | null;
      /** so far it moves along its axis meanwhile, mm for each radian; left out: not at all */
      readonly rises?: number;
    };

/** What several locators decide together although one of them would do. */
export interface DecidedTwice {
  readonly name: string;
  /** those before it that decide the same */
  readonly with: readonly string[];
  readonly motion: Motion;
}

/** Only how the part tips is decided twice: how square its sides are is the device's business, and no finding. */
export const isSquareness = ({ motion }: DecidedTwice): boolean =>
  motion.kind === 'turn' && Math.abs(motion.about.z) < 1 - 1e-6;

/** What stops the part from moving before it is clamped. */
export interface Determinacy {
  /** of six: three directions to slide, three to turn */
  readonly rank: number;
  readonly free: readonly Motion[];
  /** how many motions each locator takes away that those before it leave */
  readonly takes: readonly { readonly name: string; readonly bears?: string; readonly motions: number }[];
  readonly twice: readonly DecidedTwice[];
}

/** Six numbers: a push, and its moment about the middle over the reach of the locators. */
type Row = readonly number[];

/** A locator that was looked at, and its rows. */
interface Before {
  readonly name: string;
  readonly nest: string | undefined;
  readonly inward: Vec3;
  readonly rows: Row[];
}

/** A singular value smaller than this share of the largest is none. */
const NONE = 1e-6;

const rowOf = (point: Vec3, normal: Vec3, { center, mm }: ReturnType<typeof reachOf>): Row => {
  const moment = cross(subtract(point, center), normal);
  return [normal.x, normal.y, normal.z, moment.x / mm, moment.y / mm, moment.z / mm];
};

const squareOf = (rows: readonly Row[], size: number): number[][] =>
  Array.from({ length: size }, (_, i) =>
    Array.from({ length: size }, (__, k) => rows.reduce((sum, r) => sum + r[i] * r[k], 0)),
  );

/** Motions that change nothing any row looks at. */
function nullSpace(rows: readonly Row[], size: number): (readonly number[])[] {
  const { values, vectors } = eigenOf(squareOf(rows, size));
  // rows are numbers near one; where there are none, everything is free
  const most = Math.max(values[size - 1], 1e-12);
  return vectors.filter((_, i) => values[i] <= NONE * NONE * most || rows.length === 0);
}

/** Rank by elimination with the largest pivot anywhere: asked often, and only whether something is there at all. */
function rankOf(rows: readonly Row[]): number {
  const a = rows.map((r) => [...r]);
  const width = a[0]?.length ?? 0;
  const most = Math.max(1e-12, ...a.flat().map(Math.abs));
  for (let rank = 0; rank < Math.min(a.length, width); rank++) {
    let [p, q, pivot] = [rank, rank, 0];
    for (let i = rank; i < a.length; i++)
      for (let k = rank; k < width; k++) if (Math.abs(a[i][k]) > pivot) [p, q, pivot] = [i, k, Math.abs(a[i][k])];
    if (pivot <= NONE * most) return rank;
    [a[rank], a[p]] = [a[p], a[rank]];
    for (const row of a) [row[rank], row[q]] = [row[q], row[rank]];
    for (let i = rank + 1; i < a.length; i++) {
      const share = a[i][rank] / a[rank][rank];
      for (let k = rank; k < width; k++) a[i][k] -= share * a[rank][k];
    }
  }
  return Math.min(a.length, width);
}

/** How many of the six motions contacts (place, direction into the part) leave free. */
export function motionsLeft(contacts: readonly (readonly [point: Vec3, inward: Vec3])[]): number {
  const reach = reachOf(contacts.map(([point, inward]) => ({ name: '', points: [point], inward })));
  return 6 - rankOf(contacts.map(([point, inward]) => rowOf(point, inward, reach)));
}

/** For what can still move every locator holds from both sides: what only pushes, the part is pressed against. */
const rowsOf = (locator: LocatorHere, reach: ReturnType<typeof reachOf>): Row[] =>
  locator.points.map((p, i) => rowOf(p, inwardAt(locator, i), reach));

/**
 * What a part can still do against its locators, which of them decide the same, and how many motions each takes away.
 * The locator matrix has a row `[nᵀ, (p × n)ᵀ]` for each point of contact (Asada & By 1985); free motions are its null
 * space. Device frame, mm; order matters for who takes what, not for what is free.
 */
export function determinacyOf(locators: readonly LocatorHere[]): Determinacy {
  const reach = reachOf(locators);
  const rows: Row[] = [];
  const before: Before[] = [];
  const takes: Determinacy['takes'][number][] = [];
  const twice: DecidedTwice[] = [];
  for (const locator of locators) {
    const own = rowsOf(locator, reach);
    const had = rankOf(rows);
    // jaws that close together fight nobody: the part goes where they bring it
    for (const { row, motion } of locator.inwards ? [] : decidedBy(locator, own, reach)) {
      if (before.length === 0 || !isIn(row, rows)) continue;
      const by = deciders(row, before);
      const isOneNest = locator.nest !== undefined && by.every((b) => b.nest === locator.nest);
      if (!isOneNest)
        twice.push({ name: locator.name, with: by.map((b) => b.name), motion: told(motion, by, locator) });
    }
    rows.push(...own);
    before.push({ name: locator.name, nest: locator.nest, inward: locator.inward, rows: own });
    takes.push({ name: locator.name, bears: locator.bears, motions: rankOf(rows) - had });
  }
  return { rank: rankOf(rows), free: freeMotions(rows, reach), takes, twice };
}

/** Whether a row adds nothing to those there are. */
const isIn = (row: Row, rows: readonly Row[]): boolean => rankOf([...rows, row]) === rankOf(rows);

/** Lists of so many of them, in their order. */
export const chosen = <T>(of: readonly T[], count: number): (readonly T[])[] =>
  count === 0 ? [[]] : of.flatMap((first, i) => chosen(of.slice(i + 1), count - 1).map((rest) => [first, ...rest]));

/** The fewest of those before it that decide a row by themselves: up to three, or all. */
function deciders(row: Row, before: readonly Before[]): readonly Before[] {
  for (const count of [1, 2, 3])
    for (const few of chosen(before, count)) {
      const theirs = few.flatMap((b) => b.rows);
      if (isIn(row, theirs)) return few;
    }
  return before;
}

/** Decided together with what stands across it, it is how the part is turned that is decided twice. */
function told(motion: Motion, by: readonly Before[], { inward }: LocatorHere): Motion {
  const across = by.map((b) => cross(b.inward, inward)).find(({ x, y, z }) => Math.hypot(x, y, z) > 1e-3);
  if (motion.kind === 'turn' || !across) return motion;
  const long = Math.hypot(across.x, across.y, across.z);
  return { kind: 'turn', about: plainly(scale(across, 1 / long)), through: null };
}

/** What a locator decides by itself: where the part lies along its direction, and how it is turned, by its points. */
function decidedBy(
  { inward, points }: LocatorHere,
  own: readonly Row[],
  reach: ReturnType<typeof reachOf>,
): { readonly row: Row; readonly motion: Motion }[] {
  const mean = own[0].map((_, k) => own.reduce((sum, r) => sum + r[k], 0) / own.length);
  const turns: { row: Row; motion: Motion }[] = [];
  for (const p of points.slice(1)) {
    const arm = cross(subtract(p, points[0]), inward);
    const long = Math.hypot(arm.x, arm.y, arm.z);
    if (long < 1e-3 * reach.mm) continue;
    const row: Row = [0, 0, 0, arm.x / long, arm.y / long, arm.z / long];
    const had = turns.map((t) => t.row);
    if (had.length > 0 && isIn(row, had)) continue;
    turns.push({ row, motion: { kind: 'turn', about: plainly(scale(arm, 1 / long)), through: null } });
  }
  // two edges of a face tell how it tips; along the axes it is told more plainly
  const upright = turns.length === 2 ? plainTurns(turns.map((t) => t.row)) : turns;
  return [{ row: mean, motion: { kind: 'slide', along: plainly(inward) } }, ...upright];
}

/** Two turns told about X, Y or Z, where they are that. */
function plainTurns(rows: readonly Row[]): { readonly row: Row; readonly motion: Motion }[] {
  const plain = AXES.map((a, i): { row: Row; motion: Motion } => ({
    row: [0, 0, 0, 0, 0, 0].map((_, k) => (k === 3 + i ? 1 : 0)),
    motion: { kind: 'turn', about: byAxis((b) => (a === b ? 1 : 0)), through: null },
  })).filter(({ row }) => isIn(row, rows));
  return plain.length === 2
    ? plain
    : rows.map((row) => ({ row, motion: { kind: 'turn', about: vec(row[3], row[4], row[5]), through: null } }));
}

/** A direction and its opposite are the same motion; told the way its largest part is positive. */
function plainly(v: Vec3): Vec3 {
  const largest = AXES.reduce((a, b) => (Math.abs(v[b]) > Math.abs(v[a]) + 1e-9 ? b : a));
  const sign = v[largest] < 0 ? -1 : 1;
  return byAxis((a) => (Math.abs(v[a]) < 1e-12 ? 0 : sign * v[a]));
}

/** The axes that are in the space of some directions first, then what is left of it. */
function plainDirections(directions: readonly (readonly number[])[]): Vec3[] {
  const inSpace = (v: readonly number[]) => {
    const left = v.map((c, k) => c - directions.reduce((sum, d) => sum + d[k] * dotOf(d, v), 0));
    return Math.hypot(...left) < 1e-6;
  };
  const axes = AXES.map((_, i): number[] => [0, 1, 2].map((k) => (k === i ? 1 : 0))).filter(inSpace);
  const found = axes.slice(0, directions.length);
  for (const d of directions) {
    if (found.length === directions.length) break;
    const left = d.map((c, k) => c - found.reduce((sum, f) => sum + f[k] * dotOf(f, d), 0));
    const long = Math.hypot(...left);
    if (long > 1e-6) found.push(left.map((c) => c / long));
  }
  return found.map(([x, y, z]) => plainly(vec(x, y, z)));
}

const dotOf = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i], 0);

/** The null space in a person's words: slides first, then what turns, about the place it turns about. */
function freeMotions(rows: readonly Row[], reach: ReturnType<typeof reachOf>): Motion[] {
  const free = nullSpace(rows, 6);
  const slides = nullSpace(
    rows.map((r) => r.slice(0, 3)),
    3,
  );
  const along = plainDirections(slides);
  if (free.length === slides.length) return along.map((a): Motion => ({ kind: 'slide', along: a }));
  // turns that are free, whatever slides with them
  const turning = free.map((v) => v.slice(3));
  const { values, vectors } = eigenOf(squareOf(turning, 3));
  const about = plainDirections(vectors.filter((_, i) => values[i] > 1e-9));
  return [
    ...along.map((a): Motion => ({ kind: 'slide', along: a })),
    ...about.map((a): Motion => ({ kind: 'turn', about: a, ...placeOf(a, free, slides, reach) })),
  ];
}

/** The axis a turn goes about; through null: it can be about any, because the part slides as well. */
function placeOf(
  about: Vec3,
  free: readonly (readonly number[])[],
  slides: readonly (readonly number[])[],
  { center, mm }: ReturnType<typeof reachOf>,
): Pick<Extract<Motion, { kind: 'turn' }>, 'through' | 'rises'> {
  const wanted = [about.x, about.y, about.z];
  // of all free motions the one that turns so, by least squares over what they turn
  const square = squareOf(
    [0, 1, 2].map((k) => free.map((v) => v[3 + k])),
    free.length,
  );
  const { values, vectors } = eigenOf(square);
  const rhs = free.map((v) => dotOf(v.slice(3), wanted));
  const weights = vectors.reduce<number[]>(
    (sum, u, i) => (values[i] > 1e-9 ? sum.map((s, k) => s + (u[k] * dotOf(u, rhs)) / values[i]) : sum),
    free.map(() => 0),
  );
  const moved = vec(
    ...([0, 1, 2].map((k) => free.reduce((sum, v, i) => sum + weights[i] * v[k], 0)) as [number, number, number]),
  );
  // the turn is counted in the reach: a turn of 1/mm moves the middle by `moved`
  const off = scale(cross(about, moved), mm);
  const shares = slides.map(([x, y, z]) => Math.abs(dot(vec(x, y, z), about)));
  if (shares.some((share) => share < 1 - 1e-6)) return { through: null };
  const rises = shares.length > 0 ? 0 : dot(moved, about) * mm;
  return { through: add(center, off), ...(Math.abs(rises) > 1e-6 * mm ? { rises } : {}) };
}
