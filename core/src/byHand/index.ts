/*
 * Checks that hands make, with indicator, gauge blocks and sine bar. Lengths in mm, angles in radians.
 */

export { checkByHand, checkFails, checkInWords, placeInWords, type CheckByHand } from './asked';
export { axisFound } from './axisFound';
export { indicated, type Indicated } from './indicate';
export { flatnessOf, gridOver, type Flatness, type Swept } from './flatness';
export { GAUGE_SETS, gaugeBlocks, type GaugeSet, type Stack } from './gaugeBlocks';
export { sineBarAngle, sineBarHeight } from './sineBar';
