import { axisOf, boxSize, DIRECTIONS, rotationOf, signOf, type Box3, type Direction, type Orientation, type Vec3 } from '../frames';
import type { FileBody, PartSource } from '../job';
import { findFeatures, type FeatureSet } from './features';
import { bar, boxMesh, flatLevels, meshBox, turnMesh, type FlatLevel, type Kernel, type Result, type Solid, type TriangleMesh } from '../solid';

/** The finished part in part coordinates. `key` changes with the shape and with nothing else. */
export interface Part {
  readonly key: string;
  readonly solid: Solid;
  /** the surface as it was read, with curved faces marked */
  readonly surface: TriangleMesh;
  readonly box: Box3;
}

/** A part with copies of itself beside it, as one solid. @param surface the part's surface with the copies in it; @param key tells how they lie */
export function severalOf(kernel: Kernel, part: Part, surface: TriangleMesh, key: string): Part {
  if (surface === part.surface) return part;
  const made = kernel.fromMesh(surface);
  if (!made.ok) throw new Error(made.problem);
  return { key: `${part.key} ${key}`, solid: made.value, surface, box: meshBox(surface) };
}

/** Where a stage gets a file's body from: looked up by what the job calls it. */
export type BodyMeshes = (source: FileBody) => { mesh: TriangleMesh; key: string } | null;

/** Names a body: changes with the shape and with nothing else. */
export function partKey(source: PartSource): string {
  if ('block' in source) return `block ${source.block.x}×${source.block.y}×${source.block.z}`;
  if ('bar' in source) return `bar ${JSON.stringify(source.bar)}`;
  return `file ${source.sha256 ?? source.file}#${source.body ?? 0} ${source.unit ?? ''} ${source.thickness ?? ''}`;
}

/** Surface of a part given by typed sizes. */
export function typedSurface(source: Exclude<PartSource, FileBody>): TriangleMesh {
  return 'block' in source ? boxMesh({ min: { x: 0, y: 0, z: 0 }, max: source.block }) : bar(source.bar, { x: 0, y: 0, z: 0 });
}

function surfaceOf(source: PartSource, meshes: BodyMeshes): Result<{ mesh: TriangleMesh; key: string }> {
  if ('block' in source) return { ok: true, value: { mesh: typedSurface(source), key: partKey(source) } };
  if ('bar' in source) {
    const { bar: b } = source;
    if (b.section === 'tube' && b.bore >= b.across) return { ok: false, problem: 'The tube has no wall: its bore is as large as its outside diameter. Correct one of them.' };
    return { ok: true, value: { mesh: typedSurface(source), key: partKey(source) } };
  }
  const found = meshes(source);
  return found ? { ok: true, value: found } : { ok: false, problem: `The part's file "${source.file}" has not been read yet, or the body chosen in it is not there.` };
}

/** Makes the part's solid from typed sizes or from the mesh of a body that a reader found in a file. */
export function makePart(kernel: Kernel, source: PartSource, meshes: BodyMeshes): Result<Part> {
  const surface = surfaceOf(source, meshes);
  if (!surface.ok) return surface;
  const { mesh, key } = surface.value;
  const made = kernel.fromMesh(mesh);
  return made.ok ? { ok: true, value: { key, solid: made.value, surface: mesh, box: meshBox(mesh) } } : made;
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
  readonly features: FeatureSet;
  readonly sides: readonly { readonly side: Direction; readonly levels: readonly PartLevel[] }[];
}

export function summarizePart(part: Part, features: FeatureSet = findFeatures(part.surface, part.box)): PartSummary {
  return {
    box: part.box,
    size: boxSize(part.box),
    volumeMm3: part.solid.volumeMm3(),
    features: { features: features.features, counts: features.counts },
    sides: DIRECTIONS.map((side) => ({ side, levels: levelsBelowTop(part, side) })),
  };
}

export * from './sides';
export * from './features';
export * from './names';
export * from './match';
export * from './measure';
export * from './symmetry';
export { facesOf, type Face, type Surface } from './surfaces';
export { markFaces } from './segment';
export { fitCylinder, misfit, type Cylinder } from './cylinder';
