import { finding, type Finding, type Told } from '../../findings';
import { capital } from '../../units';
import { POSITION_SAYS, type Hit, type SafePath } from '../safeMoves';

/** The moves from return and tool-change positions to the first position, and back. */
export function movesClear(paths: readonly SafePath[], told: Told): Finding[] {
  const { sizeWithUnit } = told.speech;
  return paths.flatMap(({ from, straight, riseFirst, thereItself }) => {
    if (thereItself) {
      return [
        finding(told, 'prove/position-not-clear', 'stop', {
          says: `At ${POSITION_SAYS[from]} the longest tool stands in the ${thereItself.name}, ${sizeWithUnit(thereItself.byMm)} below its top.`,
          numbers: { belowTopMm: thereItself.byMm },
          because: 'It would be driven down into it, or across through it.',
          remedy: 'Use another station, lower holding or a shorter tool, or enter a position that is clear.',
        }),
      ];
    }
    if (riseFirst) {
      return [
        finding(told, 'prove/rise-not-enough', 'stop', {
          says: `Between ${POSITION_SAYS[from]} and the first position the longest tool runs into the ${riseFirst.name}, ${sizeWithUnit(riseFirst.byMm)} below its top, even with Z at the end of its travel.`,
          numbers: { belowTopMm: riseFirst.byMm },
          because: 'There is no height at which this tool passes over it.',
          remedy: 'Use a shorter tool or lower holding, or move the position so that the way does not lead over it.',
        }),
      ];
    }
    return straight
      ? [
          finding(told, 'prove/straight-move-hits', 'note', {
            says: `${capital(POSITION_SAYS[from])}: a straight move to the first position, or back, would run into the ${straight.name}, ${sizeWithUnit(straight.byMm)} below its top. Z first, then across: that way is clear.`,
            numbers: { belowTopMm: straight.byMm },
            because: 'Moving all axes at once takes the straight line.',
            remedy:
              'Rise first, in machine coordinates, as the lines of this job do; see that the program does as well.',
          }),
        ]
      : [];
  });
}

/** A way between two zeros that stand on the machine at once, which no height clears. */
export interface BlockedWay {
  readonly to: string;
  readonly hit: Hit;
}

/** The way from zero to zero, Z at the end of its travel. */
export function zerosClear(blocked: readonly BlockedWay[], told: Told): Finding[] {
  return blocked.map(({ to, hit }) =>
    finding(told, 'prove/way-between-zeros-blocked', 'stop', {
      says: `From this zero to that of ${to} the longest tool runs into the ${hit.name}, ${told.speech.sizeWithUnit(hit.byMm)} below its top, even with Z at the end of its travel.`,
      numbers: { belowTopMm: hit.byMm },
      because: 'The lines that look at the zeros, and any program that works at both, go that way.',
      remedy: 'Use a shorter tool or lower holding, or other stations.',
    }),
  );
}

/** What the safe moves cannot be proven without. */
export function movesNotProven(missing: readonly string[], told: Told): Finding[] {
  if (missing.length === 0) return [];
  return [
    finding(told, 'prove/safe-moves-not-proven', 'note', {
      says: `The moves between return position and part are not proven: ${missing.join(', ')}.`,
      numbers: {},
      because: 'The straight lines need both ends and the longest tool.',
      remedy: 'Enter what is missing, or watch the first approach with the hand on feed hold.',
    }),
  ];
}
