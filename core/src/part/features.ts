import {
  add,
  AXES,
  dot,
  scale,
  signOf,
  unitVector,
  vec,
  DIRECTIONS,
  axisOf,
  type Box3,
  type Direction,
  type Vec3,
} from '../frames';
import { vertex, ViewMesh, weldMesh, type TriangleMesh } from '../solid';
import { across } from './cylinder';
import type { CylinderFeature, Feature, FeatureSet, FeatureSurface, PlaneFeature } from './feature';
import { withPockets } from './pockets';
import { facesOf, type Face, type Surface } from './surfaces';

/** Least share of a full turn that makes a bore or a boss; less is a round. */
const FULL_TURN = 0.8;

const near = (a: number, b: number, tolerance = 1e-5) => Math.abs(a - b) < tolerance;
const r3 = (v: number) => {
  const text = v.toFixed(3);
  return text === '-0.000' ? '0.000' : text;
};
const place = (p: Vec3) => `${r3(p.x)},${r3(p.y)},${r3(p.z)}`;

export function directionAlong(v: Vec3): Direction | null {
  return DIRECTIONS.find((d) => dot(unitVector(d), v) > 1 - 1e-9) ?? null;
}

function sameSurface(a: Surface, b: Surface): boolean {
  if (a.kind === 'plane' && b.kind === 'plane') return dot(a.normal, b.normal) > 1 - 1e-9 && near(a.level, b.level);
  if (
    a.kind !== 'cylinder' ||
    b.kind !== 'cylinder' ||
    a.hollow !== b.hollow ||
    !near(a.radius, b.radius) ||
    Math.abs(dot(a.axis, b.axis)) < 1 - 1e-9
  )
    return false;
  const d = vec(b.point.x - a.point.x, b.point.y - a.point.y, b.point.z - a.point.z);
  return dot(d, d) - dot(d, a.axis) ** 2 < 1e-8;
}

/** Faces on one surface that meet along an edge are one feature: readers split a bore into halves. */
function merged(mesh: TriangleMesh, faces: readonly Face[]): Face[] {
  const parent = faces.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i])));
  const edgeOwner = new Map<number, number>();
  faces.forEach(({ triangles }, f) =>
    triangles.forEach((t) =>
      [0, 1, 2].forEach((k) => {
        const [a, b] = [mesh.triangles[t + k], mesh.triangles[t + ((k + 1) % 3)]];
        const key = Math.min(a, b) * 2 ** 26 + Math.max(a, b);
        const owner = edgeOwner.get(key);
        if (owner === undefined) edgeOwner.set(key, f);
        else if (root(owner) !== root(f) && sameSurface(faces[owner].surface, faces[f].surface))
          parent[root(f)] = root(owner);
      }),
    ),
  );
  const groups = new Map<number, Face[]>();
  faces.forEach((face, i) => groups.set(root(i), [...(groups.get(root(i)) ?? []), face]));
  return [...groups.values()].map((group) => ({
    surface: group[0].surface,
    areaMm2: group.reduce((s, f) => s + f.areaMm2, 0),
    triangles: group.flatMap((f) => f.triangles),
  }));
}

function boxOf(mesh: TriangleMesh, triangles: readonly number[]): Box3 {
  const corners = triangles.flatMap((t) => [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[t + k])));
  const of = (pick: (...v: number[]) => number) => {
    const out = { x: corners[0].x, y: corners[0].y, z: corners[0].z };
    for (const c of corners)
      AXES.forEach((a) => {
        out[a] = pick(out[a], c[a]);
      });
    return out;
  };
  return { min: of(Math.min), max: of(Math.max) };
}

function planeFeature(
  mesh: TriangleMesh,
  face: Face,
  surface: Extract<Surface, { kind: 'plane' }>,
  part: Box3,
): PlaneFeature {
  let [sum, weight] = [vec(0, 0, 0), 0];
  for (const t of face.triangles) {
    const [a, b, c] = [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[t + k]));
    const n = vec(
      (b.y - a.y) * (c.z - a.z) - (b.z - a.z) * (c.y - a.y),
      (b.z - a.z) * (c.x - a.x) - (b.x - a.x) * (c.z - a.z),
      (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x),
    );
    const area = Math.sqrt(dot(n, n)) / 2;
    sum = add(sum, scale(add(a, add(b, c)), area / 3));
    weight += area;
  }
  const at = weight > 0 ? scale(sum, 1 / weight) : sum;
  const side = directionAlong(surface.normal);
  const outermost = side ? signOf(side) * (signOf(side) > 0 ? part.max : part.min)[axisOf(side)] : null;
  return {
    kind: 'plane',
    id: `plane ${side ?? place(surface.normal)} ${r3(surface.level)} @ ${place(at)}`,
    areaMm2: face.areaMm2,
    box: boxOf(mesh, face.triangles),
    normal: surface.normal,
    level: surface.level,
    at,
    side,
    belowOutermost: outermost === null ? null : Math.max(0, outermost - surface.level),
    pocket: null,
  };
}

function cylinderFeature(
  mesh: TriangleMesh,
  face: Face,
  surface: Extract<Surface, { kind: 'cylinder' }>,
  inside: (p: Vec3) => boolean,
): CylinderFeature {
  const { axis, point, radius, hollow } = surface;
  const [e1, e2] = across(axis);
  const turn = new Uint8Array(360);
  let [from, to] = [Infinity, -Infinity];
  for (const t of face.triangles) {
    const angles = [0, 1, 2].map((k) => {
      const p = vertex(mesh, mesh.triangles[t + k]);
      const d = vec(p.x - point.x, p.y - point.y, p.z - point.z);
      const h = dot(d, axis);
      from = Math.min(from, h);
      to = Math.max(to, h);
      return (Math.atan2(dot(d, e2), dot(d, e1)) * 180) / Math.PI;
    });
    const spread = angles.map((a) => {
      const d = a - angles[0];
      return d > 180 ? d - 360 : d < -180 ? d + 360 : d;
    });
    for (let a = Math.floor(angles[0] + Math.min(...spread)); a < angles[0] + Math.max(...spread); a++)
      turn[((a % 360) + 360) % 360] = 1;
  }
  const covered = turn.reduce((s, b) => s + b, 0) / 360;
  const kind = covered < FULL_TURN ? 'round' : hollow ? 'bore' : 'boss';
  // An end is closed where the material around the bore goes on beyond it: a flat or pointed bottom, or a smaller bore.
  const closed = (h: number, outwards: 1 | -1) => {
    const beyond = Math.max(1e-3, 1e-4 * radius);
    const ring = Array.from({ length: 12 }, (_, i) => {
      const a = ((i + 0.37) / 12) * 2 * Math.PI;
      const r = radius - 0.2 * beyond;
      return inside(
        add(
          point,
          add(scale(axis, h + outwards * beyond), add(scale(e1, r * Math.cos(a)), scale(e2, r * Math.sin(a)))),
        ),
      );
    });
    return ring.filter(Boolean).length > 6;
  };
  const [closedLow, closedHigh] = kind === 'bore' ? [closed(from, -1), closed(to, 1)] : [false, false];
  const at = add(point, scale(axis, (from + to) / 2));
  return {
    kind,
    id: `${kind} ${r3(2 * radius)} along ${directionAlong(axis) ?? place(axis)} @ ${place(at)}`,
    areaMm2: face.areaMm2,
    box: boxOf(mesh, face.triangles),
    diameter: 2 * radius,
    hollow,
    axis,
    at,
    depth: to - from,
    through: !closedLow && !closedHigh,
    opens: closedLow !== closedHigh ? directionAlong(scale(axis, closedLow ? 1 : -1)) : null,
  };
}

/**
 * Chords of a mesh, and corners that a cut puts on them, are short of the round they stand for by less than this, mm.
 */
export const CHORD_MM = 0.02;

/** A box in which sides that end in a round edge reach as far as the round does, not as far as its chords. */
function exactBox(f: Feature, cylinders: readonly CylinderFeature[]): Box3 {
  const along = f.kind === 'plane' ? f.normal : f.axis;
  const around = f.kind === 'plane' ? cylinders.filter((c) => Math.abs(dot(c.axis, along)) > 1 - 1e-9) : [f];
  const end = (axis: 'x' | 'y' | 'z', value: number, sign: 1 | -1) => {
    if (Math.abs(along[axis]) > 1e-9) return value;
    const crest = around
      .map((c) => c.at[axis] + (sign * c.diameter) / 2)
      .find((level) => sign * (level - value) > 0 && sign * (level - value) < CHORD_MM);
    return crest ?? value;
  };
  return {
    min: vec(end('x', f.box.min.x, -1), end('y', f.box.min.y, -1), end('z', f.box.min.z, -1)),
    max: vec(end('x', f.box.max.x, 1), end('y', f.box.max.y, 1), end('z', f.box.max.z, 1)),
  };
}

const ORDER: Record<Feature['kind'], number> = { plane: 0, bore: 1, boss: 2, round: 3 };

/**
 * Flat faces, bores, bosses and rounds of a part, in part coordinates, in an order that depends on the shape only.
 * @param surface the part's mesh as a reader gives it: with `faces`, curved facets marked, corners on the model
 */
export function findFeatures(surface: TriangleMesh, part: Box3): FeatureSet & { readonly surface: FeatureSurface } {
  const mesh = weldMesh(surface);
  const faces = facesOf(mesh);
  const view = new ViewMesh(mesh, { rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] });
  const inside = (p: Vec3) => view.isInside(p.x + 1.7e-6, p.y + 2.3e-6, p.z);
  const found = merged(mesh, faces).flatMap((face): { f: Feature; face: Face }[] => {
    if (face.surface.kind === 'plane') return [{ f: planeFeature(mesh, face, face.surface, part), face }];
    return face.surface.kind === 'cylinder' ? [{ f: cylinderFeature(mesh, face, face.surface, inside), face }] : [];
  });
  const cylinders = found.flatMap(({ f }) => (f.kind === 'plane' ? [] : [f]));
  for (const one of found) one.f = { ...one.f, box: exactBox(one.f, cylinders) };
  // differences below a ten-thousandth are rounding and must not decide an order
  const step = (d: number) => (Math.abs(d) < 1e-4 ? 0 : d);
  found.sort(
    ({ f: a }, { f: b }) =>
      ORDER[a.kind] - ORDER[b.kind] ||
      (a.kind === 'plane' || b.kind === 'plane' ? step(b.areaMm2 - a.areaMm2) : step(b.diameter - a.diameter)) ||
      step(a.at.z - b.at.z) ||
      step(a.at.y - b.at.y) ||
      step(a.at.x - b.at.x),
  );
  const count = (kind: Surface['kind']) => faces.filter((f) => f.surface.kind === kind).length;
  const featureOf = new Int32Array(mesh.triangles.length / 3).fill(-1);
  found.forEach(({ face }, i) =>
    face.triangles.forEach((t) => {
      featureOf[t / 3] = i;
    }),
  );
  const marked = { mesh, featureOf };
  const plain = found.map(({ f }) => f);
  return {
    features: withPockets(plain, marked),
    surface: marked,
    counts: { planes: count('plane'), cylinders: count('cylinder'), others: count('other') },
  };
}
