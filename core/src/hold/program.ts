/*
 * The linear program of a hold: how far a load can grow while forces that only push still balance it. A simplex method
 * in revised form. What can be balanced without the load is found once for a hold; every load starts from there. The
 * inverse of the basis is made anew from the given numbers before an answer counts, so rounding does not add up.
 */

/**
 * What a hold can do. Six rows balance force and moment; each further row is a sum that is given. A column is a force
 * of any size x ≥ 0: a wrench in the six rows, and 1 in one of the others. All numbers near one.
 */
export interface HoldProgram {
  /** six numbers for each column */
  readonly wrenches: Float64Array;
  /** for each column the further row in which it counts; −1: none */
  readonly rows: Int32Array;
  /** what each row comes to */
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
    private readonly program: HoldProgram,
    /** the columns, one for each row */
    private readonly at: Int32Array,
    private readonly inverse: Float64Array,
    private readonly amounts: Float64Array,
  ) {
    this.m = program.rhs.length;
    this.n = program.rows.length;
  }

  private readonly m: number;
  private readonly n: number;

  /** Nothing but what is missing from balance. */
  static empty(program: HoldProgram): Basis {
    const m = program.rhs.length;
    const at = Int32Array.from({ length: m }, (_, i) => program.rows.length + i);
    const basis = new Basis(program, at, new Float64Array(m * m), new Float64Array(m));
    basis.makeExact();
    return basis;
  }

  copy(): Basis {
    return new Basis(this.program, this.at.slice(), this.inverse.slice(), this.amounts.slice());
  }

  private missing(row: number): boolean {
    return this.at[row] >= this.n;
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
    const m = this.m;
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
      for (let k = 0; k < m; k++) sum += right[i][k] * this.program.rhs[k];
      this.amounts[i] = max(0, sum);
    }
    this.sinceExact = 0;
  }

  private entry(row: number, column: number): number {
    const { wrenches, rows, rhs } = this.program;
    if (column >= this.n) return row === column - this.n ? (rhs[row] < 0 ? -1 : 1) : 0;
    return row < 6 ? wrenches[column * 6 + row] : row === rows[column] ? 1 : 0;
  }

  /** What a column takes from each basic one. */
  private takenBy(column: number): Float64Array {
    const { inverse, m } = this;
    const { wrenches, rows } = this.program;
    const taken = new Float64Array(m);
    for (let i = 0; i < m; i++) {
      let sum = rows[column] < 0 ? 0 : inverse[i * m + rows[column]];
      for (let k = 0; k < 6; k++) sum += inverse[i * m + k] * wrenches[column * 6 + k];
      taken[i] = sum;
    }
    return taken;
  }

  /** The sum of rows of the inverse: what a unit in each row of the program is worth to what stands in those rows. */
  private prices(rows: readonly number[]): Float64Array {
    const m = this.m;
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
    const { wrenches, rows } = this.program;
    let [found, best] = [-1, ROUNDING * scale];
    for (let j = 0, at = 0; j < this.n; j++, at += 6) {
      let gain = rows[j] < 0 ? 0 : prices[rows[j]];
      for (let k = 0; k < 6; k++) gain += prices[k] * wrenches[at + k];
      if (gain <= best) continue;
      [found, best] = [j, gain];
      if (this.stuck) break;
    }
    return found;
  }

  private get stuck(): boolean {
    return this.standing > 2 * this.m + 20;
  }

  /**
   * Brings a column in as far as it goes.
   * @param keep the row of the load, which never leaves; −1: none
   * @returns false where nothing stops it
   */
  private bring(column: number, keep: number): boolean {
    const taken = this.takenBy(column);
    const row = this.limit(taken, keep);
    if (row < 0) return false;
    const step = this.missing(row) && taken[row] < 0 ? 0 : max(0, this.amounts[row] / taken[row]);
    this.standing = step > ROUNDING ? 0 : this.standing + 1;
    const m = this.m;
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
    const m = this.m;
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
 * How far loads can grow on a hold: the largest λ with which forces x ≥ 0 balance λ times the load and come to the
 * sums that are given.
 * Source: revised simplex method, Dantzig's choice and Bland's rule (textbooks of linear programming); checked against
 * the solver HiGHS.
 * @returns a function of a load (six numbers) and the λ at which it may stop; 0 where the hold does not balance even
 * without a load
 */
export function growthOf(program: HoldProgram): (load: Float64Array, most: number) => number {
  // one column more, in which each load is written in its turn; while it is empty it helps nobody
  const load = program.rows.length;
  const wrenches = new Float64Array(6 * load + 6);
  wrenches.set(program.wrenches);
  const start = Basis.empty({ wrenches, rows: Int32Array.of(...program.rows, -1), rhs: program.rhs });
  start.balance();
  if (start.unbalanced > UNBALANCED) return () => 0;
  return (six, most) => {
    wrenches.set(six, 6 * load);
    return start.copy().grow(load, most);
  };
}
