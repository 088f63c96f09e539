import { apply } from '../frames';
import { holesOf, inBores, isUpright, type DowelProblem, type DowelsHere, type Spot } from '../dowels';
import { isHoldIn, standsWhere, type Job, type Setup } from '../job';
import type { PlannedSetup } from './planned';

/** The dowels of the job as a setup has them that is put onto them; null: it is not. @param before setups before it */
export function dowelsHere(
  { dowels, setups }: Pick<Job, 'dowels' | 'setups'>,
  setup: Setup,
  before: readonly PlannedSetup[],
): DowelsHere | null {
  const { hold } = setup;
  if (!isHoldIn('flat', hold) || !hold.dowels) return null;
  const none: DowelsHere = {
    holes: [],
    stands: null,
    drilledAt: null,
    op: null,
    plusMinus: null,
    anew: false,
    problem: 'no pattern',
  };
  if (!dowels || dowels.holes.length < 2) return none;
  const holes = holesOf(dowels);
  const areBores = inBores(holes);
  const index = areBores ? -1 : before.findIndex((s) => s.id === dowels.drilledIn);
  const drilledAt = index < 0 ? null : index;
  const drilling = drilledAt === null ? null : before[drilledAt];
  const isLater = !areBores && dowels.drilledIn !== null && setups.some((s) => s.id === dowels.drilledIn) && !drilling;
  const anew = (drilling?.setup.touchOff.everyPart ?? false) || (drilling?.facts?.locating.byHand.length ?? 0) > 0;
  const here = { anew, holes, drilledAt, op: drilling?.op ?? null, plusMinus: dowels.plusMinus };
  const wrong = (problem: DowelProblem): DowelsHere => ({ ...here, stands: null, problem });
  if (!isUpright(dowels, setup.orientation)) return wrong('askew');
  if (isLater) return wrong('drilled later');
  if (hold.dowels.in === 'own' || areBores) return { ...here, stands: null, problem: null };
  if (!drilling?.facts || !isUpright(dowels, drilling.setup.orientation)) return wrong('not drilled');
  if (!standsWhere(drilling.setup, setup)) return wrong('other device');
  const { pose } = drilling.facts.seat;
  const stands = holes.map(({ at }): Spot => {
    const { x, y } = apply(pose, at);
    return { x, y };
  });
  return { ...here, stands, problem: null };
}
