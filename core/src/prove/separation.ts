import type { Setup } from '../job';
import type { Outlines } from '../solid';

/** A tab that holds the part to what is around it: its middle on the outline, and the direction of the edge. Device frame, mm. */
export interface Tab {
  readonly at: readonly [number, number];
  readonly along: readonly [number, number];
}

export interface SeparationFacts {
  /** the cut takes away what holds the part to the rest of the blank */
  readonly comesFree: boolean;
  readonly way: Setup['separation']['way'];
  readonly tabs: readonly Tab[];
  /** how many tabs there is no straight outside edge for */
  readonly tabsMissing: number;
  /** what all tabs of one part bear before they shear, N; of the part that has fewest; null: the material's strength is not known */
  readonly tabsHoldN: number | null;
}

/** Tabs stay this far from the ends of a straight edge: a corner or arc begins there. */
const FROM_CORNER_MM = 2;

const area = (ring: readonly (readonly [number, number])[]) => ring.reduce((sum, [x, y], i) => { const [u, v] = ring[(i + 1) % ring.length]; return sum + (x * v - u * y) / 2; }, 0);

/**
 * Places for tabs: on straight outside edges only, spread along the outline as evenly as the edges allow.
 * Arcs come as many short edges, so an edge shorter than tab and corners together is none.
 */
export function placeTabs(outlines: Outlines, count: number, widthMm: number): Tab[] {
  const need = widthMm + 2 * FROM_CORNER_MM;
  const edges = outlines.filter((ring) => area(ring) > 0).flatMap((ring) => ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return { a, length, along: [(b[0] - a[0]) / length, (b[1] - a[1]) / length] as const };
  })).filter((e) => e.length >= need);
  if (edges.length === 0) return [];
  // the edges laid end to end, tabs at even steps along them; one edge holds only as many as fit
  const total = edges.reduce((sum, e) => sum + e.length, 0);
  const tabs: Tab[] = [];
  const taken = new Map<number, number[]>();
  for (let i = 0; i < count; i++) {
    let at = ((i + 0.5) * total) / count;
    let e = 0;
    while (e + 1 < edges.length && at > edges[e].length) { at -= edges[e].length; e += 1; }
    const place = Math.min(Math.max(at, need / 2), edges[e].length - need / 2);
    const here = taken.get(e) ?? [];
    if (here.some((p) => Math.abs(p - place) < widthMm + FROM_CORNER_MM)) continue;
    taken.set(e, [...here, place]);
    tabs.push({ at: [edges[e].a[0] + edges[e].along[0] * place, edges[e].a[1] + edges[e].along[1] * place], along: edges[e].along });
  }
  return tabs;
}

/** Load at which tabs shear: area times shear yield, which is 0.577 of the yield strength (von Mises). */
export function tabsHoldN(count: number, widthMm: number, heightMm: number, yieldMPa: number): number {
  return count * widthMm * heightMm * 0.577 * yieldMPa;
}

/** Whether one of the outlines is this ring: same area, same middle. */
function hasRing(outlines: Outlines, ring: Outlines[number]): boolean {
  const middle = (r: Outlines[number]) => r.reduce((sum, p) => [sum[0] + p[0] / r.length, sum[1] + p[1] / r.length], [0, 0]);
  const near = (a: number, b: number, within: number) => Math.abs(a - b) < within;
  const box = (r: Outlines[number]) => [Math.min(...r.map((p) => p[0])), Math.max(...r.map((p) => p[0])), Math.min(...r.map((p) => p[1])), Math.max(...r.map((p) => p[1]))];
  return outlines.some((other) => area(other) > 0 && near(area(other), area(ring), 1e-3 * Math.abs(area(ring))) && near(middle(other)[0], middle(ring)[0], 5) && box(other).every((v, i) => near(v, box(ring)[i], 0.05)));
}

/**
 * Whether a cut frees the part, and what keeps it then. It comes free when its outline at the device was joined to more
 * material before the cut and stands alone after it.
 * @param before,after,part what lies on the device before and after the cut, and of the finished part; device X and Y
 */
export function planSeparation(setup: Setup, before: Outlines, after: Outlines, part: Outlines, yieldMPa: number | null): SeparationFacts {
  const outer = part.filter((ring) => area(ring) > 0);
  const comesFree = outer.some((ring) => hasRing(after, ring) && !hasRing(before, ring));
  const { way, tabs } = setup.separation;
  // every part needs its own tabs: several copies do not hold each other
  const places = comesFree && way === 'tabs' ? outer.map((ring) => placeTabs([ring], tabs.count, tabs.width)) : [];
  const fewest = Math.min(...places.map((p) => p.length));
  return {
    comesFree, way, tabs: places.flat(), tabsMissing: places.reduce((sum, p) => sum + tabs.count - p.length, 0),
    tabsHoldN: places.length > 0 && yieldMPa !== null ? tabsHoldN(fewest, tabs.width, tabs.height, yieldMPa) : null,
  };
}
