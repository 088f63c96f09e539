/** Zeros of one register of one setup over runs, in their order, one axis, mm. */
export interface DriftFacts {
  readonly count: number;
  readonly mean: number;
  /** standard deviation about the line, mm; null: too few */
  readonly scatter: number | null;
  /** mm per run, least squares; null: fewer than three */
  readonly perRun: number | null;
  /**
   * true: the slope is more than three times its own uncertainty, over at least four runs, and has come to a hundredth
   * of a millimeter
   */
  readonly steady: boolean;
  /** runs until the nearer end of travel is passed; null: no steady drift, or the room is not known */
  readonly runsLeft: number | null;
}

/**
 * Less than this from the first run to the last is no more than touching off repeats to. Common practice, no source.
 */
const WORTH_TELLING_MM = 0.01;

/**
 * Scatter and drift of measured zeros (least squares straight line; uncertainty of the slope s/√Σ(i−ī)², any
 * statistics handbook).
 * A steady drift is something that is not taken back: after `⌊room/|drift|⌋` further parts the axis over-travels.
 * @param values measured less planned, in the order of the runs
 * @param room from the last zero to the end of travel it drifts towards: to the minus and to the plus end, mm
 */
export function driftOf(
  values: readonly number[],
  room: { readonly toMin: number | null; readonly toMax: number | null } | null = null,
): DriftFacts {
  const n = values.length;
  const mean = n === 0 ? 0 : values.reduce((a, b) => a + b, 0) / n;
  const middle = (n - 1) / 2;
  const spread = values.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
  if (n < 3) return { count: n, mean, scatter: null, perRun: null, steady: false, runsLeft: null };
  const perRun = values.reduce((sum, v, i) => sum + (i - middle) * (v - mean), 0) / spread;
  const scatter = Math.sqrt(values.reduce((sum, v, i) => sum + (v - mean - perRun * (i - middle)) ** 2, 0) / (n - 2));
  const steady =
    n >= 4 && Math.abs(perRun) * (n - 1) >= WORTH_TELLING_MM && Math.abs(perRun) > (3 * scatter) / Math.sqrt(spread);
  const left = perRun < 0 ? room?.toMin : room?.toMax;
  return {
    count: n,
    mean,
    scatter,
    perRun,
    steady,
    runsLeft:
      steady && left !== null && left !== undefined ? Math.max(0, Math.floor(left / Math.abs(perRun) + 1e-9)) : null,
  };
}
