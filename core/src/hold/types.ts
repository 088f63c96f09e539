import type { Box3, Vec3 } from '../frames';
import type { SurfaceState } from '../job';
import type { DeviceKind } from '../shop';
import type { Outlines } from '../solid';
import type { OpenTo } from './open';

/** Where a device and the part bear on each other. Device frame, mm, N. */
export interface HoldContact {
  /** "fixed jaw", "strap 1", "rear pins", "tape" */
  readonly name: string;
  /**
   * locator: gives way only as far as it is pushed; clamp: presses with a known force; bond: also holds against
   * pulling
   */
  readonly kind: 'locator' | 'clamp' | 'bond';
  /** points that stand for the patch: its corners, or the one spot */
  readonly points: readonly Vec3[];
  /** unit direction in which it pushes on the part */
  readonly inward: Vec3;
  readonly areaMm2: number;
  /** how the face comes that is touched; left out where a spot is touched, not a face */
  readonly surface?: SurfaceState;
  readonly friction: number;
  /** clamp: the force it presses with, all points together; 0 for the others */
  readonly forceN: number;
  /** bond: most it can be pulled and shifted, all points together */
  readonly pullN: number;
  readonly shearN: number;
  /** the patch for the drawing, flat in one direction */
  readonly patch: Box3;
}

/** A force the hold puts on the part besides contacts: suction, weights, its own weight. */
export interface HoldForce {
  readonly name: string;
  readonly at: Vec3;
  readonly forceN: Vec3;
}

/** Something that stands where a tool may come. */
export interface Obstacle {
  readonly name: string;
  /** seen from above, device frame */
  readonly footprint: Outlines;
  readonly from: number;
  readonly to: number;
  /** made so that a cutter may pass through it */
  readonly cuttable: boolean;
}

/** How a vise holds. */
export interface ViseHold {
  /** distance between the jaw faces when closed on the part */
  readonly openingMm: number;
  /** height over which both jaws touch */
  readonly gripDepthMm: number;
  readonly fixedJawAreaMm2: number;
  readonly movingJawAreaMm2: number;
  readonly closingForceN: number;
  /** how far the middle of the grip, of all pieces together, lies from the middle of the jaws, + to the right, mm */
  readonly offCenterMm: number;
  /**
   * how far each jaw's contact begins above the rest where narrower, already finished material lies below it; 0: none
   */
  readonly caught: { readonly fixed: number; readonly moving: number };
}

/** A wall that the hold bends. */
export interface WallUnderLoad {
  readonly thicknessMm: number;
  readonly spanMm: number;
  /** what holds it: material at both ends of the hollow, its floor, or one end only; left out where it is a ring */
  readonly stands?: 'between its ends' | 'from its floor' | 'from one end';
  readonly stressMPa: number;
  readonly deflectionMm: number;
}

/** A name and a number, ready to show; `measures` names what the drawing lights up. */
export interface Figure {
  readonly label: string;
  readonly value: string;
  readonly measures?: string;
}

/** A line the planner draws on a device: gasket, tape, pocket. Device frame, seen from above. */
export interface DrawnLine {
  readonly role: 'gasket' | 'bond' | 'pocket' | 'pod' | 'pod-off' | 'tab' | 'jig' | 'jig-window';
  readonly outlines: Outlines;
}

/** What went wrong with one of the means of a hold; the checks say it in words. */
export type HoldTrouble =
  | { readonly kind: 'clamp-not-chosen'; readonly name: string }
  | { readonly kind: 'strap-over-hollow'; readonly name: string; readonly emptyMm: number }
  | { readonly kind: 'clamp-on-nothing'; readonly name: string }
  | { readonly kind: 'strap-too-short'; readonly name: string; readonly needMm: number; readonly lengthMm: number }
  | { readonly kind: 'torque-missing'; readonly name: string }
  /** `share` of its yield with the twist of tightening (VDI 2230) */
  | {
      readonly kind: 'bolt-over-proof';
      readonly name: string;
      readonly forceN: number;
      readonly proofN: number;
      readonly share: number;
    }
  | { readonly kind: 'strap-bends'; readonly name: string; readonly stressMPa: number }
  /** bolt, heel and nose at one spot, or a hole for the bolt as wide as the strap */
  | { readonly kind: 'strap-no-lever'; readonly name: string; readonly why: 'lever' | 'hole' }
  /** the thread of a tapped plate, or the lips of a table's slot */
  | {
      readonly kind: 'anchor-gives';
      readonly in: 'tapped hole' | 'slot';
      readonly name: string;
      readonly forceN: number;
      readonly bearsN: number;
    }
  | { readonly kind: 'bolt-misses'; readonly name: string; readonly offMm: number; readonly nearest: string }
  | {
      readonly kind: 'bolt-does-not-fit';
      readonly name: string;
      readonly threadMm: number;
      readonly slotMm: number;
      readonly wants: number | null;
    }
  | { readonly kind: 'screw-too-long'; readonly name: string; readonly overMm: number }
  | { readonly kind: 'screw-does-not-reach'; readonly name: string; readonly shortMm: number }
  | { readonly kind: 'pod-leaks'; readonly name: string; readonly when: 'as loaded' | 'when cut' }
  | { readonly kind: 'gasket-leaks'; readonly lostMm2: number }
  | { readonly kind: 'gasket-empty' }
  | { readonly kind: 'gasket-lies-deep'; readonly cordMm: number; readonly grooveMm: number }
  | { readonly kind: 'gasket-overfills'; readonly cordMm2: number; readonly grooveMm2: number }
  /** `share` of what the magnet could pull with on that area */
  | { readonly kind: 'magnet-weak'; readonly share: number; readonly forceN: number }
  | { readonly kind: 'pocket-cutter-too-wide'; readonly cutterMm: number }
  /** `share` of what ought to be around it is there */
  | { readonly kind: 'dowel-in-nothing'; readonly name: string; readonly share: number }
  /** turned counterclockwise seen from above, radians; free: by any angle */
  | {
      readonly kind: 'nest-fits-otherwise';
      readonly turns: readonly number[];
      readonly free: boolean;
      readonly otherSide: boolean;
    }
  /** from the start, or only higher up than its hole is deep */
  | { readonly kind: 'dowel-in-metal'; readonly name: string; readonly isBore: boolean; readonly fromBelow: boolean }
  | { readonly kind: 'bond-not-chosen' }
  | { readonly kind: 'bond-too-warm'; readonly at: number; readonly noneAt: number };

/** A part that a cut frees: what holds it once nothing joins it to the rest of the blank. */
export interface FreedPart {
  readonly contacts: readonly HoldContact[];
  readonly forces: readonly HoldForce[];
  /** seen from above, flat on its rest; device frame */
  readonly box: Box3;
  readonly areaMm2: number;
}

export interface HoldFacts {
  readonly kind: DeviceKind;
  /** the cut takes away what joined a part to the rest of the blank; on devices a part lies flat on */
  readonly frees: boolean;
  /** what a cut must stay above, device frame; for a board: how deep it may be cut */
  readonly top: {
    readonly z: number;
    readonly name: string;
    readonly wantedMm: number;
    /** it stands beside the part, not under it: what is cut within the part's outline does not come to it */
    readonly beside?: boolean;
  };
  /** where the part can be touched off, per machine direction it looks in */
  readonly open: OpenTo;
  readonly vise: ViseHold | null;
  readonly wall: WallUnderLoad | null;
  readonly contacts: readonly HoldContact[];
  readonly forces: readonly HoldForce[];
  /** the parts that a cut frees, each by itself; empty: none */
  readonly freed: readonly FreedPart[];
  readonly obstacles: readonly Obstacle[];
  readonly drawn: readonly DrawnLine[];
  readonly trouble: readonly HoldTrouble[];
  /** what steps and findings call each clamp of the setup, in its order; left out: nothing is put on the part */
  readonly clampNames?: readonly string[];
  /** for pods: how far the part reaches out over them, mm */
  readonly overhangMm: number;
  /** flat devices with a whole top: how much of the underside lies beside it, mm² */
  readonly overEdgeMm2: number;
  readonly figures: readonly Figure[];
  readonly steps: readonly string[];
  readonly release: readonly string[];
  /** how the part is let go: "open the vise" */
  readonly opens: string;
}
