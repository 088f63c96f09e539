import type { Box3, Direction, Vec3 } from '../frames';
import type { TriangleMesh } from '../solid';

/** What is sunk into a part all round: the sizes of its mouth and of its depth, mm. */
export interface Pocket {
  /** the longer size of its mouth, along its longest wall */
  readonly lengthMm: number;
  readonly widthMm: number;
  /** from its rim, where that is lowest, to the floor */
  readonly depthMm: number;
  /** smallest radius of its upright corners; null: they are sharp */
  readonly cornerMm: number | null;
}

interface Common {
  /** made from what the feature is and where it lies: the same shape read twice gives the same id */
  readonly id: string;
  readonly areaMm2: number;
  readonly box: Box3;
}

/** A flat face, part coordinates. */
export interface PlaneFeature extends Common {
  readonly kind: 'plane';
  readonly normal: Vec3;
  /** `normal·x` on the face */
  readonly level: number;
  /** center of area */
  readonly at: Vec3;
  /** the direction it looks in when that is one of the six */
  readonly side: Direction | null;
  /** mm below the outermost of the part on that side */
  readonly belowOutermost: number | null;
  /** what it is the floor of; null: nothing that is closed all round */
  readonly pocket: Pocket | null;
}

/** A bore, a boss, or part of a round: a fillet or the end of a slot. Part coordinates. */
export interface CylinderFeature extends Common {
  readonly kind: 'bore' | 'boss' | 'round';
  /** the material is outside: bores, inner corners and slot ends */
  readonly hollow: boolean;
  readonly diameter: number;
  readonly axis: Vec3;
  /** on the axis, half way along */
  readonly at: Vec3;
  /** length along the axis, mm */
  readonly depth: number;
  /** bores: open at both ends */
  readonly through: boolean;
  /** bores that are blind: the direction their mouth looks in when it is one of the six */
  readonly opens: Direction | null;
}

export type Feature = PlaneFeature | CylinderFeature;

/** What was found in a part, with the count of its model's faces by kind. */
export interface FeatureSet {
  readonly features: readonly Feature[];
  readonly counts: { readonly planes: number; readonly cylinders: number; readonly others: number };
}

/** The part's surface with the feature each triangle belongs to: its place in the list, −1 for none. */
export interface FeatureSurface {
  readonly mesh: TriangleMesh;
  readonly featureOf: Int32Array;
}
