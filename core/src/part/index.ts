import { axisOf, boxSize, DIRECTIONS, rotationOf, signOf, type Box3, type Direction, type Orientation, type Vec3 } from '../frames';
import type { PartSource } from '../job';
import { boxMesh, flatLevels, meshBox, turnMesh, type FlatLevel, type Kernel, type Result, type Solid, type TriangleMesh } from '../solid';

/** What the sides of the part are called, whichever way it lies: by the part model's own axes. */
export const PART_SIDE: Record<Direction, string> = {
  '-x': 'left face', '+x': 'right face', '-y': 'front face', '+y': 'rear face', '-z': 'bottom face', '+z': 'top face',
};

/** The finished part in part coordinates. `key` changes with the shape and with nothing else. */
export interface Part {
  readonly key: string;
  readonly solid: Solid;
  /** the surface as it was read, with curved faces marked */
  readonly surface: TriangleMesh;
  readonly box: Box3;
}

/** Where a stage gets a file's body from: looked up by what the job calls it. */
export type BodyMeshes = (source: Extract<PartSource, { step: string }>) => { mesh: TriangleMesh; key: string } | null;

export function partKey(source: PartSource): string {
  return 'block' in source ? `block ${source.block.x}×${source.block.y}×${source.block.z}` : `step ${source.sha256 ?? source.step}#${source.body ?? 0}`;
}

/** Makes the part's solid from a typed block or from the mesh of a body that a reader found in a file. */
export function makePart(kernel: Kernel, source: PartSource, meshes: BodyMeshes): Result<Part> {
  if ('block' in source) {
    const box = { min: { x: 0, y: 0, z: 0 }, max: source.block };
    const surface = boxMesh(box);
    const made = kernel.fromMesh(surface);
    return made.ok ? { ok: true, value: { key: partKey(source), solid: made.value, surface, box } } : made;
  }
  const body = meshes(source);
  if (!body) return { ok: false, problem: `The part's file "${source.step}" has not been read yet, or the body chosen in it is not there.` };
  const made = kernel.fromMesh(body.mesh);
  return made.ok ? { ok: true, value: { key: body.key, solid: made.value, surface: body.mesh, box: meshBox(body.mesh) } } : made;
}

/** A face square to a direction, told as a depth below the part's highest point along it. */
export interface PartLevel extends FlatLevel {
  readonly belowTop: number;
}

/** Flat faces of the part that look along `up`, highest first: what a depth of cut can be chosen from. */
export function levelsBelowTop(part: Part, up: Direction): PartLevel[] {
  const axis = axisOf(up);
  const top = signOf(up) > 0 ? part.box.max[axis] : -part.box.min[axis];
  return flatLevels(part.surface, up).map((l) => ({ ...l, belowTop: top - signOf(up) * l.level }));
}

/** Mesh in seated axes: as the part lies, origin still the part's. */
export function seatedMesh(solid: Solid, orientation: Orientation): TriangleMesh {
  return turnMesh(solid.mesh(), rotationOf(orientation));
}

/** Overall size of the part, its volume and the number of flat levels per side: what the Part page lists. */
export interface PartSummary {
  readonly box: Box3;
  readonly size: Vec3;
  readonly volumeMm3: number;
  readonly sides: readonly { readonly side: Direction; readonly levels: readonly PartLevel[] }[];
}

export function summarizePart(part: Part): PartSummary {
  return {
    box: part.box,
    size: boxSize(part.box),
    volumeMm3: part.solid.volumeMm3(),
    sides: DIRECTIONS.map((side) => ({ side, levels: levelsBelowTop(part, side) })),
  };
}
