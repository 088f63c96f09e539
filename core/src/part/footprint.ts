import {
  add,
  axisOf,
  cross,
  dot,
  lookAlong,
  rotate,
  rotationOf,
  scale,
  signOf,
  unitVector,
  type Box3,
  type Direction,
  type Vec3,
} from '../frames';
import type { Kernel, Outlines } from '../solid';
import type { Feature, FeatureSurface } from './feature';
import { facetsOf, loopsOf, outerOf } from './pockets';
import { Neighbors } from './walls';

type Ring = readonly (readonly [number, number])[];

/** What a cut that clears some features goes over, seen along the spindle: in the view `rotationOf(lookAlong(up))`. */
export interface Footprint {
  readonly outlines: Outlines;
  /** open edges of floors, over which the cutter runs out */
  readonly open: readonly (readonly [readonly [number, number], readonly [number, number]])[];
}

/** Corners a bore's outline is drawn with: its sides touch the bore, its corners stand less than 0.1 % outside. */
const CORNERS = 96;

/** Whether a cut from `up` can clear a feature: a face that looks up, a bore along the spindle. */
export function looksUp(f: Feature, up: Direction): boolean {
  const n = unitVector(up);
  return f.kind === 'plane' ? dot(f.normal, n) > 1 - 1e-9 : f.kind === 'bore' && Math.abs(dot(f.axis, n)) > 1 - 1e-9;
}

/**
 * Depth of a face, or of the far end of a bore, below the part's highest point with `up` up, mm; null: it does not look
 * up. @param part the part's box, part coordinates
 */
export function endBelowTop(f: Feature, up: Direction, part: Box3): number | null {
  if (!looksUp(f, up)) return null;
  const n = unitVector(up);
  const top = signOf(up) * (signOf(up) > 0 ? part.max : part.min)[axisOf(up)];
  return top - (f.kind === 'plane' ? f.level : dot(f.at, n) - f.depth / 2);
}

/** A ring around a bore, just outside it. */
function around(at: Vec3, diameter: number): Ring {
  const r = diameter / 2 / Math.cos(Math.PI / CORNERS);
  return Array.from({ length: CORNERS }, (_, i) => {
    const a = (2 * Math.PI * i) / CORNERS;
    return [at.x + r * Math.cos(a), at.y + r * Math.sin(a)] as const;
  });
}

/**
 * What stands over some features of a part, seen along `up`: over a floor and the walls that rise from it, over a bore
 * its circle. Features that do not look up are left out. Part coordinates turned into the view.
 * @param indexes places in the part's list of features
 */
export function footprintOf(
  kernel: Pick<Kernel, 'flatUnion'>,
  surface: FeatureSurface,
  features: readonly Feature[],
  { indexes, up }: { readonly indexes: readonly number[]; readonly up: Direction },
): Footprint {
  const view = rotationOf(lookAlong(up));
  const flat = (p: Vec3) => {
    const { x, y } = rotate(view, p);
    return [x, y] as const;
  };
  const near = new Neighbors(surface.mesh);
  const facets = facetsOf(surface, features.length);
  const n = unitVector(up);
  const rings: Ring[] = [];
  const open: Footprint['open'][number][] = [];
  for (const i of indexes) {
    const f = features[i];
    if (!looksUp(f, up)) continue;
    if (f.kind !== 'plane') {
      rings.push(around(rotate(view, f.at), f.diameter));
      continue;
    }
    const floor = facets[i];
    const edges = near.edgesOf(floor, f.normal);
    const loops = loopsOf(edges);
    const outer = outerOf(loops, f.normal);
    open.push(...(outer ?? []).filter((e) => !e.rises).map((e) => [flat(e.from), flat(e.to)] as const));
    // the cutter passes over what goes down inside a floor, as over a hole
    for (const loop of loops)
      if (loop !== outer && loop.every((e) => !e.rises)) rings.push(loop.map((e) => flat(e.to)).reverse());
    const walls = near.wallsFrom(
      edges.filter((e) => e.rises).map((e) => e.beyond),
      f.normal,
    );
    for (const t of [...floor, ...walls]) {
      const corners = [0, 1, 2].map((k) => near.corner(t, k));
      const [a, b, c] = corners;
      // what stands upright or overhangs covers nothing
      if (dot(cross(add(b, scale(a, -1)), add(c, scale(a, -1))), n) > 1e-7) rings.push(corners.map(flat));
    }
  }
  return { outlines: kernel.flatUnion(rings.map((ring) => [ring])), open };
}
