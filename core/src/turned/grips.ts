/** Places along the bar count from its raw end at the tools, mm. */
export interface KeptClear {
  readonly from: number;
  readonly to: number;
  readonly why: string;
}

/** What a plan of grips is asked for. */
export interface GripsWanted {
  /** stock of the face, part, stock of the back and width of the cut-off */
  readonly needed: number;
  /** how far the main spindle goes */
  readonly stroke: number;
  /** where no change may be: a change leaves a witness line */
  readonly keptClear: readonly KeptClear[];
}

export interface GripPlan {
  /** where the main spindle grips anew */
  readonly changes: readonly number[];
  readonly longest: number;
  /** from the nearest change to a place that is kept clear; null: nothing is, or there is no change */
  readonly toKeptClear: number | null;
}

export interface Grips {
  readonly best: GripPlan | null;
  readonly others: readonly { readonly plan: GripPlan; readonly why: string }[];
  /** why there is none */
  readonly problem: { readonly between: readonly [number, number]; readonly why: string } | null;
}

/** Lengths are equal within this, mm. */
const SAME_MM = 1e-9;
/** More grips than this are no plan, but something entered wrongly. */
export const MOST_GRIPS = 40;

const isClear = (at: number, zones: readonly KeptClear[]): boolean =>
  zones.every((z) => at <= z.from + SAME_MM || at >= z.to - SAME_MM);

/** The farthest allowed place up to one; null: none behind the one it starts from. */
function farthest(after: number, upTo: number, zones: readonly KeptClear[]): number | null {
  let at = upTo;
  for (let moved = true; moved;) {
    const inside = zones.find((z) => at > z.from + SAME_MM && at < z.to - SAME_MM);
    moved = inside !== undefined;
    if (inside) at = inside.from;
  }
  return at > after + SAME_MM ? at : null;
}

/** Gripping as late as possible takes the fewest grips there are. */
function asLate({ needed, stroke, keptClear }: GripsWanted): number[] | { stuck: number } {
  const changes: number[] = [];
  for (let at = 0; needed - at > stroke + SAME_MM;) {
    const next = farthest(at, at + stroke, keptClear);
    if (next === null || changes.length >= MOST_GRIPS) return { stuck: at };
    changes.push(next);
    at = next;
  }
  return changes;
}

const planFrom = (changes: readonly number[], { needed, keptClear }: GripsWanted): GripPlan => {
  const ends = [0, ...changes, needed];
  const gaps = changes.flatMap((c) => keptClear.map((z) => Math.max(z.from - c, c - z.to, 0)));
  return {
    changes,
    longest: Math.max(...ends.slice(1).map((e, i) => e - ends[i])),
    toKeptClear: gaps.length === 0 ? null : Math.min(...gaps),
  };
};

/**
 * The shortest longest section with so many changes: halving between what is too short and what is enough, each tried
 * by gripping as late as possible; then every change is drawn towards the middle between its neighbours as far as it
 * may.
 */
function evenly(count: number, wanted: GripsWanted): number[] | null {
  const { needed, stroke, keptClear } = wanted;
  const reach = (s: number) => {
    const late = asLate({ ...wanted, stroke: s });
    return Array.isArray(late) && late.length <= count ? late : null;
  };
  const equal = Array.from({ length: count }, (_, i) => (needed * (i + 1)) / (count + 1));
  if (needed / (count + 1) <= stroke + SAME_MM && equal.every((c) => isClear(c, keptClear))) return equal;
  if (!reach(stroke)) return null;
  let [low, high] = [needed / (count + 1), stroke];
  for (let i = 0; i < 60 && high - low > SAME_MM; i++) {
    const middle = (low + high) / 2;
    if (reach(middle)) high = middle;
    else low = middle;
  }
  const changes = [...reach(high)!];
  // fewer are enough where a zone is in the way: the rest stands in the longest section
  while (changes.length < count) {
    const ends = [0, ...changes, needed];
    const i = ends.slice(1).reduce((best, e, k) => (e - ends[k] > ends[best + 1] - ends[best] ? k : best), 0);
    const at = farthest(ends[i], (ends[i] + ends[i + 1]) / 2, keptClear);
    if (at === null) return null;
    changes.splice(i, 0, at);
  }
  for (let round = 0; round < 40; round++)
    changes.forEach((c, i) => {
      const [before, after] = [changes[i - 1] ?? 0, changes[i + 1] ?? needed];
      const middle = (before + after) / 2;
      const inside = keptClear.find((z) => middle > z.from + SAME_MM && middle < z.to - SAME_MM);
      const choices = inside ? [inside.from, inside.to] : [middle];
      const fits = choices.filter(
        (at) =>
          isClear(at, keptClear) &&
          at - before <= high + SAME_MM &&
          after - at <= high + SAME_MM &&
          at > before &&
          at < after,
      );
      if (fits.length > 0) changes[i] = fits.reduce((a, b) => (Math.abs(b - middle) < Math.abs(a - middle) ? b : a), c);
    });
  return changes;
}

/** As few changes, as far from what is kept clear as the stroke allows; null: it is no farther than it was. */
function farFromFits(best: GripPlan, wanted: GripsWanted): GripPlan | null {
  if (best.toKeptClear === null) return null;
  let [low, high] = [best.toKeptClear, wanted.needed];
  let found: GripPlan | null = null;
  for (let i = 0; i < 40; i++) {
    const margin = (low + high) / 2;
    const wider = wanted.keptClear.map((z) => ({ ...z, from: z.from - margin, to: z.to + margin }));
    const late = evenly(best.changes.length, { ...wanted, keptClear: wider });
    if (late) {
      found = planFrom(late, wanted);
      low = margin;
    } else high = margin;
  }
  return found && found.toKeptClear! > best.toKeptClear + 0.5 ? found : null;
}

/**
 * The plan of grips of a part longer than the stroke: the fewest grips, then the shortest longest section, so that the
 * bar sticks out least, then away from what is kept clear. Never more than the stroke from one change to the next
 * (common practice, no source).
 */
export function planGrips(wanted: GripsWanted): Grips {
  const late = asLate(wanted);
  if (!Array.isArray(late)) {
    const between = [late.stuck, Math.min(late.stuck + wanted.stroke, wanted.needed)] as const;
    const zones = wanted.keptClear.filter((z) => z.from < between[1] && z.to > between[0]).map((z) => z.why);
    return { best: null, others: [], problem: { between, why: [...new Set(zones)].join(', ') } };
  }
  const best = planFrom(evenly(late.length, wanted) ?? late, wanted);
  if (late.length === 0) return { best, others: [], problem: null };
  const away = farFromFits(best, wanted);
  const more = evenly(late.length + 1, wanted);
  return {
    best,
    problem: null,
    others: [
      ...(away ? [{ plan: away, why: 'as few grips, farther from what is kept clear' }] : []),
      ...(more ? [{ plan: planFrom(more, wanted), why: 'one grip more: the bar sticks out less' }] : []),
    ],
  };
}
