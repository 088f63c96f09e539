import { MM_PER_INCH } from '../units';

/** A set of gauge blocks as it is sold. */
export interface GaugeSet {
  readonly name: string;
  /** lengths in steps of `step` */
  readonly steps: readonly number[];
  /** mm */
  readonly step: number;
}

const from = (first: number, last: number, by: number): number[] =>
  Array.from({ length: Math.round((last - first) / by) + 1 }, (_, i) => first + i * by);

/** Steps of half a micrometer. */
const METRIC_STEP = 0.0005;
const metric = (...mm: readonly number[]) => mm.map((v) => Math.round(v / METRIC_STEP));

/** Usual sets, from memory: 112, 87 and 47 pieces metric, 81 pieces inch. ISO 3650 has their grades. */
export const GAUGE_SETS: readonly GaugeSet[] = [
  {
    name: '112 pieces, metric',
    step: METRIC_STEP,
    steps: metric(
      1.0005,
      ...from(1.001, 1.009, 0.001),
      ...from(1.01, 1.49, 0.01),
      ...from(0.5, 24.5, 0.5),
      ...from(25, 100, 25),
    ),
  },
  {
    name: '87 pieces, metric',
    step: METRIC_STEP,
    steps: metric(
      ...from(1.001, 1.009, 0.001),
      ...from(1.01, 1.49, 0.01),
      ...from(0.5, 9.5, 0.5),
      ...from(10, 100, 10),
    ),
  },
  {
    name: '47 pieces, metric',
    step: METRIC_STEP,
    steps: metric(1.005, ...from(1.01, 1.19, 0.01), ...from(1.2, 1.9, 0.1), ...from(1, 9, 1), ...from(10, 100, 10)),
  },
  {
    name: '81 pieces, inch',
    step: MM_PER_INCH / 10_000,
    // ten-thousandths of an inch
    steps: [...from(1001, 1009, 1), ...from(1010, 1490, 10), ...from(500, 9500, 500), ...from(10_000, 40_000, 10_000)],
  },
];

/** Up to so many blocks the fewest are found; of more, the largest are taken first. */
const MOST_SEARCHED = 5;
/** More blocks than these are not wrung together. */
const MOST_BLOCKS = 8;

/** Blocks that make a length together. */
export interface Stack {
  /** mm, largest first */
  readonly blocks: readonly number[];
  /** what they come to, mm: the nearest the set's step allows */
  readonly mm: number;
}

type Pair = readonly [number, number];

/** All sums of two different blocks, with the places of the two. */
const pairsOf = new WeakMap<GaugeSet, ReadonlyMap<number, readonly Pair[]>>();
function pairs(set: GaugeSet): ReadonlyMap<number, readonly Pair[]> {
  const known = pairsOf.get(set);
  if (known) return known;
  const found = new Map<number, Pair[]>();
  set.steps.forEach((a, i) =>
    set.steps.forEach((b, k) => {
      if (k > i) found.set(a + b, [...(found.get(a + b) ?? []), [i, k]]);
    }),
  );
  pairsOf.set(set, found);
  return found;
}

/** So many different blocks that make a length, none of the taken ones; null: there are none. */
function blocksFor(
  set: GaugeSet,
  left: number,
  count: number,
  taken: readonly number[] = [],
): readonly number[] | null {
  const isFree = (...places: readonly number[]) => places.every((p) => !taken.includes(p));
  if (left <= 0) return null;
  if (count === 1) {
    const at = set.steps.indexOf(left);
    return at >= 0 && isFree(at) ? [at] : null;
  }
  const all = pairs(set);
  if (count === 2) return all.get(left)?.find((pair) => isFree(...pair)) ?? null;
  if (count % 2 === 1) {
    for (const [i, step] of set.steps.entries()) {
      const rest = isFree(i) ? blocksFor(set, left - step, count - 1, [...taken, i]) : null;
      if (rest) return [i, ...rest];
    }
    return null;
  }
  for (const [sum, ways] of all) {
    // of four, the lighter two first: the other two are looked up
    if (2 * sum > left || !all.has(left - sum)) continue;
    for (const pair of ways) {
      const rest = isFree(...pair) ? blocksFor(set, left - sum, count - 2, [...taken, ...pair]) : null;
      if (rest) return [...pair, ...rest];
    }
  }
  return null;
}

/** The fewest blocks up to five; else the largest that leaves something to make, and the fewest for that. */
function places(set: GaugeSet, length: number, taken: readonly number[] = []): readonly number[] | null {
  for (let count = 1; count <= MOST_SEARCHED; count++) {
    const found = blocksFor(set, length, count, taken);
    if (found) return found;
  }
  if (taken.length >= MOST_BLOCKS - MOST_SEARCHED) return null;
  const largest = set.steps.reduce(
    (best, step, i) => (step < length && !taken.includes(i) && (best < 0 || step > set.steps[best]) ? i : best),
    -1,
  );
  const rest = largest < 0 ? null : places(set, length - set.steps[largest], [...taken, largest]);
  return rest && [largest, ...rest];
}

/**
 * The fewest blocks of a set that make a length; each is there once. Proven the fewest up to five; of more the largest
 * are taken first.
 * @param mm the length
 * @returns null: not with eight blocks, or the length is not a step of the set
 */
export function gaugeBlocks(mm: number, set: GaugeSet): Stack | null {
  const length = Math.round(mm / set.step);
  if (!(length > 0) || Math.abs(length * set.step - mm) > 1e-7) return null;
  const most = [...set.steps].sort((a, b) => b - a).slice(0, MOST_BLOCKS);
  if (length > most.reduce((a, b) => a + b, 0)) return null;
  const found = places(set, length);
  return found && { blocks: found.map((p) => set.steps[p] * set.step).sort((a, b) => b - a), mm: length * set.step };
}
