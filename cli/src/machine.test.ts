import { createRequire } from 'node:module';
import { AXES, byAxis, vec, type Vec3 } from '@violet-jaw/core/frames';
import { controlTexts } from '@violet-jaw/core/control';
import { registerUses } from '@violet-jaw/core/plan';
import { bodiesOf, runPlan } from '@violet-jaw/core/run';
import { REGISTERS } from '@violet-jaw/core/shop';
import { SimulatedControl } from '@violet-jaw/core/simulated';
import { SimulatedOperator } from '@violet-jaw/core/testing/operator.ts';
import { held } from '../../core/src/testing/holds';
import { demoJob } from './testing/demoJob';

const { parseStringSync } = createRequire(import.meta.url)('gcode-parser') as {
  parseStringSync(text: string): { words: [string, number][] }[];
};

/** Where a demo job whose first station is not measured was touched off; null: its station is measured. */
const touchedOff: Record<string, Vec3 | null> = {
  'vane-bearing-block': null,
  'louver-frame': null,
  'd-window': null,
  'louver-both-sides': null,
  'sensor-foot': vec(-150.4, -110.2, -190.6),
  'float-guide': vec(-520.35, -310.15, -460.2),
  'boom-tube': null,
  'vane-side-hole': vec(-440.2, -250.6, -400.4),
  'insulator-plate': vec(320.5, 410.25, -120.75),
};

test.each(Object.entries(touchedOff))(
  '%s: its lines, run on the simulated control, put the spindle over every zero; a general G-code parser reads the same numbers',
  async (name, touched) => {
    const { job, planned } = await demoJob(name, (j, shop) => {
      if (touched) j.setups[0].measured = { ...touched, from: 'a touch-off' };
      // the jet cannot home and has its registers keyed in by hand: for the proof it is given a line
      for (const m of shop.machines) m.dialect.setLine = 'G10 L2 P{p} X{x} Y{y} Z{z}';
    });
    const { set } = controlTexts(job, planned, 'ISSUE A');
    const control = new SimulatedControl({
      machine: { ...planned.machine!, homing: { ...planned.machine!.homing, homes: true } },
    });
    control.home();
    control.load(set);
    expect(control.cycleStart()).toEqual({ ok: true, says: '', finished: true });
    const words = parseStringSync(set.replace(/;.*$/gm, ''));
    const uses = registerUses(planned);
    expect(uses.length).toBeGreaterThanOrEqual(planned.setups.length);
    const scale = job.units === 'inch' ? 25.4 : 1;
    // to the last digit written: 1e-6 where the plan has no finer one
    const within = job.units === 'inch' ? 0.00005 * 25.4 + 1e-6 : 1e-6;
    for (const use of uses) {
      control.send('G21');
      control.send('G90');
      control.send('G49');
      control.send(use.register);
      control.send('G0 X0 Y0');
      control.send('G0 Z0');
      const { machine } = control.read();
      const line = words.find((l) =>
        l.words.some(([k, v]) => k === 'P' && v === REGISTERS.indexOf(use.register) + 1),
      )!.words;
      // a control without lengths has that of its tool in the register: its tip comes to zero
      const tip = planned.machine!.dialect.lengthLine === '' ? planned.setups[0].setup.tools[0].length! : 0;
      for (const a of AXES) {
        expect(Math.abs(machine[a] - (a === 'z' ? tip : 0) - use.facts!.zero.inMachine![a])).toBeLessThanOrEqual(
          within,
        );
        expect(line.find(([k]) => k === a.toUpperCase())![1] * scale).toBeCloseTo(machine[a], 9);
      }
    }
  },
);

test('a bore of the STEP part, touched left, right, front and rear on the simulated control, gives the zero of the plan', async () => {
  const first = await demoJob('vane-bearing-block');
  const bore = first.planned.part.features.features.find((f) => f.kind === 'bore' && Math.abs(f.diameter - 42) < 1e-6)!;
  const { shop, job, planned, planner } = await demoJob('vane-bearing-block', (j) => {
    // bored through in the first setup, nothing left over it
    j.allowance.zMinus = 0;
    j.setups[0].cuts[0].below = 38;
    const [, second] = j.setups;
    held('vise', second).softJaws.on = false;
    second.touchOff = { ...second.touchOff, x: { bore: bore.id }, y: { bore: bore.id } };
  });
  const plan = runPlan({ job, planned, letter: 'A' });
  const [x, y] = plan.setups[1].axes;
  expect([x.worksheet.how, y.worksheet.how]).toEqual(['bore', 'bore']);
  expect(x.worksheet.says).toMatch(/bore ⌀42.*left and right.*go to the middle of the two readings/);
  const operator = new SimulatedOperator(
    { job, planned, plan, bodies: bodiesOf(planner.solids!, planned.setups) },
    shop,
  );
  const state = operator.runTo();
  expect(state.stopped?.guesses ?? []).toEqual([]);
  expect(state.finished).toBe(true);
  const zero = state.zeros[1];
  // the bore is read as chords: its wall lies within a hundredth of a millimeter of the circle
  for (const a of ['x', 'y'] as const) expect(Math.abs(zero.measured[a]! - zero.planned[a]!)).toBeLessThan(0.01);
  expect(byAxis((a) => zero.planned[a] ?? NaN)).toEqual(planned.setups[1].facts!.zero.inMachine);
}, 120_000);
