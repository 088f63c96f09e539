import { finding, type Finding, type Told } from '../../findings';
import type { WayFacts } from '..';
import { capital } from '../../units';

/** Room wanted between a tool that turns and what stands there (common practice, no source). */
const WANTED_MM = 2;

/** "strap 1", "piece 2", but "the fixed jaw". */
const named = (obstacle: string) => (/\d/.test(obstacle) ? obstacle : `the ${obstacle}`);

/** Nothing may stand where the tool or its holder comes. */
export function wayClear(way: WayFacts, told: Told): Finding[] {
  const { speech } = told;
  const found = way.gaps
    .filter((g) => g.gapMm < WANTED_MM)
    .slice(0, 4)
    .map((g) => {
      const place = `at X ${speech.signed(g.at[0])} Y ${speech.signed(g.at[1])}`;
      const numbers = { gapMm: g.gapMm, x: g.at[0], y: g.at[1], topMm: g.obstacleTop };
      const what =
        g.what === 'tool'
          ? `the ${speech.sizeWithUnit(g.acrossMm)} tool`
          : `the holder, ${speech.sizeWithUnit(g.acrossMm)} across,`;
      if (g.gapMm <= 1e-6) {
        return finding(told, 'prove/in-the-way', 'stop', {
          says: `${capital(named(g.obstacle))} is in the way: ${what} can come to it ${place}; it stands up to Z ${speech.signed(g.obstacleTop)}.`,
          numbers,
          because: 'Along the outline and at the depth of this cut the tool sweeps over that place.',
          remedy:
            g.what === 'tool'
              ? 'Move it away from the cut, make it lower, or cut that place in another setup.'
              : 'Let the tool stick out further, or take a slimmer holder.',
        });
      }
      return finding(told, 'prove/little-room', 'caution', {
        says: `Only ${speech.sizeWithUnit(g.gapMm)} between ${what} and ${named(g.obstacle)} ${place}.`,
        numbers,
        because: `A small error in the setup lets them touch; ${speech.sizeWithUnit(WANTED_MM)} are wanted.`,
        remedy: 'Move it a little further from the cut.',
      });
    });
  return [...found, ...passing(way, told), ...stickOut(way, told)];
}

function passing(way: WayFacts, told: Told): Finding[] {
  if (way.passesThrough.length === 0) return [];
  return [
    finding(told, 'prove/cutter-passes-fastener', 'note', {
      says: `The cutter may pass through ${way.passesThrough.join(', ')}.`,
      numbers: { fasteners: way.passesThrough.length },
      because: 'They are made so that it may.',
      remedy: 'Nothing is to be done; wear the guard.',
    }),
  ];
}

function stickOut(way: WayFacts, told: Told): Finding[] {
  const { stickOutNeededMm: needed, shortestStickOutMm: has } = way;
  if (needed === null || has === null || has >= needed - 1e-6) return [];
  return [
    finding(told, 'prove/stick-out-too-short', 'stop', {
      says: `The tool sticks out ${told.speech.sizeWithUnit(has)}; ${told.speech.sizeWithUnit(needed)} are needed so that the holder stays above part and device.`,
      numbers: { hasMm: has, neededMm: needed },
      because: 'At the lowest cut the holder comes down on what stands there.',
      remedy: `Let it stick out ${told.speech.sizeWithUnit(needed - has)} more, or take a slimmer holder.`,
    }),
  ];
}
