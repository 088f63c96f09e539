import type { Obstacle } from '../hold';
import type { Kernel, Outlines } from '../solid';

/** The nearest a tool or its holder comes to something that stands there. Device frame, mm. */
export interface Gap {
  readonly obstacle: string;
  readonly what: 'tool' | 'holder';
  /** diameter of that tool or holder */
  readonly acrossMm: number;
  /** 0: they meet */
  readonly gapMm: number;
  /** where, on the obstacle */
  readonly at: readonly [number, number];
  readonly obstacleTop: number;
}

export interface WayFacts {
  /** the nearest first; only what reaches up into the cut */
  readonly gaps: readonly Gap[];
  /** the widest tool that was reckoned with, mm; null: no diameter is given */
  readonly toolMm: number | null;
  readonly holderMm: number | null;
  /** fasteners a cutter may pass through and will */
  readonly passesThrough: readonly string[];
  /** from holder to tip, so that the holder clears part and device; null: no holder is given */
  readonly stickOutNeededMm: number | null;
  readonly shortestStickOutMm: number | null;
}

export interface WayInput {
  readonly kernel: Pick<Kernel, 'flatDifference' | 'flatUnion' | 'flatCommon' | 'flatArea' | 'offset' | 'simpler'>;
  readonly sectionOf: (body: 'loaded' | 'left', height: number) => Outlines;
  readonly obstacles: readonly Obstacle[];
  readonly lowestCut: number;
  readonly loadedTop: number;
  /** diameters, mm; null: not given */
  readonly toolMm: number | null;
  readonly holderMm: number | null;
  readonly stickOutMm: number | null;
  /**
   * a head that keeps one height, as over a jet: what it is above the device's datum; null: a holder above the tool's
   * tip
   */
  readonly headAt: number | null;
}

/**
 * Heights are taken at the same distances below the top of the material, however deep the cut goes: what stands in the
 * way at one of them does so for every deeper cut.
 */
const STEP_MM = 5;
const MOST_LEVELS = 12;

/**
 * Heights at which tool and holder are looked at, the lowest first: just above the lowest cut, and every step below
 * the top.
 */
function heights(lowestCut: number, top: number): number[] {
  const height = top - lowestCut;
  const step = STEP_MM * 2 ** Math.max(0, Math.ceil(Math.log2(height / STEP_MM / MOST_LEVELS)));
  const below = Array.from({ length: Math.floor(height / step) }, (_, i) => top - (i + 1) * step).filter(
    (z) => z > lowestCut + 0.02,
  );
  return [...below, lowestCut + Math.min(0.01, height / 4)].sort((a, b) => a - b);
}

/** Outlines are taken this exactly. */
const NEAR_MM = 0.02;

function toSegment(p: readonly [number, number], a: readonly [number, number], b: readonly [number, number]): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = dx * dx + dy * dy;
  const f = length === 0 ? 0 : Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length));
  return Math.hypot(p[0] - a[0] - f * dx, p[1] - a[1] - f * dy);
}

/** Distance between two outlines that do not overlap, and the place on the second. */
export function gapBetween(a: Outlines, b: Outlines): { mm: number; at: [number, number] } {
  let found: { mm: number; at: [number, number] } = { mm: Infinity, at: [0, 0] };
  const from = (
    points: Outlines,
    edges: Outlines,
    pick: (p: readonly [number, number], q: readonly [number, number]) => readonly [number, number],
  ) => {
    for (const p of points.flat()) {
      for (const ring of edges) {
        ring.forEach((q, i) => {
          const mm = toSegment(p, q, ring[(i + 1) % ring.length]);
          if (mm < found.mm) found = { mm, at: [...pick(p, q)] as [number, number] };
        });
      }
    }
  };
  from(a, b, (_, q) => q);
  from(b, a, (p) => p);
  return found;
}

/**
 * Where the cutter's center must come: over what is removed, as far as what stays allows, and once along every wall it
 * leaves.
 */
function centresOf(kernel: WayInput['kernel'], removed: Outlines, left: Outlines, r: number): Outlines {
  if (left.length === 0) return removed;
  const inside = kernel.offset(left, r - 1e-3, 'round');
  const along = kernel.flatCommon(
    kernel.flatDifference(kernel.offset(left, r + 0.05, 'round'), inside),
    kernel.offset(removed, r, 'round'),
  );
  return kernel.flatUnion([kernel.flatDifference(removed, inside), along]);
}

/** Keeps the smallest gap to each obstacle that was found at any height. */
function keepNearest(
  gaps: Map<string, Gap>,
  {
    kernel,
    o,
    what,
    acrossMm,
    area,
  }: { kernel: WayInput['kernel']; o: Obstacle; what: 'tool' | 'holder'; acrossMm: number; area: Outlines },
): void {
  const key = `${what} ${o.name}`;
  const common = kernel.flatCommon(area, o.footprint);
  const { mm, at } =
    kernel.flatArea(common) > 1e-3 ? { mm: 0, at: common[0]?.[0] ?? o.footprint[0][0] } : gapBetween(area, o.footprint);
  const known = gaps.get(key);
  if (!known || mm < known.gapMm)
    gaps.set(key, { obstacle: o.name, what, acrossMm, gapMm: mm, at: [at[0], at[1]], obstacleTop: o.to });
}

/**
 * What stands in the way of tool and holder: at several heights of the cut, everywhere the cutter's center must come
 * to take away what is removed, swept by the tool from that height up and by the holder from its stick-out up. How far
 * a program runs out beyond that is not known here.
 */
export function planWay(input: WayInput): WayFacts {
  const { kernel, sectionOf, obstacles, lowestCut, loadedTop, toolMm, holderMm, stickOutMm, headAt } = input;
  const nothing = {
    gaps: [],
    toolMm,
    holderMm,
    passesThrough: [],
    stickOutNeededMm: null,
    shortestStickOutMm: stickOutMm,
  };
  const height = loadedTop - lowestCut;
  if (toolMm === null || height <= 1e-6) return nothing;
  const r = toolMm / 2;
  const gaps = new Map<string, Gap>();
  const through = new Set<string>();
  let stickOutNeeded = 0;
  let before = '';
  for (const z of heights(lowestCut, loadedTop)) {
    const left = kernel.simpler(sectionOf('left', z), NEAR_MM);
    const removed = kernel.flatDifference(kernel.simpler(sectionOf('loaded', z), NEAR_MM), left);
    // slivers that only rounding left are no metal
    if (kernel.flatArea(removed) < 0.01) continue;
    const standing = obstacles.filter((o) => o.to > z + 1e-6);
    if (standing.length === 0 && holderMm === null) continue;
    // where nothing has changed since the level below, the tool sweeps the same, only higher up
    const same = [left, removed]
      .map((o) => `${o.length} ${o.flat().length} ${kernel.flatArea(o).toFixed(2)}`)
      .join(' ');
    if (same === before) continue;
    before = same;
    const centers = centresOf(kernel, removed, left, r);
    const swept = kernel.offset(centers, r, 'round');
    if (centers.length === 0) continue;
    const holder = holderMm === null ? null : kernel.offset(centers, holderMm / 2, 'round');
    const note = (o: Obstacle, what: 'tool' | 'holder', area: Outlines) =>
      keepNearest(gaps, { kernel, o, what, acrossMm: what === 'tool' ? toolMm : (holderMm ?? 0), area });
    for (const o of standing) {
      if (o.cuttable) {
        if (kernel.flatArea(kernel.flatCommon(swept, o.footprint)) > 1e-3) through.add(o.name);
        continue;
      }
      note(o, 'tool', swept);
      if (!holder) continue;
      if (headAt === null && kernel.flatArea(kernel.flatCommon(holder, o.footprint)) > 1e-3)
        stickOutNeeded = Math.max(stickOutNeeded, o.to - z);
      if (o.to > (headAt ?? z + (stickOutMm ?? Infinity))) note(o, 'holder', holder);
    }
    if (holder && headAt === null && holderMm! > toolMm && kernel.flatArea(kernel.flatCommon(holder, left)) > 1e-3)
      stickOutNeeded = Math.max(stickOutNeeded, loadedTop - z);
  }
  return {
    ...nothing,
    gaps: [...gaps.values()].sort((a, b) => a.gapMm - b.gapMm),
    passesThrough: [...through],
    stickOutNeededMm: holderMm === null || headAt !== null ? null : stickOutNeeded,
  };
}

/**
 * What is in the way of several cuts: of each obstacle where one comes nearest, of the tools the widest. Where a cut's
 * tool is not known, that of all is not.
 */
export function waysTogether(ways: readonly WayFacts[]): WayFacts {
  const nearest = new Map<string, Gap>();
  for (const gap of ways.flatMap((w) => w.gaps)) {
    const key = `${gap.what} ${gap.obstacle}`;
    const known = nearest.get(key);
    if (!known || gap.gapMm < known.gapMm) nearest.set(key, gap);
  }
  const extreme = (of: (...v: number[]) => number, pick: (w: WayFacts) => number | null) => {
    const given = ways.map(pick).filter((v) => v !== null);
    return given.length === 0 ? null : of(...given);
  };
  return {
    gaps: [...nearest.values()].sort((a, b) => a.gapMm - b.gapMm),
    toolMm: ways.some((w) => w.toolMm === null) ? null : extreme(Math.max, (w) => w.toolMm),
    holderMm: extreme(Math.max, (w) => w.holderMm),
    passesThrough: [...new Set(ways.flatMap((w) => w.passesThrough))],
    stickOutNeededMm: extreme(Math.max, (w) => w.stickOutNeededMm),
    shortestStickOutMm: extreme(Math.min, (w) => w.shortestStickOutMm),
  };
}
