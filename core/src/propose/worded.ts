/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import type { ProposedRoute, ProposeInput } from './types';

/** Why a route is proposed, in sentences. */
export function worded(
  route: ProposedRoute,
  fewest: number,
  { nameOf, speech, reach: { deepMm } }: ProposeInput,
): string[] {
  const count = route.setups.length;
  const reach = `${count} ${count === 1 ? 'setup reaches' : 'setups reach'} every face that can be reached`;
  const said = [count === fewest ? `${reach}; no fewer do.` : `${reach}; by direction alone ${fewest} would do.`];
  if (deepMm > 0)
    said.push(`Some walls lie deeper than usual cutters reach: one must reach ${speech.sizeWithUnit(deepMm)}.`);
  if (route.jawsInWayMm > 0) said.push("The vise's jaws are in the way of a cut: it needs another way of holding.");
  if (count > 1) {
    said.push(
      `${route.flips} ${route.flips === 1 ? 'flip' : 'flips'}, ${route.turns} quarter ${route.turns === 1 ? 'turn' : 'turns'}.`,
    );
    said.push(
      route.holdMm2 > 0
        ? `The first setup leaves ${speech.area(route.holdMm2)} of finished faces to hold and locate the second by.`
        : 'The second setup must be held by faces that are still raw.',
    );
    said.push(
      route.sameJawSide
        ? 'The same face stays against the fixed jaw.'
        : 'The face against the fixed jaw has to change.',
    );
    said.push(
      route.sizesBetween === 0
        ? 'Every setup is located by the same faces: no size of the part comes between what two of them cut.'
        : `${route.sizesBetween === 1 ? 'One size of the part comes' : `${route.sizesBetween} sizes of the part come`} between what two setups cut, with the tolerance on it.`,
    );
  }
  route.setups.forEach((s, i) => {
    if (s.cuts.length > 0)
      said.push(
        `Setup ${i + 1} cuts ${s.cuts.slice(0, 5).map(nameOf).join(', ')}${s.cuts.length > 5 ? ` and ${s.cuts.length - 5} more` : ''}.`,
      );
  });
  return said;
}
