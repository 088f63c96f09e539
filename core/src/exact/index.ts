/*
 * How exactly parts lie, and whether what two setups cut meets: small errors of locators, zeros and sizes carried
 * through a route. Part coordinates where nothing else is said, mm.
 */

export { Chain, isSameFace } from './chain';
export { betterZeros, worstOf, type BetterZero } from './betterZero';
export { contactChoices, type Choices, type Contact } from './contacts';
export { spreadOf, type Cause, type Form, type Share, type Spread } from './forms';
export { BY_EYE_MM } from './located';
export type { Axes, ExactJob, LocatedSetup, MetFace, Touched, Within, ZeroFrom } from './located';
export { liesOf, type Lies } from './lies';
export { chainsOf, meetingOf, type CutFeature, type Meeting, type Miss } from './mismatch';
export { PARTS, simulate, type Simulated } from './parts';
export { TrueRoute } from './truePlacement';
export { alongInWords, meetingInWords, nothingCuts, notSaid, plusMinus, simulatedInWords, type Met } from './words';
