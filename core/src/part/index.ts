/*
 * The finished part: in goes a typed body or the surface of a file; out come its solid, its faces, bores and rounds
 * with their names, and which of them choices meant. Part frame, mm.
 */

import {
  axisOf,
  boxSize,
  DIRECTIONS,
  rotationOf,
  signOf,
  type Box3,
  type Direction,
  type Orientation,
  type Vec3,
} from '../frames';
import type { FileBody, PartSource } from '../job';
import type { Part } from './part';
import type { FeatureSet } from './feature';
import { findFeatures } from './features';
import {
  bar,
  boxMesh,
  flatLevels,
  meshBox,
  turnedSolid,
  turnMesh,
  type FlatLevel,
  type Kernel,
  type Result,
  type Solid,
  type TriangleMesh,
} from '../solid';

/** A part with copies of itself beside it, as one solid. @param surface the part's surface with the copies in it */
export function severalOf(kernel: Kernel, part: Part, surface: TriangleMesh): Part {
  if (surface === part.surface) return part;
  const made = partOf(kernel, surface);
  if (!made.ok) throw new Error(made.problem);
  return made.value;
}

/**
 * Meshes of bodies a job refers to, by the reader that found them; null: not read yet. `key` is the same for the same
 * content only.
 */
export type BodyMeshes = (source: FileBody) => { mesh: TriangleMesh; key: string } | null;

/** Names a body of a file: changes with the shape and with nothing else. */
export function bodyKey(source: FileBody): string {
  return `file ${source.sha256 ?? source.file}#${source.body ?? 0} ${source.unit ?? ''} ${source.thickness ?? ''}`;
}

/** Surface of a part given by typed sizes. */
export function typedSurface(source: Exclude<PartSource, FileBody>): Result<TriangleMesh> {
  if ('block' in source) return { ok: true, value: boxMesh({ min: { x: 0, y: 0, z: 0 }, max: source.block }) };
  if ('turned' in source) return { ok: true, value: turnedSolid(source.turned.steps, source.turned.along) };
  const { bar: b } = source;
  if (b.section === 'tube' && b.bore >= b.across)
    return {
      ok: false,
      problem: 'The tube has no wall: its bore is as large as its outside diameter. Correct one of them.',
    };
  return { ok: true, value: bar(b, { x: 0, y: 0, z: 0 }) };
}

/** What is said while the body of a part has not come. */
export const notRead = ({ file }: FileBody): string =>
  `The part's file "${file}" has not been read yet, or the body chosen in it is not there.`;

/** Makes the part's solid from its surface. */
export function partOf(kernel: Kernel, surface: TriangleMesh): Result<Part> {
  const made = kernel.fromMesh(surface);
  return made.ok ? { ok: true, value: { solid: made.value, surface, box: meshBox(surface) } } : made;
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

export type { Part } from './part';
export * from './sides';
export * from './feature';
export * from './features';
export { featureNames, pocketName, spoken } from './names';
export * from './match';
export * from './measure';
export { clearable } from './clearable';
export { endBelowTop, footprintOf, looksUp, type Footprint } from './footprint';
export { holeGroups } from './pockets';
export * from './symmetry';
export { facesOf, type Face, type Surface } from './surfaces';
export { markFaces } from './segment';
export { fitCylinder, misfit, type Cylinder } from './cylinder';
