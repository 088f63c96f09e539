/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import { type Box3, type Direction, type Orientation } from '../frames';
import type { BlankFacts } from '../blank';
import type { Feature } from '../part';
import { type RoundDevice, type Vise } from '../shop';
import type { Speech } from '../units';
import { type RoundAbout } from './limits';
import { type Reach } from './reach';

export interface ProposedSetup {
  readonly orientation: Orientation;
  readonly cutsBelowTop: number;
  /** how high above the blank's lowest point the jaws reach */
  readonly gripMm: number;
  /** features cut here first, by their place in the list */
  readonly cuts: readonly number[];
}

export interface ProposedRoute {
  readonly setups: readonly ProposedSetup[];
  /** half turns and quarter turns between the setups */
  readonly flips: number;
  readonly turns: number;
  /** area of finished faces the second setup is held and located by, mm² */
  readonly holdMm2: number;
  /** the part side against the fixed jaw in every setup; null: it cannot be the same one */
  readonly sameJawSide: Direction | null;
  /** sizes of the part that come between what two setups cut, as they are located by different faces */
  readonly sizesBetween: number;
  /** how far the lowest cut would have to go below the clearance above the jaw tops; 0: nowhere */
  readonly jawsInWayMm: number;
  /** gripped about its axis in this device instead of in the vise; left out: in the vise */
  readonly about?: { readonly device: RoundDevice; readonly round: RoundAbout };
  readonly reasons: readonly string[];
}

export interface Proposal {
  /** best first; empty when nothing is to be cut or nothing can be reached */
  readonly routes: readonly ProposedRoute[];
  /** features parts of which no straight direction reaches, with the area */
  readonly unreachable: readonly { readonly feature: number; readonly areaMm2: number }[];
}

export interface ProposeInput {
  readonly reach: Reach;
  readonly features: readonly Feature[];
  readonly part: Box3;
  readonly blank: Pick<BlankFacts, 'box'>;
  readonly vise: Vise;
  /** chucks and collets of the shop, for parts that are round about an axis */
  readonly round?: readonly RoundDevice[];
  readonly nameOf: (feature: number) => string;
  /** writes areas in the reasons */
  readonly speech: Speech;
}
