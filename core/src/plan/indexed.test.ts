import { demoShop } from '../../../demo';
import { newBlank, newHold, newJob, nextSetup, oneCut, type Job, type Setup } from '../job';
import { remediesOf } from '../remedy';
import { loadKernel } from '../solid';
import { speechIn } from '../units';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** A bar of 200 × 40 × 40 with stock above, on a rotary axis: one side cut, then turned by a quarter. */
function jobOf(cut: number, stays: boolean): Job {
  const stock = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 2 };
  const begun: Job = {
    ...newJob(
      { number: '1', part: 'Bar', units: 'mm', material: 'EN AW-6082 T6' },
      { block: { x: 200, y: 40, z: 40 } },
    ),
    machine: 'mill-1',
    allowance: stock,
    blank: newBlank(stock),
  };
  const base = nextSetup(begun, 'one', [], { device: 'rotary-1', hold: newHold('round', { tailstock: true }) });
  const one: Setup = { ...base, cuts: oneCut(cut) };
  const two: Setup = {
    ...structuredClone(one),
    ...{ id: 'two', op: 20, register: 'G55', orientation: { up: '+y', right: '+x' }, cuts: oneCut(0) },
    hold: newHold('round', { tailstock: true, stays }),
  };
  return { ...begun, setups: [one, two] };
}

function planned(cut: number, stays: boolean) {
  const found = planner.plan({ job: jobOf(cut, stays), shop: demoShop, bodies: () => null });
  if (!found.ok) throw new Error(found.problem);
  return found.value;
}

test('what is cut where it is gripped lies, as drawn, elsewhere than the axis turns it to: told with how far', () => {
  const faced = planned(0, true);
  const [mend] = remediesOf(
    faced.findings.find((f) => f.code === 'cut-where-gripped')!,
    { ...{ planned: faced, job: jobOf(0, true), shop: demoShop, speech: speechIn('mm') } },
  );
  expect(mend.says).toBe('Op 20 grips it');
  expect(mend.put(jobOf(0, true))).toEqual(jobOf(0, false));
  // the jaws grip 42 high and close to 40 in the drawing: their middle goes 1 down
  expect(faced.findings.find((f) => f.code === 'cut-where-gripped')).toMatchObject({
    level: 'stop',
    op: 20,
    says: 'What the jaws grip was cut since Op 10, or its spacer is another: the part is drawn 1.000 mm from where the axis turns it to.',
  });
  expect(planned(0, false).findings.some((f) => f.code === 'cut-where-gripped')).toBe(false);
  // with the stock still on it nothing has moved
  expect(planned(-2, true).findings.some((f) => f.code === 'cut-where-gripped')).toBe(false);
});

test('gripped anew it is no index: hands turn it, and it has a step for every jaw', () => {
  const anew = planned(-2, false);
  expect(anew.setups[1].indexed).toBeUndefined();
  expect(anew.transitions[0].facts.says).not.toContain('axis to');
  const turned = planned(-2, true);
  expect(turned.setups[1].indexed).toMatchObject({ from: 0, degrees: 90, programmed: -90 });
  expect(turned.transitions[0].facts).toMatchObject({
    moves: [],
    says: expect.stringContaining('axis to A \u221290.000'),
  });
});
