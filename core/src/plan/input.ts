import type { Job } from '../job';
import type { BodyMeshes, FeatureSurface, Part } from '../part';
import type { Shop } from '../shop';
import type { Solid } from '../solid';
import type { Material } from './material';
import type { CutAway } from './whatIsLeft';

export interface PlanInput {
  readonly job: Job;
  readonly shop: Shop;
  /** meshes of the bodies a STEP part may refer to */
  readonly bodies: BodyMeshes;
}

/** The solids behind a planned job, for drawing. Valid until the next plan. */
export interface PlanSolids {
  readonly part: Part;
  /** the first copy, where there are several, with the features of its surface */
  readonly one: Part;
  readonly surface: FeatureSurface;
  readonly blank: Material;
  readonly cuts: readonly CutAway[];
  /** metal never reached; null: none */
  readonly unreached: Solid | null;
}
