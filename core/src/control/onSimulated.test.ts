import { createRequire } from 'node:module';
import fc from 'fast-check';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../../demo';
import { AXES, byAxis, type Vec3 } from '../frames';
import { ONE_COPY, type Job } from '../job';
import { Planner, registerUses, type PlannedJob } from '../plan';
import { REGISTERS, type Machine, type Shop } from '../shop';
import { SimulatedControl } from '../simulated';
import { loadKernel } from '../solid';
import { controlTexts, lookWhileLoaded } from '.';
import { held } from '../testing/holds';

const { parseStringSync } = createRequire(import.meta.url)('gcode-parser') as {
  parseStringSync(text: string): { words: [string, number][] }[];
};

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** The vane bearing block as a plain block of its size, so that no file is needed. */
const vane = (): Job => ({ ...vaneBearingBlockJob(), body: { block: { x: 110, y: 70, z: 38 } } });

function plan(job: Job, shop: Shop = demoShop): PlannedJob {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

/** A control of the job's machine, homed, with the lengths of its tools keyed in as the shop measures them. */
function controlOf(planned: PlannedJob): SimulatedControl {
  const control = new SimulatedControl({ machine: planned.machine! });
  control.home();
  control.keyIn({ common: planned.machine!.commonOffset });
  return control;
}

/** Runs a text to its end or next stop; throws with the control's own words. */
function run(control: SimulatedControl, text: string): void {
  control.load(text);
  const answer = control.cycleStart();
  if (!answer.ok) throw new Error(answer.says);
}

/** Where the spindle stands after `G0 X0 Y0` and Z0 with no length, register by register. */
function overZero(control: SimulatedControl, register: string): Vec3 {
  control.send('G21');
  control.send('G49');
  control.send('G90');
  control.send(register);
  control.send('G0 X0 Y0');
  control.send('G0 Z0');
  return control.read().machine;
}

/** Numbers of the G10 lines as a general G-code parser reads them. */
function parsed(text: string): Map<string, Vec3> {
  let scale = 1;
  const found = new Map<string, Vec3>();
  for (const { words } of parseStringSync(text)) {
    const of = (letter: string) => words.find(([l]) => l === letter)?.[1];
    if (words.some(([l, v]) => l === 'G' && v === 20)) scale = 25.4;
    if (of('G') === 10)
      found.set(
        REGISTERS[of('P')! - 1],
        byAxis((a) => of(a.toUpperCase())! * scale),
      );
  }
  return found;
}

const known: [string, () => { job: Job; shop: Shop }][] = [
  ['SK-1041, mm, measured station', () => ({ job: vane(), shop: demoShop })],
  ['SK-1041 in inches', () => ({ job: { ...vane(), units: 'inch' }, shop: demoShop })],
  [
    'SK-1007, inches, first setup touched off',
    () => {
      const job = sensorFootJob();
      job.setups[0].measured = { x: -150.2, y: -101.7, z: -140.05, from: 'a run' };
      return { job, shop: demoShop };
    },
  ],
  [
    'a common offset that stays',
    () => ({
      job: vane(),
      shop: {
        ...demoShop,
        machines: [{ ...demoShop.machines[0], commonOffset: { x: 1.5, y: -2, z: -40, why: 'riser block' } }],
      },
    }),
  ],
  [
    'further pieces and a second copy',
    () => {
      const job = vane();
      job.copies = { ...ONE_COPY, x: 2, gap: 12, cutter: 10 };
      job.setups = [{ ...job.setups[0], nextCopy: 'G59.2' }];
      held('vise', job.setups[0]).further = [{ id: 'piece-2', x: 300, y: 0, register: 'G58' }];
      return { job, shop: demoShop };
    },
  ],
];

test.each(known)('%s: the lines, run on the control, put the spindle over zero', (_name, make) => {
  const { job, shop } = make();
  const planned = plan(job, shop);
  const text = controlTexts(job, planned, 'ISSUE A').set;
  const control = controlOf(planned);
  run(control, text);
  const read = parsed(text);
  const uses = registerUses(planned);
  expect(uses.length).toBeGreaterThan(0);
  const rounding = job.units === 'mm' ? 0 : 0.00005 * 25.4;
  for (const use of uses) {
    const zero = use.facts!.zero.inMachine!;
    const at = overZero(control, use.register);
    for (const a of AXES) {
      expect(Math.abs(at[a] - zero[a])).toBeLessThanOrEqual(1e-6 + rounding);
      expect(Math.abs(read.get(use.register)![a] + planned.machine!.commonOffset[a] - at[a])).toBeLessThan(1e-9);
    }
  }
});

test('a tool tip meets a feeler on the touched face at the declared position, whichever way lengths are counted', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('spindle nose' as const, 'reference tool' as const, 'height setter' as const),
      fc.integer({ min: 0, max: 3 }),
      (by, thickness) => {
        const job = vane();
        const [setup] = job.setups;
        setup.lengths = { by, reference: 8, setterHeight: 50, setterOn: 12, active: true };
        setup.touchOff = { ...setup.touchOff, top: { with: 'cutter', tool: 5, thickness } };
        const planned = plan(job);
        const facts = planned.setups[0].facts!;
        const control = controlOf(planned);
        run(control, controlTexts(job, planned, 'A').set);
        const t5 = setup.tools.find((t) => t.number === 5)!;
        const t8 = setup.tools.find((t) => t.number === 8)!;
        // how each shop finds the number for H5: at the spindle nose, against T8, or where the tip meets the setter's
        // top
        const setterTop = demoShop.machines[0].stations[0].position!.z + 12 + 50;
        const h5 =
          by === 'spindle nose'
            ? t5.length!
            : by === 'reference tool'
              ? t5.length! - t8.length!
              : setterTop + t5.length!;
        control.keyIn({ lengths: { 5: h5 } });
        const top = facts.seat.loadedBox.max.z + demoShop.machines[0].stations[0].position!.z;
        control.send('G21');
        control.send('G54');
        control.send('G43 H5');
        control.send(`G53 G0 Z${(top + t5.length! + thickness).toFixed(6)}`);
        return Math.abs(control.read().work.z - facts.worksheet[2].declare!) < 1e-6;
      },
    ),
    { numRuns: 12 },
  );
});

test('a control without tool lengths: the register holds the length of the tool, so that the tip and not the spindle nose comes to zero', () => {
  const job = vane();
  const machine: Machine = { ...demoShop.machines[0], dialect: { ...demoShop.machines[0].dialect, lengthLine: '' } };
  const planned = plan(job, { ...demoShop, machines: [machine] });
  const control = controlOf(planned);
  const { set } = controlTexts(job, planned, 'A');
  run(control, set);
  const { facts, setup } = planned.setups[0];
  // T5 touches Z
  expect([setup.lengths.by, setup.lengths.reference]).toEqual(['reference tool', 5]);
  const nose = overZero(control, 'G54');
  expect(nose.z - 128.5).toBeCloseTo(facts!.zero.inMachine!.z, 6);
  expect(facts!.ledger.z.at(-1)).toMatchObject({ key: 'length', value: 128.5 });
  expect(facts!.ledger.z.reduce((sum, t) => sum + t.value!, 0)).toBeCloseTo(nose.z, 6);
  // a tool whose length is not known: nothing is written
  for (const t of job.setups[0].tools) t.length = null;
  expect(controlTexts(job, plan(job, { ...demoShop, machines: [machine] }), 'A').set).toMatch(
    /OP 10 G54 NOT KNOWN: LENGTH OF THE TOOL NOT GIVEN/,
  );
});

describe('the text that looks at each zero', () => {
  test('rises first, stops over every zero, above everything, and never moves sideways low', () => {
    const job = vane();
    const planned = plan(job);
    const { set, verify } = controlTexts(job, planned, 'ISSUE A');
    const control = controlOf(planned);
    run(control, set);
    control.keyIn({
      lengths: Object.fromEntries(job.setups.flatMap((s) => s.tools.map((t) => [t.number, t.length!]))),
    });
    control.send('G53 G0 X-300 Y-100');
    control.moves.length = 0;
    control.load(verify);
    // both setups use one station: each has its text, for while it is loaded
    for (const s of planned.setups) {
      control.load(lookWhileLoaded(job, planned, s.id, 'ISSUE A'));
      // the tool first
      expect(control.cycleStart()).toMatchObject({ ok: true, finished: false });
      expect(control.read().machine.z).toBe(0);
      expect(control.cycleStart()).toMatchObject({ ok: true, finished: false });
      const { work } = control.read();
      expect([work.x, work.y]).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)]);
      expect(work.z).toBeGreaterThan(s.facts!.seat.loadedBox.max.z - s.facts!.zero.shiftedInDevice.z + 20);
      expect(control.cycleStart()).toMatchObject({ ok: true, finished: true });
    }
    // with the optional stop on it waits over each zero before it goes down
    control.keyIn({ optionalStop: true });
    control.load(verify);
    control.cycleStart();
    control.cycleStart();
    expect(control.read()).toMatchObject({
      machine: { z: 0 },
      work: { x: expect.closeTo(0, 6), y: expect.closeTo(0, 6) },
    });
    const sideways = control.moves.filter((m) => Math.hypot(m.to.x - m.from.x, m.to.y - m.from.y) > 1e-6);
    for (const m of sideways) expect(Math.min(m.from.z, m.to.z)).toBe(0);
  });

  test('a machine without machine moves is told to rise by hand and stops before it goes anywhere', () => {
    const job = vane();
    const machine: Machine = {
      ...demoShop.machines[0],
      homing: { ...demoShop.machines[0].homing, homes: false },
      dialect: { ...demoShop.machines[0].dialect, riseLine: '', setLine: '', lengthLine: '' },
    };
    const { set, verify } = controlTexts(job, plan(job, { ...demoShop, machines: [machine] }), 'A');
    // after it was switched off its coordinates are others, so a measured station is of no use
    expect(set).toMatch(/OP 10 G54 NOT KNOWN: THE MACHINE CANNOT HOME\. TOUCH OFF/);
    const homing = { ...machine, homing: { ...machine.homing, homes: true } };
    expect(controlTexts(job, plan(job, { ...demoShop, machines: [homing] }), 'A').set).toMatch(/^\(KEY IN G54 X-\d/m);
    expect(set).not.toMatch(/^G10/m);
    const code = verify.split('\n').filter((l) => !l.startsWith('('));
    expect(code.slice(0, 6)).toEqual([
      'G21 (MILLIMETERS)',
      'G90',
      'M0',
      'M0 (IS G54 OF OP 10 TOUCHED OFF AND KEYED IN?)',
      'G54 (OP 10)',
      'G0 X0 Y0',
    ]);
  });
});

test('what is cleared is what was set, and nothing that another setup owns', () => {
  const job = { ...vane(), leaveAlone: ['G55' as const, 'G57' as const] };
  const planned = plan(job);
  const { set, clear } = controlTexts(job, planned, 'A');
  expect(set).toMatch(/OP 20 G55 LEFT ALONE/);
  const control = controlOf(planned);
  control.send('G10 L2 P2 X-5 Y-6 Z-7');
  run(control, set);
  expect(control.read().registers.G54.x).not.toBe(0);
  run(control, clear);
  expect(control.read().registers).toMatchObject({ G54: { x: 0, y: 0, z: 0 }, G55: { x: -5, y: -6, z: -7 } });
  expect(planned.findings.map((f) => f.code)).toContain('register-left-alone');
});

test('registers that were touched off and keyed in by hand are cleared as well', () => {
  const job = vane();
  for (const s of job.setups) s.station = 'station-b';
  const { set, clear } = controlTexts(job, plan(job), 'A');
  expect(set).not.toMatch(/^G10/m);
  expect(clear).toMatch(/^G10 L2 P1 X\+0\.000 Y\+0\.000 Z\+0\.000 \(OP 10 DONE\)/m);
});

test.each([
  ['semicolon', /^G10 L2 P1 X-\S+ Y-\S+ Z-\S+ ; OP 10 G54/m],
  ['none', /^G10 L2 P1 X-\S+ Y-\S+ Z-\S+$/m],
] as const)('comments as the control takes them: %s', (comments, pattern) => {
  const machine = {
    ...demoShop.machines[0],
    dialect: { ...demoShop.machines[0].dialect, comments, plusSign: 'left out' as const, decimalsMm: 4 },
  };
  const planned = plan(vane(), { ...demoShop, machines: [machine] });
  const { set } = controlTexts(vane(), planned, 'A');
  expect(set).toMatch(pattern);
  expect(set).toMatch(/X-467\.3500/);
  run(controlOf(planned), set);
});

test("every text sets absolute coordinates before it sets a register, and ends with the machine's end word", () => {
  const job = vane();
  const { set, verify, clear } = controlTexts(job, plan(job), 'A');
  for (const t of [set, verify, clear]) expect(t.trim().split('\n').at(-1)).toBe('M2');
  for (const t of [set, clear]) expect(t.indexOf('G90\n')).toBeGreaterThan(-1);
  for (const t of [set, clear]) expect(t.indexOf('G90\n')).toBeLessThan(t.indexOf('G10 '));
});

test('one text goes over those zeros only that can stand there at once', () => {
  const job = vane();
  const { verify } = controlTexts(job, plan(job), 'A');
  expect(verify).toMatch(/LOADED: OP 10\. OP 20 NOT HERE: LOOK WHEN LOADED/);
  expect(verify).not.toMatch(/^G55/m);
  job.setups[1].station = 'station-b';
  const both = controlTexts(job, plan(job), 'A').verify;
  expect(both).toMatch(/^G54 [^]*^G55 /m);
  // T5 looks at the first, T7 at the second: it stops for the change
  expect(both.match(/^M0 \(PUT T\d INTO THE SPINDLE\)$/gm)).toEqual([
    'M0 (PUT T5 INTO THE SPINDLE)',
    'M0 (PUT T7 INTO THE SPINDLE)',
  ]);
});
