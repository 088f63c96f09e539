/*
 * What stops a part from moving before it is clamped: locators as contacts, what they leave free, what they decide
 * twice, and what presses the part against them.
 */

export { eigenOf } from './eigen';
export {
  chosen,
  determinacyOf,
  isSquareness,
  motionsLeft,
  type DecidedTwice,
  type Determinacy,
  type Motion,
} from './determinacy';
export {
  asSpot,
  besidePart,
  carries,
  centering,
  inwardAt,
  isShort,
  longestOf,
  standingLocators,
  underPart,
  type LocatedBy,
  type LocatorHere,
} from './locators';
export { liftsOff, type Lifts } from './lifts';
export { locatingOf, type Locating } from './locating';
export { decidedInWords, motionInWords } from './words';
export { pressedAgainst, type Pressed } from './pressed';
