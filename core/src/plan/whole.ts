import type { BlankFacts } from '../blank';
import type { DowelsHere, PatternHole } from '../dowels';
import type { Box3 } from '../frames';
import type { IndexHere } from '../holdings';
import type { Job, Setup } from '../job';
import type { TouchedStation } from '../ledger';
import type { Feature, Part } from '../part';
import type { Bond, Device, Machine, Shop, StationHere, WorkMaterial } from '../shop';
import type { Kernel } from '../solid';
import type { Speech } from '../units';
import type { FeaturesHere } from './features';
import type { CutFacts } from '../prove';
import type { Material } from './material';
import type { Region } from './region';
import type { CutAway } from './whatIsLeft';

/**
 * What takes longest (forces, floors, metal never reached). now: is computed too; known: only taken where it is known
 * already; some: so much of it is computed as there is time for.
 */
export type Forces = 'now' | 'some' | 'known';

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
  readonly forces: Forces;
}

/** How what takes longest is had: computed, computed while there is time, or only looked up. */
export const whenAsked = (forces: Forces): 'run' | 'some' | 'peek' =>
  (({ now: 'run', some: 'some', known: 'peek' }) as const)[forces];

/** One setup to be planned: with the material before it and what it cuts. */
export interface Here {
  readonly setup: Setup;
  /** ids of cuts that are to go down to a face that does not look up */
  readonly astray: readonly string[];
  readonly before: Material;
  readonly cut: CutAway;
  /** what each of its cuts goes over; null: everything */
  readonly regions: readonly (Region | null)[];
  readonly cuts: readonly CutFacts[];
  /** where an earlier setup with the same device, which stands there since, was touched off */
  readonly earlier: TouchedStation | null;
  readonly here: FeaturesHere;
  /** where it is put onto dowels; null: it is not */
  readonly dowels: DowelsHere | null;
  /** its part stays in the jaws of a rotary axis; null: this setup grips it */
  readonly index: IndexHere | null;
  /** the dowel holes it drills; null: none */
  readonly drills: { readonly holes: readonly PatternHole[]; readonly into: number } | null;
}

/** The device of a setup, where it stands, and what of the library its hold hangs on. */
export interface On {
  readonly device: Device;
  readonly station: StationHere | null;
  readonly bond: Bond | null;
  readonly clamps: Shop['clamps'];
}
