import type { CauseCode } from '../run';
import { held } from './holds';
import { newBlank, type Job } from '../job';
import type { Planner } from '../plan';
import type { Shop } from '../shop';
import { readyToRun, SimulatedOperator, type Mistakes, type Ready } from './operator';
import { Dice } from './randomJobs';
import { opposite, type Axis } from '../frames';

/** A job in two setups on one vise, run with one mistake in it. */
export interface Mistaken {
  readonly code: CauseCode;
  /**
   * where in the guesses it was named; -1: not at all; null: the run did not stop, the mistake changes nothing it
   * looks at
   */
  readonly place: number | null;
}

interface Made {
  readonly code: CauseCode;
  readonly mistakes: Mistakes;
}

/** @param base a block in a vise, two setups; its numbers are replaced */
export function randomMistake(planner: Planner, shop: Shop, base: Job, seed: number): Mistaken {
  const dice = new Dice(seed);
  const ready = readyToRun(planner, randomBlock(dice, base), shop);
  const { code, mistakes } = dice.one(KINDS)(dice, ready, planner, shop);
  const { stopped } = new SimulatedOperator(ready, shop, mistakes, seed).runTo();
  return { code, place: stopped ? stopped.guesses.findIndex((g) => g.code === code) : null };
}

function randomBlock(dice: Dice, base: Job): Job {
  const units = dice.one(['mm', 'inch'] as const);
  const grain = units === 'mm' ? 0.25 : 25.4 / 32;
  const some = (low: number, high: number) => dice.whole(Math.ceil(low / grain), Math.floor(high / grain)) * grain;
  const allowance = {
    xMinus: some(1, 5),
    xPlus: some(1, 5),
    yMinus: some(1, 5),
    yPlus: some(1, 5),
    zMinus: some(1, 5),
    zPlus: some(1, 5),
  };
  const job: Job = structuredClone({
    ...base,
    units,
    body: { block: { x: some(90, 125), y: some(55, 90), z: some(34, 44) } },
    allowance,
    blank: newBlank(allowance),
  });
  for (const s of job.setups) {
    s.touchOff.side = {
      with: dice.one(['cutter', 'edge finder'] as const),
      diameter: some(5, 16),
      thickness: dice.one([0, some(0.75, 2)]),
    };
    s.touchOff.top = { ...s.touchOff.top, thickness: some(0.75, 2) };
    s.tools = s.tools.map((t) => ({ ...t, length: t.length === null ? null : some(90, 150) }));
    held('vise', s).softJaws.on = false;
    s.device = 'vise-150';
  }
  return job;
}

type Kind = (dice: Dice, ready: Ready, planner: Planner, shop: Shop) => Made;

const sideOf = (dice: Dice): Axis => dice.one(['x', 'y'] as const);
const keyed = (axis: Axis, by: (right: number) => number): Mistakes => ({
  keyedIn: (a, _, right) => (a === axis ? by(right) : right),
});
const touchesOf = ({ plan }: Ready, axis: Axis) => plan.setups[0].axes[['x', 'y', 'z'].indexOf(axis)].worksheet.touches;
const means = ({ planned }: Ready) => planned.setups[0].setup.touchOff.side;

/** The stock on a face that is touched in the first setup: finished level less raw one. */
function stockTouched(dice: Dice, ready: Ready): { readonly axis: Axis; readonly by: number } {
  const axis = dice.one(['x', 'y', 'z'] as const);
  const { seat } = ready.planned.setups[0].facts!;
  const side = touchesOf(ready, axis)[0].side > 0 ? 'max' : 'min';
  return { axis, by: seat.firstCopyBox[side][axis] - seat.loadedBox[side][axis] };
}

/** Half the tool left out or counted too often: so many halves, along the way the touched face looks. */
const radius =
  (code: CauseCode, times: number): Kind =>
  (dice, ready) => {
    const axis = sideOf(dice);
    return {
      code,
      mistakes: keyed(axis, (right) => right + (touchesOf(ready, axis)[0].side * times * means(ready).diameter) / 2),
    };
  };

/** Every mistake that can be made once; each written as what a hand does wrong, not as what the causes say of it. */
const KINDS: readonly Kind[] = [
  // the saw left nothing on the face that is touched: the finished level is where the raw one should be
  (dice, ready) => {
    const { axis, by } = stockTouched(dice, ready);
    return { code: 'wrong-body', mistakes: { displaced: { x: 0, y: 0, z: 0, [axis]: by } } };
  },
  (dice, ready) => {
    const { axis, by } = stockTouched(dice, ready);
    const sign = dice.one([1, -1]);
    return { code: 'wrong-body', mistakes: keyed(axis, (right) => right + sign * by) };
  },
  radius('radius-forgotten', 1),
  radius('radius-doubled', -1),
  radius('radius-wrong-side', 2),
  () => ({ code: 'feeler-forgotten', mistakes: { feelerForgotten: true } }),
  () => ({ code: 'length-not-active', mistakes: { reads: (ask, right) => (ask.id === 'length' ? 0 : right) } }),
  (_, ready) => {
    const h = ready.plan.setups[0].axes[2].length!;
    return { code: 'length-not-active', mistakes: keyed('z', (right) => right + h) };
  },
  (dice, ready) => {
    const { setup } = ready.planned.setups[0];
    const other = dice.one(setup.tools.filter((t) => t.number !== setup.touchOff.top.tool && t.length !== null));
    return {
      code: 'length-of-another-tool',
      mistakes: { reads: (ask, right) => (ask.id === 'length' ? other.length! : right) },
    };
  },
  (_, ready) => {
    const [a, b] = ready.planned.setups.map((s) => s.facts!.seat.locators.z.at);
    return { code: 'wrong-parallels', mistakes: { displaced: { x: 0, y: 0, z: b - a } } };
  },
  (dice) => {
    const axis = dice.one(['x', 'y', 'z'] as const);
    const factor = dice.one([25.4, 1 / 25.4]);
    return { code: 'unit', mistakes: keyed(axis, (right) => right * factor) };
  },
  (dice) => {
    const axis = dice.one(['x', 'y', 'z'] as const);
    const factor = dice.one([25.4, 1 / 25.4]);
    return {
      code: 'unit',
      mistakes: { reads: (ask, right) => (ask.axis === axis && ask.id.startsWith('touch') ? right * factor : right) },
    };
  },
  (dice) => {
    const axis = dice.one(['x', 'y', 'z'] as const);
    return { code: 'sign', mistakes: keyed(axis, (right) => -right) };
  },
  (dice, ready) => {
    const axis = dice.one(['x', 'y', 'z'] as const);
    const other = ready.plan.setups[1].planned[axis]!;
    return { code: 'other-register', mistakes: keyed(axis, () => other) };
  },
  (dice) => ({
    code: 'device-moved',
    mistakes: { displaced: { x: dice.one([-1, 1]) * (0.3 + 0.7 * dice.next()), y: 0, z: 0 } },
  }),
  (_, ready, planner, shop) => {
    const { up, right } = ready.planned.setups[1].setup.orientation;
    const wrong = structuredClone(ready.planned.setups.map((s) => s.setup));
    wrong[1].orientation = { up, right: opposite(right) };
    const job = { ...ready.job, setups: wrong };
    return { code: 'flipped', mistakes: { instead: readyToRun(planner, job, shop).bodies } };
  },
];
