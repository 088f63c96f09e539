import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { markFaces } from '@violet-jaw/core/part';
import type { Vec3 } from '@violet-jaw/core/frames';
import { repairMesh, type TriangleMesh } from '@violet-jaw/core/solid';

export interface StlMesh {
  readonly mesh: TriangleMesh;
  /** what had to be repaired, in words */
  readonly repaired: readonly string[];
}

/** A surface that could not be closed, for showing where. */
export interface OpenShell {
  readonly mesh: TriangleMesh;
  /** midpoints of its open edges, mm */
  readonly places: readonly Vec3[];
}

export type StlResult =
  | { readonly ok: true; readonly value: StlMesh }
  | { readonly ok: false; readonly problem: string; readonly open?: OpenShell };

const AT_MOST_PLACES = 4;

/**
 * Reads an STL file, text or binary. The format has no unit and stores single-precision numbers: seven digits count.
 * @param mmPerUnit 1 for millimeters, 25.4 for inches
 * @returns a closed surface with its faces found, or where it is open
 */
export function readStl(bytes: Uint8Array, mmPerUnit: number): StlResult {
  let numbers: ArrayLike<number>;
  try {
    const geometry = new STLLoader().parse(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
    );
    numbers = geometry.getAttribute('position')?.array ?? [];
  } catch (error) {
    return {
      ok: false,
      problem: `The STL file is damaged or cut off: ${error instanceof Error ? error.message : String(error)}. Export it again.`,
    };
  }
  if (numbers.length === 0)
    return { ok: false, problem: 'The STL file holds no facets. Export it again from the drawing program.' };
  const positions = Float64Array.from(numbers, (v) => Number(v.toPrecision(7)) * mmPerUnit);
  if (positions.some((v) => !Number.isFinite(v)))
    return { ok: false, problem: 'The STL file holds coordinates that are not numbers. Export it again.' };
  // seven digits count: the last one is off by up to a half, and a fit sums several
  const cornersWithin = 2e-6 * positions.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  const { mesh, done, open } = repairMesh({
    positions,
    cornersWithin,
    triangles: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
  });
  if (mesh.triangles.length === 0)
    return { ok: false, problem: 'The facets of the STL file have no area. Export it again.' };
  if (open.length > 0) {
    const places = open
      .slice(0, AT_MOST_PLACES)
      .map((p) => `(${[p.x, p.y, p.z].map((c) => c.toFixed(3)).join(', ')})`)
      .join(', ');
    return {
      ok: false,
      open: { mesh, places: open },
      problem: `The surface is open at ${open.length} edges and cannot be closed without guessing: near ${places} mm${open.length > AT_MOST_PLACES ? ' and more' : ''}. Close it in the drawing program and export it again.`,
    };
  }
  return { ok: true, value: { mesh: markFaces(mesh), repaired: done } };
}
