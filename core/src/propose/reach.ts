import {
  DIRECTIONS,
  axisOf,
  dot,
  lookAlong,
  rotationOf,
  signOf,
  unitVector,
  type Box3,
  type Direction,
  type Vec3,
} from '../frames';
import type { FeatureSurface } from '../part';
import { facet, vertex, ViewMesh } from '../solid';

/** Bit of a direction in a mask: which of the six a place can be cut from. */
export const bitOf = (d: Direction): number => 1 << DIRECTIONS.indexOf(d);
export const directionsIn = (mask: number): Direction[] => DIRECTIONS.filter((d) => mask & bitOf(d));

/** A place on the part's surface, with the area it stands for. */
export interface Place {
  readonly at: Vec3;
  /** its feature's place in the list; −1: none */
  readonly feature: number;
  readonly areaMm2: number;
  /** directions a cutter coming straight can reach it from */
  readonly mask: number;
}

/** What can be reached from where. */
export interface Reach {
  readonly places: readonly Place[];
  /** area that must be cut: all but what lies on a finished side of the blank */
  readonly toCutMm2: number;
  /** walls that no cutter of the usual length reaches from any side: how deep one must reach; 0: none */
  readonly deepMm: number;
  /** how deep a plain wall can be milled */
  readonly wallsMm: number;
}

/** A place is looked at from a hair outside the surface, mm. */
const OFF_SURFACE = 1e-3;
/** A wall may lean back by this and still be cut along it: facets of a round wall do. */
const LEANS = -1e-3;
const MOST_PER_FACET = 100;
/** What leans back no more than this is milled with a cutter's side. */
const WALL = 0.5;

/** Points of a triangle, each for an equal share of its area: the middles of the small triangles it is divided into. */
function pointsOf(a: Vec3, b: Vec3, c: Vec3, wanted: number): Vec3[] {
  const n = Math.max(1, Math.min(Math.round(Math.sqrt(wanted)), Math.sqrt(MOST_PER_FACET)));
  const at = (s: number, t: number): Vec3 => ({
    x: a.x + s * (b.x - a.x) + t * (c.x - a.x),
    y: a.y + s * (b.y - a.y) + t * (c.y - a.y),
    z: a.z + s * (b.z - a.z) + t * (c.z - a.z),
  });
  const out: Vec3[] = [];
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n - i; j++) {
      out.push(at((i + 1 / 3) / n, (j + 1 / 3) / n));
      if (j < n - i - 1) out.push(at((i + 2 / 3) / n, (j + 2 / 3) / n));
    }
  }
  return out;
}

type FinishedSide = { readonly side: Direction; readonly level: number };

/** Places all over the surface but where the blank comes finished; the denser the larger the face. */
function placesOn({ mesh, featureOf }: FeatureSurface, part: Box3, finishedSides: readonly FinishedSide[]) {
  const size = Math.max(part.max.x - part.min.x, part.max.y - part.min.y, part.max.z - part.min.z);
  const grain = (size / 40) ** 2;
  const places: {
    at: Vec3;
    normal: Vec3;
    feature: number;
    areaMm2: number;
    mask: number;
    tooDeep: number;
    deep: number;
  }[] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const { normal, area } = facet(mesh, t);
    if (area < 1e-9) continue;
    const [a, b, c] = [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[t + k]));
    if (
      finishedSides.some(
        ({ side, level }) =>
          dot(normal, unitVector(side)) > 1 - 1e-9 && Math.abs(signOf(side) * a[axisOf(side)] - level) < 1e-6,
      )
    )
      continue;
    const points = pointsOf(a, b, c, area / grain);
    for (const at of points)
      places.push({
        at,
        normal,
        feature: featureOf[t / 3],
        areaMm2: area / points.length,
        mask: 0,
        tooDeep: 0,
        deep: Infinity,
      });
  }
  return places;
}

/**
 * Looks along each of the six directions whether a cutter coming straight reaches each place of the part's surface:
 * the face must not look away, and nothing of the part may stand in front of it. Sampled; the denser the larger the
 * face.
 * @param finishedSides sides of the blank that come finished, with the level of each along its direction: nothing is
 *   cut there
 * A wall deeper below the part's top than cutters reach does not count as reached from there, unless it is so from
 * everywhere.
 * @param tell called with the share done, 0 to 1
 * @param mostDeep how deep a wall of a feature can be milled, mm
 */
export function reachOf({
  surface,
  part,
  finishedSides,
  tell = () => undefined,
  mostDeep = () => Infinity,
}: {
  readonly surface: FeatureSurface;
  readonly part: Box3;
  readonly finishedSides: readonly FinishedSide[];
  readonly tell?: (share: number) => void;
  readonly mostDeep?: (feature: number) => number;
}): Reach {
  const places = placesOn(surface, part, finishedSides);
  DIRECTIONS.forEach((d, done) => {
    const rotation = rotationOf(lookAlong(d));
    const view = new ViewMesh(surface.mesh, rotation);
    const [right, up, eye] = rotation.rows;
    for (const place of places) {
      if (dot(place.normal, eye) < LEANS) continue;
      const p = {
        x: place.at.x + place.normal.x * OFF_SURFACE,
        y: place.at.y + place.normal.y * OFF_SURFACE,
        z: place.at.z + place.normal.z * OFF_SURFACE,
      };
      const w = dot(eye, p);
      if (!view.crossings(dot(right, p), dot(up, p)).some((x) => x.w > w)) {
        const deep = signOf(d) * ((signOf(d) > 0 ? part.max : part.min)[axisOf(d)] - place.at[axisOf(d)]);
        if (dot(place.normal, eye) < WALL && deep > mostDeep(place.feature) + 1e-6) {
          place.tooDeep |= bitOf(d);
          place.deep = Math.min(place.deep, deep);
        } else place.mask |= bitOf(d);
      }
    }
    tell((done + 1) / DIRECTIONS.length);
  });
  let deepMm = 0;
  for (const p of places)
    if (p.mask === 0 && p.tooDeep !== 0) {
      p.mask = p.tooDeep;
      deepMm = Math.max(deepMm, p.deep);
    }
  return { places, deepMm, wallsMm: mostDeep(-1), toCutMm2: places.reduce((sum, p) => sum + p.areaMm2, 0) };
}
