import { copiedMesh, planBlank, type BlankFacts, type BlankShape } from '../../blank';
import type { Box3 } from '../../frames';
import type { Allowance, Copies, FileBody, PartSource } from '../../job';
import {
  findFeatures,
  partOf,
  severalOf,
  summarizePart,
  typedSurface,
  type BodyMeshes,
  type FeatureSet,
  type FeatureSurface,
  type Part,
  type PartSummary,
} from '../../part';
import type { Bond } from '../../shop';
import type { Kernel, Result, Solid, TriangleMesh } from '../../solid';
import { blankMaterial, releaseBlank, type BlankMaterial } from '../blankMaterial';
import type { Graph, Stage } from '../graph';
import { unreachedMetal, type Unreached } from '../unreached';
import type { Material } from '../material';

/** The mesh of a body of a file: the same while its content is, whichever copy a reader hands out. null: not read. */
export function bodyMesh(g: Graph, source: FileBody | null, bodies: BodyMeshes): TriangleMesh | null {
  const found = source && bodies(source);
  return found ? g.run({ name: 'body', compute: () => found.mesh }, { content: found.key }) : null;
}

/** Surface of a part given by typed sizes. */
export const typedStage: Stage<{ source: Exclude<PartSource, FileBody> }, Result<TriangleMesh>> = {
  name: 'typed part',
  compute: ({ source }) => typedSurface(source),
};

export const partStage: Stage<{ kernel: Kernel; surface: TriangleMesh }, Result<Part>> = {
  name: 'part',
  compute: ({ kernel, surface }) => partOf(kernel, surface),
  release: (made) => {
    if (made.ok) made.value.solid.release();
  },
};

export const featuresStage: Stage<{ part: Part }, FeatureSet & { readonly surface: FeatureSurface }> = {
  name: 'features',
  compute: ({ part }) => findFeatures(part.surface, part.box),
};

export const summaryStage: Stage<{ part: Part; features: FeatureSet }, PartSummary> = {
  name: 'part summary',
  compute: ({ part, features }) => summarizePart(part, features),
};

interface BlankInputs {
  part: Box3;
  allowance: Allowance;
  blank: BlankShape;
  copies: Copies;
  solid: TriangleMesh | null;
  /** what ears are glued on with */
  bonds: readonly Bond[];
}
export const blankStage: Stage<BlankInputs, BlankFacts> = {
  name: 'blank facts',
  compute: ({ part, allowance, blank, copies, solid, bonds }) =>
    planBlank(part, { allowance, blank, copies }, solid, bonds),
};

/** All copies as one part. */
export const copiesStage: Stage<{ kernel: Kernel; part: Part; copies: BlankFacts['copies'] }, Part> = {
  name: 'copies',
  compute: ({ kernel, part, copies }) =>
    copies.length === 1 ? part : severalOf(kernel, part, copiedMesh(part.surface, copies)),
  release: (all, { part }) => {
    if (all !== part) all.solid.release();
  },
};

export const materialStage: Stage<{ kernel: Kernel; part: Part; blank: BlankFacts }, BlankMaterial> = {
  name: 'blank',
  compute: ({ kernel, part, blank }) => blankMaterial(kernel, part, blank),
  release: (made, { part }) => releaseBlank(made, part),
};

interface UnreachedInputs {
  kernel: Kernel;
  last: Material;
  part: Part;
}
export const unreachedStage: Stage<UnreachedInputs, { facts: Unreached; rest: Solid | null }> = {
  name: 'unreached',
  compute: ({ kernel, last, part }) => unreachedMetal(kernel, last, part),
};
