import type { Axis } from '../frames';
import type { TriangleMesh } from './mesh';
import { DEVIATION_MM } from './barAround';
import { circleLoop, placed } from './prism';

/** A length of a turned shape, from one diameter to another: a cylinder or a cone. mm. */
export interface TurnedStep {
  readonly length: number;
  readonly from: number;
  readonly to: number;
}

const SAME_MM = 1e-9;

/** The radius of every ring of corners, where it lies, and whether a curved face or a flat one leads to it. */
function ringsOf(steps: readonly TurnedStep[]): { at: number; radius: number; curved: boolean }[] {
  const rings: { at: number; radius: number; curved: boolean }[] = [];
  let at = 0;
  for (const { length, from, to } of steps) {
    const last = rings[rings.length - 1];
    if (!last || Math.abs(last.radius - from / 2) > SAME_MM) rings.push({ at, radius: from / 2, curved: false });
    at += length;
    rings.push({ at, radius: to / 2, curved: true });
  }
  return rings;
}

/**
 * A solid turned about an axis, from lengths and diameters: its first end at the origin, the axis through it. Every
 * length is a face of its own; chords lie within the deviation of other round faces.
 * @param steps at least one; lengths and diameters more than nothing
 */
export function turnedSolid(steps: readonly TurnedStep[], along: Axis): TriangleMesh {
  const rings = ringsOf(steps);
  const largest = Math.max(...rings.map((r) => r.radius));
  const unit = circleLoop({ u: 0, v: 0, radius: 1, deviation: DEVIATION_MM / largest }).points;
  const chords = unit.length;
  const positions: number[] = [];
  for (const { at, radius } of rings) for (const [u, v] of unit) positions.push(u * radius, v * radius, at);
  const [first, last] = [positions.length / 3, positions.length / 3 + 1];
  positions.push(0, 0, 0, 0, 0, rings[rings.length - 1].at);
  const triangles: number[] = [];
  const faces: number[] = [];
  const curved: number[] = [];
  const put = (face: number, isCurved: boolean, ...corners: number[]) => {
    triangles.push(...corners);
    faces.push(face);
    curved.push(isCurved ? 1 : 0);
  };
  for (let i = 0; i < chords; i++) {
    const k = (i + 1) % chords;
    put(0, false, first, k, i);
    rings.slice(1).forEach((ring, r) => {
      const [p, q] = [r * chords, (r + 1) * chords];
      put(r + 2, ring.curved, p + i, p + k, q + k);
      put(r + 2, ring.curved, p + i, q + k, q + i);
    });
    const top = (rings.length - 1) * chords;
    put(1, false, last, top + i, top + k);
  }
  const mesh = {
    positions: Float64Array.from(positions),
    triangles: Uint32Array.from(triangles),
    faces: Uint32Array.from(faces),
    curved: Uint8Array.from(curved),
  };
  return placed(mesh, along, { x: 0, y: 0, z: 0 });
}
