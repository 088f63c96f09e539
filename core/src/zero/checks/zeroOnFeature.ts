import { finding, type Finding, type Told } from '../../findings';
import type { PlaceProblem } from '..';

/**
 * A zero on a face or bore needs one that lies square to the axis; one that is gone is told by the part's own check.
 */
export function zeroOnFeature(
  problems: readonly PlaceProblem[],
  nameOf: (id: string) => string,
  told: Told,
): Finding[] {
  return problems
    .filter((p) => p.why === 'direction')
    .map((p) =>
      finding(told, 'zero/zero-feature-gives-no-place', 'stop', {
        says: `Zero in ${p.axis.toUpperCase()} is to be on ${nameOf(p.featureId)}, which gives no place along ${p.axis.toUpperCase()} the way the part lies.`,
        numbers: {},
        because: 'A face gives the coordinate it is square to, a bore the two across its axis.',
        remedy: `Choose a face square to ${p.axis.toUpperCase()}, a bore across it, or an edge of the part.`,
      }),
    );
}
