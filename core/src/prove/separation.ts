import type { Separation } from '../job';
import type { Outlines } from '../solid';

/**
 * A tab that holds the part to what is around it: its middle on the outline, and the direction of the edge. Device
 * frame, mm.
 */
export interface Tab {
  /** its place in the row of tabs of one part, from 0 */
  readonly index: number;
  readonly at: readonly [number, number];
  readonly along: readonly [number, number];
  /** how far it was moved along its edge, and how far it may be, mm */
  readonly moved: number;
  readonly room: readonly [least: number, most: number];
}

export interface SeparationFacts {
  /** the cut takes away what holds the part to the rest of the blank */
  readonly comesFree: boolean;
  readonly way: Separation['way'];
  readonly tabs: readonly Tab[];
  /** how many tabs there is no straight outside edge for */
  readonly tabsMissing: number;
  /**
   * what the tabs of one part bear for sure, N; of the part that has fewest; null: the material's strength is not
   * known
   */
  readonly tabsHoldN: number | null;
}

/** Tabs stay this far from the ends of a straight edge: a corner or arc begins there. */
const FROM_CORNER_MM = 2;

const area = (ring: readonly (readonly [number, number])[]) =>
  ring.reduce((sum, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length];
    return sum + (x * v - u * y) / 2;
  }, 0);

/**
 * Places for tabs: on straight outside edges only, spread along the outline as evenly as the edges allow, then moved
 * along their edges as far as these go.
 * Arcs come as many short edges, so an edge shorter than tab and corners together is none.
 */
export function placeTabs(outlines: Outlines, count: number, widthMm: number, moved: readonly number[] = []): Tab[] {
  const need = widthMm + 2 * FROM_CORNER_MM;
  const edges = outlines
    .filter((ring) => area(ring) > 0)
    .flatMap((ring) =>
      ring.map((a, i) => {
        const b = ring[(i + 1) % ring.length];
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        return { a, length, along: [(b[0] - a[0]) / length, (b[1] - a[1]) / length] as const };
      }),
    )
    .filter((e) => e.length >= need);
  if (edges.length === 0) return [];
  // the edges laid end to end, tabs at even steps along them; one edge holds only as many as fit
  const total = edges.reduce((sum, e) => sum + e.length, 0);
  const tabs: Tab[] = [];
  const taken = new Map<number, number[]>();
  for (let i = 0; i < count; i++) {
    let at = ((i + 0.5) * total) / count;
    let e = 0;
    while (e + 1 < edges.length && at > edges[e].length) {
      at -= edges[e].length;
      e += 1;
    }
    const within = (v: number) => Math.min(Math.max(v, need / 2), edges[e].length - need / 2);
    const even = within(at);
    const place = within(even + (moved[i] ?? 0));
    const here = taken.get(e) ?? [];
    if (here.some((p) => Math.abs(p - place) < widthMm + FROM_CORNER_MM)) continue;
    taken.set(e, [...here, place]);
    tabs.push({
      index: i,
      moved: place - even,
      room: [need / 2 - even, edges[e].length - need / 2 - even],
      at: [edges[e].a[0] + edges[e].along[0] * place, edges[e].a[1] + edges[e].along[1] * place],
      along: edges[e].along,
    });
  }
  return tabs;
}

/** What one tab bears before it yields, N: sheared across, bent up and down, bent sideways. */
export interface TabBears {
  readonly shearN: number;
  readonly upN: number;
  readonly sidewaysN: number;
}

/**
 * One tab across the cut, held at both of its ends: shear area times shear yield, 0.577 of the yield strength (von
 * Mises); bending
 * `F = 2·σ·W/L` both ways, elastic (beam held at both ends, one end moved; any mechanics handbook).
 * @param slotMm L, width of the cut it bridges
 */
export function tabBears(widthMm: number, heightMm: number, slotMm: number, yieldMPa: number): TabBears {
  return {
    shearN: widthMm * heightMm * 0.577 * yieldMPa,
    upN: (2 * yieldMPa * widthMm * heightMm ** 2) / 6 / slotMm,
    sidewaysN: (2 * yieldMPa * heightMm * widthMm ** 2) / 6 / slotMm,
  };
}

/** Never all tabs bear at once: those beside the cutter do, about half (common practice, no source). */
const TABS_AT_ONCE = 0.5;
/** ± on what a tab bears: its height hangs on the flatness of the sheet (common practice, no source). */
const TAB_SCATTER = 0.25;

/** What the tabs of one part bear for sure: the weakest way, half of them, at least one, less the scatter. N. */
export function tabsHoldN(count: number, { shearN, upN, sidewaysN }: TabBears): number {
  return count === 0
    ? 0
    : Math.max(1, Math.floor(count * TABS_AT_ONCE)) * Math.min(shearN, upN, sidewaysN) * (1 - TAB_SCATTER);
}

/** What is left standing on purpose, and how wide the cut is around it. */
export type Keeps = Pick<Separation, 'way' | 'tabs'> & { readonly outlineMm: number };

/**
 * What keeps a part that a cut frees.
 * @param comesFree the cut takes away what joined it to the rest of the blank, as the hold has found
 * @param part outlines of the finished part on the device, device X and Y
 */
export function planSeparation(
  { way, tabs, outlineMm }: Keeps,
  comesFree: boolean,
  part: Outlines,
  yieldMPa: number | null,
): SeparationFacts {
  const outer = part.filter((ring) => area(ring) > 0);
  // every part needs its own tabs: several copies do not hold each other
  const places =
    comesFree && way === 'tabs' ? outer.map((ring) => placeTabs([ring], tabs.count, tabs.width, tabs.moved)) : [];
  const fewest = Math.min(...places.map((p) => p.length));
  return {
    comesFree,
    way,
    tabs: places.flat(),
    tabsMissing: places.reduce((sum, p) => sum + tabs.count - p.length, 0),
    tabsHoldN:
      places.length > 0 && yieldMPa !== null
        ? tabsHoldN(fewest, tabBears(tabs.width, tabs.height, outlineMm, yieldMPa))
        : null,
  };
}
