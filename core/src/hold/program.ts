/*
 * The linear program of a hold: how far a load can grow while forces that only push still balance it. A simplex method
 * in revised form. What can be balanced without the load is found once for a hold; every load starts from there. The
 * inverse of the basis is made anew from the given numbers before an answer counts, so rounding does not add up.
 */

/** What a hold can do: `Σ columns[j]·x[j] = rhs`, every x ≥ 0. All numbers near one. */
export interface HoldProgram {
  readonly columns: readonly Float64Array[];
  readonly rhs: Float64Array;
}

// in constants of the module: in Jest's sandbox each use of a global goes through the sandbox
const { abs, max } = Math;

/** Less than this is rounding, in numbers near one. */
const ROUNDING = 1e-9;
/** A pivot smaller than this is none. */
const PIVOT = 1e-8;
/** What may be missing from balance without a load. */
const UNBALANCED = 1e-7;
/** More pivots are never wanted (seen: 40); what was found by then is borne, and perhaps more. */
const MOST_PIVOTS = 5000;

/**
 * A basis: which column stands for each row, the inverse of those columns, and the amounts of them. Columns from
 * `columns.length` on are what is missing from balance, one for each row.
 */
class Basis {
  private sinceExact = 0;
  private standing = 0;

  private constructor(
    private readonly columns: readonly Float64Array[],
    private readonly rhs: Float64Array,
    /** the columns, one for each row */
    private readonly at: Int32Array,
    private readonly inverse: Float64Array,
    private readonly amounts: Float64Array,
  ) {}

  /** Nothing but what is missing from balance. */
  static empty({ columns, rhs }: HoldProgram): Basis {
    const m = rhs.length;
    const basis = new Basis(
      columns,
      rhs,
      Int32Array.from({ length: m }, (_, i) => columns.length + i),
      new Float64Array(m * m),
      new Float64Array(m),
    );
    basis.makeExact();
    return basis;
  }

  /** The same basis with one more thing to be had: the load. Its index is that of the last column. */
  with(load: Float64Array): Basis {
    const n = this.columns.length;
    return new Basis(
      [...this.columns, load],
      this.rhs,
      this.at.map((j) => (j >= n ? j + 1 : j)),
      this.inverse.slice(),
      this.amounts.slice(),
    );
  }

  private missing(row: number): boolean {
    return this.at[row] >= this.columns.length;
  }

  /** How much is missing from balance, all rows together. */
  get unbalanced(): number {
    return this.amounts.reduce((sum, v, i) => sum + (this.missing(i) ? v : 0), 0);
  }

  /** How much there is of a column. */
  amountOf(column: number): number {
    const row = this.at.indexOf(column);
    return row < 0 ? 0 : this.amounts[row];
  }

  /** The inverse and the amounts from the given numbers alone (Gauss–Jordan with the largest pivot of a column). */
  private makeExact(): void {
    const m = this.rhs.length;
    const left = Array.from({ length: m }, (_, i) => Float64Array.from(this.at, (j) => this.entry(i, j)));
    const right = Array.from({ length: m }, (_, i) => Float64Array.from({ length: m }, (_v, k) => (i === k ? 1 : 0)));
    for (let c = 0; c < m; c++) {
      let p = c;
      for (let i = c + 1; i < m; i++) if (abs(left[i][c]) > abs(left[p][c])) p = i;
      [left[c], left[p], right[c], right[p]] = [left[p], left[c], right[p], right[c]];
      const by = 1 / left[c][c];
      for (let k = 0; k < m; k++) {
        left[c][k] *= by;
        right[c][k] *= by;
      }
      for (let i = 0; i < m; i++) {
        const f = left[i][c];
        if (i === c || f === 0) continue;
        for (let k = 0; k < m; k++) {
          left[i][k] -= f * left[c][k];
          right[i][k] -= f * right[c][k];
        }
      }
    }
    for (let i = 0; i < m; i++) {
      this.inverse.set(right[i], i * m);
      let sum = 0;
      for (let k = 0; k < m; k++) sum += right[i][k] * this.rhs[k];
      this.amounts[i] = max(0, sum);
    }
    this.sinceExact = 0;
  }

  private entry(row: number, column: number): number {
    if (column < this.columns.length) return this.columns[column][row];
    return row === column - this.columns.length ? (this.rhs[row] < 0 ? -1 : 1) : 0;
  }

  /** What a column takes from each basic one. */
  private takenBy(column: Float64Array): Float64Array {
    const m = this.rhs.length;
    const taken = new Float64Array(m);
    for (let i = 0; i < m; i++) {
      let sum = 0;
      for (let k = 0; k < m; k++) sum += this.inverse[i * m + k] * column[k];
      taken[i] = sum;
    }
    return taken;
  }

  /** How much dearer a row of the basis makes each unit of a row of the program: the sum of those rows of the inverse. */
  private prices(rows: readonly number[]): Float64Array {
    const m = this.rhs.length;
    const prices = new Float64Array(m);
    for (const i of rows) for (let k = 0; k < m; k++) prices[k] += this.inverse[i * m + k];
    return prices;
  }

  /**
   * The column whose use helps most: lowers what is missing, or lets the load grow. While nothing moves for long, the
   * first that helps at all (Bland's rule: it does not go round in circles).
   * @returns its index, or −1 where none helps
   */
  private helper(prices: Float64Array): number {
    let scale = 1;
    for (const v of prices) scale = max(scale, abs(v));
    let [found, best] = [-1, ROUNDING * scale];
    for (let j = 0; j < this.columns.length; j++) {
      const column = this.columns[j];
      let gain = 0;
      for (let k = 0; k < prices.length; k++) gain += prices[k] * column[k];
      if (gain <= best) continue;
      [found, best] = [j, gain];
      if (this.stuck) break;
    }
    return found;
  }

  private get stuck(): boolean {
    return this.standing > 2 * this.rhs.length + 20;
  }

  /**
   * Brings a column in as far as it goes.
   * @param keep the row of the load, which never leaves; −1: none
   * @returns false where nothing stops it
   */
  private bring(column: number, keep: number): boolean {
    const taken = this.takenBy(this.columns[column]);
    const row = this.limit(taken, keep);
    if (row < 0) return false;
    const step = this.missing(row) && taken[row] < 0 ? 0 : max(0, this.amounts[row] / taken[row]);
    this.standing = step > ROUNDING ? 0 : this.standing + 1;
    const m = this.rhs.length;
    for (let i = 0; i < m; i++) this.amounts[i] = max(0, this.amounts[i] - step * taken[i]);
    this.amounts[row] = step;
    this.at[row] = column;
    const by = 1 / taken[row];
    for (let k = 0; k < m; k++) this.inverse[row * m + k] *= by;
    for (let i = 0; i < m; i++) {
      const f = taken[i];
      if (i === row || f === 0) continue;
      for (let k = 0; k < m; k++) this.inverse[i * m + k] -= f * this.inverse[row * m + k];
    }
    this.sinceExact++;
    return true;
  }

  /**
   * The row that a column uses up first; of several the one with the largest pivot. What is missing from balance and
   * is nothing stays nothing, whichever way it would go.
   */
  private limit(taken: Float64Array, keep: number): number {
    const amountOf = (i: number) => this.amounts[i];
    const stops = (i: number) =>
      i !== keep && (taken[i] > PIVOT || (this.missing(i) && taken[i] < -PIVOT && amountOf(i) < UNBALANCED));
    const ratio = (i: number, slack: number) => (taken[i] < 0 ? slack : amountOf(i) + slack) / abs(taken[i]);
    let far = Infinity;
    for (let i = 0; i < taken.length; i++) if (stops(i)) far = Math.min(far, ratio(i, ROUNDING));
    let found = -1;
    for (let i = 0; i < taken.length; i++) {
      if (!stops(i) || ratio(i, 0) > far) continue;
      const better = this.stuck ? this.at[i] < this.at[found] : abs(taken[i]) > abs(taken[found]);
      if (found < 0 || better) found = i;
    }
    return found;
  }

  /** Balances the hold without a load as well as it can be. */
  balance(): void {
    const m = this.rhs.length;
    this.improve(-1, () => {
      const rows: number[] = [];
      for (let i = 0; i < m; i++) if (this.missing(i)) rows.push(i);
      return this.prices(rows);
    });
  }

  /**
   * Lets a column grow as far as the others can follow.
   * @returns how far; `most` where it is not they that end it
   */
  grow(column: number, most: number): number {
    if (!this.bring(column, -1)) return most;
    // every further column that comes in lets it grow, or nothing moves
    const row = () => this.at.indexOf(column);
    const ended = this.improve(column, () => this.prices([row()]).map((v) => -v), most);
    return ended ? Math.min(most, this.amountOf(column)) : most;
  }

  /** @returns false where nothing ends it, or it has grown to `most` */
  private improve(growing: number, prices: () => Float64Array, most = Infinity): boolean {
    for (let pivots = 0; pivots < MOST_PIVOTS; pivots++) {
      if (this.sinceExact > 30) this.makeExact();
      if (growing >= 0 && this.amountOf(growing) >= most) return false;
      const next = this.helper(prices());
      if (next >= 0) {
        if (!this.bring(next, growing < 0 ? -1 : this.at.indexOf(growing))) return false;
      } else if (this.sinceExact > 0) this.makeExact();
      else return true;
    }
    return true;
  }
}

/**
 * How far loads can grow on a hold: the largest λ with `Σ columns[j]·x[j] + λ·load = rhs`, every x ≥ 0.
 * Source: revised simplex method, Dantzig's choice and Bland's rule (textbook of linear programming); checked against
 * the solver HiGHS.
 * @returns a function of a load (one number a row) and the λ at which it may stop; 0 where the hold does not balance
 * even without a load
 */
export function growthOf(program: HoldProgram): (load: Float64Array, most: number) => number {
  const start = Basis.empty(program);
  start.balance();
  if (start.unbalanced > UNBALANCED) return () => 0;
  const column = program.columns.length;
  return (load, most) => start.with(load).grow(column, most);
}
