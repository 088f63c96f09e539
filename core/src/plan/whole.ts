import type { BlankFacts } from '../blank';
import type { Box3 } from '../frames';
import type { Job, Setup } from '../job';
import type { TouchedStation } from '../ledger';
import type { Feature, Part } from '../part';
import type { Bond, Device, Machine, Shop, Station, WorkMaterial } from '../shop';
import type { Kernel } from '../solid';
import type { Speech } from '../units';
import type { FeaturesHere } from './features';
import type { Cut, Material } from './whatIsLeft';

/** What all setups of one plan are computed from. Nothing of it is a stage's input as a whole. */
export interface Whole {
  readonly kernel: Kernel;
  readonly job: Job;
  readonly shop: Shop;
  readonly machine: Machine | null;
  readonly material: WorkMaterial | null;
  /** all copies together */
  readonly part: Part;
  readonly firstCopy: Box3;
  readonly blank: BlankFacts;
  /** of the first copy */
  readonly features: readonly Feature[];
  readonly speech: Speech;
  /**
   * now: what takes longest is computed too (forces, floors, metal never reached); known: only taken where it is known
   * already
   */
  readonly forces: 'now' | 'known';
}

/** How what takes longest is had: computed, or only looked up. */
export const whenAsked = (forces: Whole['forces']): 'run' | 'peek' => (forces === 'now' ? 'run' : 'peek');

/** One setup to be planned: with the material before it and what it cuts. */
export interface Here {
  readonly setup: Setup;
  /** the face it cuts down to looks up, or there is none */
  readonly looksUp: boolean;
  readonly before: Material;
  readonly cut: Cut;
  /** where an earlier setup with the same device on the same station was touched off */
  readonly earlier: TouchedStation | null;
  readonly here: FeaturesHere;
}

/** The device of a setup, where it stands, and what of the library its hold hangs on. */
export interface On {
  readonly device: Device;
  readonly station: Station | null;
  readonly bond: Bond | null;
  readonly clamps: Shop['clamps'];
}
