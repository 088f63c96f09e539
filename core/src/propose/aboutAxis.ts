/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import { turnsAbout } from '../holdings';
import { AXES, directionOf, unitVector, type Direction } from '../frames';
import { roundAbout } from './limits';
import { bitOf } from './reach';
import { extent, topOf } from './extent';
import type { ProposedRoute, ProposedSetup, ProposeInput } from './types';

/**
 * A part that is round about an axis, in a chuck or collet that stands upright: one end up, then turned end for end.
 * Null: it is not, or none takes it.
 */
export function aboutAxis({
  features,
  part,
  blank,
  reach,
  round: devices = [],
  speech,
  nameOf,
}: ProposeInput): ProposedRoute | null {
  const round = roundAbout(features, part);
  if (!round) return null;
  const across = Math.max(...AXES.filter((a) => a !== round.axis).map((a) => extent(blank.box, a)));
  const device = devices.find(
    (d) =>
      turnsAbout(d) === 'z' &&
      d.minDiameter <= round.diameter &&
      across <= d.maxDiameter + 1e-9 &&
      extent(blank.box, round.axis) > 2 * d.gripLength,
  );
  if (!device) return null;
  const ups: Direction[] = [`+${round.axis}`, `-${round.axis}`];
  const below = topOf(blank.box, ups[1]) - topOf(part, ups[1]);
  // all that stands out of the jaws, then what they gripped
  const first = Math.max(0, round.length + below - device.gripLength - 1);
  const setups = ups.map((up, i): ProposedSetup => ({
    orientation: { up, right: directionOf(unitVector(round.axis === 'x' ? '+y' : '+x')) },
    cutsBelowTop: i === 0 ? first : round.length - first,
    gripMm: device.gripLength,
    cuts: [...new Set(reach.places.filter((p) => (p.mask & bitOf(up)) !== 0 && p.feature >= 0).map((p) => p.feature))],
  }));
  const reasons = [
    `The part is round about ${round.axis.toUpperCase()}, ${speech.sizeWithUnit(round.diameter)} in diameter: gripped in ${device.name}, it is turned end for end once.`,
    'What is turned is turned on a lathe; this is for what is milled and drilled on its ends.',
    `Setup 1 cuts ${setups[0].cuts.slice(0, 5).map(nameOf).join(', ')}.`,
  ];
  return {
    setups,
    flips: 1,
    turns: 0,
    holdMm2: 0,
    // its axis is the same throughout; turned end for end the length comes between
    sizesBetween: setups.length > 1 ? 1 : 0,
    sameJawSide: null,
    jawsInWayMm: 0,
    about: { device, round },
    reasons,
  };
}
