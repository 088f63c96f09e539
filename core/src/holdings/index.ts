/*
 * Everything about one way of holding in one folder: seat, hold, checks, words, pictures. In go a device and a setup
 * held in it; device frame, mm, N.
 */

import { familyOf, type Device, type Family } from '../shop';
import { flat } from './flat';
import { round } from './round';
import type { Holding } from './types';
import { vise } from './vise';

export { factsOfAll, type DeviceSolid, type Drawn, type DrawnFacts } from './drawn';
export { stepOf, type Kept, type SetupRemedy } from './mend';
export { inHold, snapped, type Decision, type Snap } from './decision';
export type { Begun, Held, HoldEntry, Holding, Lying, On, Placed, RowsOf, Seated } from './types';
export { leastGrip, viseStart } from './vise/begin';
export { closingForceN, viseHold } from './vise/hold';
export {
  fixedSide,
  locatorsInVise,
  pocketOf,
  restIn,
  restOf,
  seatInVise,
  type Pocket,
  type Rest,
  type StopPlace,
  type ViseSeatInput,
} from './vise/seat';
export { parallelsUnder } from './parallels';
export { against } from './flat/against';
export { boltOf, dowelGridOf, hasHoles, holeName, nearestAnchor, nearestHole, type DowelGrid } from './flat/anchor';
export { gaugeBlock } from './flat/steps';
export {
  gapsAtPins,
  LOCATED_SIDE,
  restHeight,
  restPlaces,
  seatOnFlat,
  type FlatSeatInput,
  type PlateSeat,
} from './flat/seat';
export { forceAtSpeed, turningChuck } from './round/hold';
export { hasBoredJaws, ringInJaws } from './round/wall';
export { betweenCenters } from './round/tailstock';
export { cornerRadius } from './round/carriers';
export { isRoundGrip, seatRound, turnsAbout, type RoundSeatInput } from './round/seat';

/** Every way of holding. */
export const HOLDINGS: { readonly [F in Family]: Holding<F> } = { vise, flat, round };

/** How a device holds. Its methods take the device it was asked for and no other. */
export const holdingOf = (device: Device): Holding<Family> => HOLDINGS[familyOf(device)] as Holding<Family>;
export * from './carrier';
export {
  GRIPPED_AT,
  indexedFrom,
  indexInWords,
  indexSteps,
  turnInWords,
  type Indexed,
  type IndexHere,
  type IndexProblem,
} from './round/indexed';
