import { axisOf, rotationOf, signOf, type Orientation } from '../frames';
import { DEVIATION_MM, facet, vertex, viewOf, type TriangleMesh } from '../solid';

/**
 * Thickness of what stays under the lowest cut, at its thinnest, mm: from the floor the cut leaves straight down to the
 * next surface. @param mesh what is left, part coordinates; @param along depth plane, `u·x`
 * @returns null when the cut leaves no floor: it goes through, or only faces sides
 */
export function floorThickness(mesh: TriangleMesh, orientation: Orientation, along: number): number | null {
  const axis = axisOf(orientation.up);
  const sign = signOf(orientation.up);
  const view = viewOf(mesh, rotationOf(orientation));
  let thinnest = Infinity;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const { normal, area } = facet(mesh, t);
    if (area < 1e-6 || normal[axis] * sign < 1 - 1e-9) continue;
    if (Math.abs(sign * vertex(mesh, mesh.triangles[t])[axis] - along) > 1e-4) continue;
    const [a, b, c] = [mesh.triangles[t], mesh.triangles[t + 1], mesh.triangles[t + 2]];
    // the middle, and a point near each corner
    for (const [i, j, k] of [
      [1, 1, 1],
      [8, 1, 1],
      [1, 8, 1],
      [1, 1, 8],
    ]) {
      const sum = i + j + k;
      const at = (list: Float64Array) => (i * list[a] + j * list[b] + k * list[c]) / sum;
      const [u, v, w] = [at(view.u), at(view.v), at(view.w)];
      // the floor itself, and what is next below it
      const [, under] = view
        .crossings(u, v)
        .map((x) => w - x.w)
        .filter((mm) => mm > -1e-6)
        .sort((p, q) => p - q);
      // between the cut and facets of a curve below it that is no floor
      if (under !== undefined && under > DEVIATION_MM) thinnest = Math.min(thinnest, under);
    }
  }
  return Number.isFinite(thinnest) ? thinnest : null;
}
