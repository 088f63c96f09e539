import { add, AXES, cross, dot, scale, subtract, type Vec3 } from '../frames';

/** A cylinder in space: a point on its axis, the axis' unit direction and the radius, mm. */
export interface Cylinder {
  readonly point: Vec3;
  readonly axis: Vec3;
  readonly radius: number;
}

const unit = (v: Vec3): Vec3 => scale(v, 1 / Math.sqrt(dot(v, v)));

/** Two unit vectors square to `a` and to each other. */
export function across(a: Vec3): [Vec3, Vec3] {
  const least = [...AXES].sort((p, q) => Math.abs(a[p]) - Math.abs(a[q]))[0];
  const e = unit(cross(a, { x: least === 'x' ? 1 : 0, y: least === 'y' ? 1 : 0, z: least === 'z' ? 1 : 0 }));
  return [e, cross(a, e)];
}

/** Solves a small linear system by elimination with row exchange; null when it is singular. */
function solve(matrix: number[][], right: number[]): number[] | null {
  const n = right.length;
  const rows = matrix.map((row, i) => [...row, right[i]]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(rows[r][c]) > Math.abs(rows[best][c])) best = r;
    if (Math.abs(rows[best][c]) < 1e-14) return null;
    [rows[c], rows[best]] = [rows[best], rows[c]];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const f = rows[r][c] / rows[c][c];
      for (let k = c; k <= n; k++) rows[r][k] -= f * rows[c][k];
    }
  }
  return rows.map((row, i) => row[n] / row[i]);
}

/** Circle through points of a plane with the least square error of x²+y² (Kåsa 1976); exact when they lie on one. */
function circle(points: readonly (readonly [number, number])[]): { u: number; v: number; radius: number } | null {
  const [mu, mv] = [0, 1].map((k) => points.reduce((sum, p) => sum + p[k], 0) / points.length);
  const sums = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  const right = [0, 0, 0];
  for (const [pu, pv] of points) {
    const row = [pu - mu, pv - mv, 1];
    const z = row[0] ** 2 + row[1] ** 2;
    row.forEach((a, i) => {
      row.forEach((b, j) => {
        sums[i][j] += a * b;
      });
      right[i] += a * z;
    });
  }
  const found = solve(sums, right);
  if (!found) return null;
  const [u, v] = [found[0] / 2, found[1] / 2];
  return { u: u + mu, v: v + mv, radius: Math.sqrt(Math.max(0, found[2] + u * u + v * v)) };
}

/** A direction within a hair of a coordinate axis is that axis. */
function snapped(a: Vec3): Vec3 {
  const near = AXES.find((k) => AXES.every((o) => o === k || Math.abs(a[o]) < 1e-9));
  return near ? { x: near === 'x' ? 1 : 0, y: near === 'y' ? 1 : 0, z: near === 'z' ? 1 : 0 } : a;
}

/** Largest distance of the points from the cylinder, mm. */
export function misfit(points: readonly Vec3[], { point, axis, radius }: Cylinder): number {
  return points.reduce((worst, p) => {
    const d = subtract(p, point);
    const h = dot(d, axis);
    return Math.max(worst, Math.abs(Math.sqrt(Math.max(0, dot(d, d) - h * h)) - radius));
  }, 0);
}

/**
 * Fits a cylinder to points that lie on one, starting from the normals of two facets of it, and improves all five
 * unknowns by Gauss–Newton steps, as facets need not run along the axis.
 * @returns null when normals or points do not tell a cylinder
 */
export function fitCylinder(points: readonly Vec3[], normals: readonly Vec3[]): Cylinder | null {
  const [first] = normals;
  if (!first || points.length < 3) return null;
  const widest = normals.reduce(
    (best, n) => {
      const c = cross(first, n);
      return dot(c, c) > dot(best, best) ? c : best;
    },
    { x: 0, y: 0, z: 0 },
  );
  if (dot(widest, widest) < 1e-6) return null;
  let axis = snapped(unit(widest));
  let [e1, e2] = across(axis);
  const flat = circle(points.map((p) => [dot(p, e1), dot(p, e2)] as const));
  if (!flat) return null;
  const middle = points.reduce((sum, p) => sum + dot(p, axis), 0) / points.length;
  let point = add(add(scale(e1, flat.u), scale(e2, flat.v)), scale(axis, middle));
  let { radius } = flat;
  for (let round = 0; round < 12 && misfit(points, { point, axis, radius }) > 1e-10; round++) {
    const sums = Array.from({ length: 5 }, () => [0, 0, 0, 0, 0]);
    const right = [0, 0, 0, 0, 0];
    for (const p of points) {
      const d = subtract(p, point);
      const h = dot(d, axis);
      const radial = subtract(d, scale(axis, h));
      const r = Math.sqrt(dot(radial, radial));
      if (r < 1e-9) return null;
      const [d1, d2] = [dot(radial, e1) / r, dot(radial, e2) / r];
      const row = [-h * d1, -h * d2, -d1, -d2, -1];
      row.forEach((a, i) => {
        row.forEach((b, j) => {
          sums[i][j] += a * b;
        });
        right[i] -= a * (r - radius);
      });
    }
    const step = solve(sums, right);
    if (!step || step.some((s) => !Number.isFinite(s))) break;
    axis = unit(add(axis, add(scale(e1, step[0]), scale(e2, step[1]))));
    point = add(point, add(scale(e1, step[2]), scale(e2, step[3])));
    radius += step[4];
    [e1, e2] = across(axis);
  }
  const tidy = snapped(axis);
  const leading = AXES.find((k) => Math.abs(tidy[k]) > 1e-9)!;
  return radius > 0 && Number.isFinite(radius)
    ? { point, axis: tidy[leading] < 0 ? scale(tidy, -1) : tidy, radius }
    : null;
}

/** Corners on an edge where two faces meet may be off both by the tolerance of the model, mm. */
const EDGE_TOLERANCE_MM = 0.01;
const EXACT_MM = 1e-6;
/** So many corners, and this share of all, must lie on the cylinder exactly. */
const LEAST_EXACT = 8;
const EXACT_SHARE = 0.15;

/**
 * Fits a cylinder to the corners of a face whose edges may be less exact than its inside, as where two bores meet:
 * the corners that fit worst are left out until the rest lie on one cylinder exactly.
 * @returns null when too few do, or when any corner is further off than a model's edges may be
 */
export function fitFace(points: readonly Vec3[], normals: readonly Vec3[]): Cylinder | null {
  let kept = points;
  for (let round = 0; round < 14; round++) {
    const found = fitCylinder(kept, normals);
    if (!found) return null;
    const off = kept.map((p) => misfit([p], found));
    if (Math.max(...off) < EXACT_MM) return misfit(points, found) < EDGE_TOLERANCE_MM ? found : null;
    const worst = [...off].sort((a, b) => a - b)[Math.floor(off.length * 0.7)];
    const next = kept.filter((_, i) => off[i] <= worst);
    if (next.length === kept.length || next.length < Math.max(LEAST_EXACT, EXACT_SHARE * points.length)) return null;
    kept = next;
  }
  return null;
}
