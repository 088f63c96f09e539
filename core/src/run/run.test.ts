import { demoShop } from '../../../demo';
import type { HandCheck } from '../job';
import { Planner } from '../plan';
import { loadKernel } from '../solid';
import { declaredAt as declare, readyToRun, SimulatedOperator, type Mistakes, type Ready } from '../testing/operator';
import { plainVane as vane } from '../testing/plainVane';
import { controlTexts, lookWhileLoaded } from '../control';
import { sumOf } from '../ledger';
import { buildSheet } from '../sheet';
import { SimulatedControl } from '../simulated';
import { readingsInWords, standingAt, runHistory, runState } from '.';
import { held } from '../testing/holds';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const ready = (job = vane()): Ready => readyToRun(planner, job, demoShop);
const operator = (mistakes?: Mistakes, r = ready()) => new SimulatedOperator(r, demoShop, mistakes);

test('an operator who makes no mistake comes to the end, and the zeros found are those planned', () => {
  const o = operator();
  const state = o.runTo();
  expect(state).toMatchObject({ finished: true, stopped: null });
  for (const zero of state.zeros) {
    for (const a of ['x', 'y', 'z'] as const) expect(zero.measured[a]).toBeCloseTo(zero.planned[a]!, 6);
  }
});

test('the order of the work: machine, then each setup, with hands last at the transition', () => {
  const { plan } = ready();
  expect(plan.steps.map((s) => s.kind)).toEqual([
    'machine',
    // the tools, then the setup
    'prepare',
    'prepare',
    'load',
    'touch',
    'touch',
    'touch',
    'keyIn',
    'verify',
    'dryRun',
    'firstCut',
    'firstPart',
    'series',
    'transition',
    'prepare',
    'touch',
    'touch',
    'touch',
    'load',
    'keyIn',
    'verify',
    'dryRun',
    'firstCut',
    'firstPart',
    'series',
    'clear',
    'putAway',
  ]);
  const transition = plan.steps.find((s) => s.kind === 'transition')!;
  expect(transition.asks.map((a) => a.id)).toEqual(['spindle', 'tool', 'hands']);
  expect(transition.says[0]).toMatch(/^Stop the spindle, put the tool away/);
  expect(plan.steps.find((s) => s.id === 'op-10/prepare')!.says.join(' ')).toMatch(/At hand: coolant, flood/);
});

test('a single part has no further parts; at the end the registers are cleared with the lines of the issue', () => {
  const job = vane('mm', (j) => {
    j.quantity = 1;
  });
  const { plan, planned } = ready(job);
  expect(plan.steps.map((s) => s.kind)).not.toContain('series');
  expect(plan.steps.find((s) => s.kind === 'clear')!.lines).toBe(controlTexts(job, planned, 'ISSUE A').clear);
});

test('further loads are counted by what one load makes, and each is looked at before its start', () => {
  const job = vane('mm', (j) => {
    j.quantity = 7;
    j.copies = { ...j.copies, x: 2 };
    j.setups = [{ ...j.setups[0], nextCopy: 'G58' }];
  });
  const series = ready(job).plan.steps.find((s) => s.kind === 'series')!;
  expect(series.says.join(' ')).toMatch(/3 more loads of 2 parts for 7 in all\.$/);
  expect(series.asks.map((a) => a.label)).toEqual([
    expect.stringMatching(/^Every part lay this way: /),
    'Every part was tried by hand before the start: it did not move',
    'All 7 have been through Op 10',
  ]);
});

test('what is touched is drawn bold where its worksheet has it', () => {
  const r = ready();
  for (const [i, setup] of r.plan.setups.entries()) {
    const { shiftedInDevice } = r.planned.setups[i].facts!.zero;
    for (const { worksheet, touched } of setup.axes) {
      expect(touched).toHaveLength(worksheet.touches.length);
      for (const [n, t] of worksheet.touches.entries()) {
        const line = touched![n];
        if (line.kind !== 'line') throw new Error('not a line');
        const [from, to] = line.points;
        const level = t.face + shiftedInDevice[worksheet.axis];
        // X stands upright in the view from above; Y and Z lie
        if (worksheet.axis === 'x') expect([from[0], to[0]]).toEqual([level, level]);
        else expect([from[1], to[1]]).toEqual([level, level]);
      }
    }
  }
});

describe('looking from above', () => {
  test('in a run goes over the zeros of its own setup only: the others may not be keyed in yet', () => {
    const { plan } = ready();
    const [first, second] = plan.steps.filter((s) => s.kind === 'verify').map((s) => s.lines!);
    expect(first).toMatch(/^G54 /m);
    expect(first).not.toMatch(/^G55/m);
    expect(second).toMatch(/^G55 /m);
    expect(second).not.toMatch(/^G54 /m);
  });

  test.each([0, 1])('the lines for while a setup is loaded stay above what stands there (setup %i)', (loaded) => {
    // the first setup stands 50 higher on the same station than the second
    const job = vane('mm', (j) => {
      held('vise', j.setups[0]).parallels.height = 44;
      held('vise', j.setups[1]).parallels.height = 6;
    });
    const r = ready(job);
    const { set } = controlTexts(job, r.planned, 'ISSUE A');
    const verify = lookWhileLoaded(job, r.planned, r.planned.setups[loaded].id, 'ISSUE A');
    const control = new SimulatedControl({ machine: demoShop.machines[0] });
    control.home();
    control.keyIn({ lengths: { 5: 128.5, 7: 128.5 } });
    for (const line of set.trim().split('\n')) expect(control.send(line)).toEqual({ ok: true, says: '' });
    control.tool = { radius: 8, length: 128.5 };
    control.bodies = standingAt(r.bodies[loaded].bodies, r.bodies[loaded].position!);
    control.load(verify);
    // the stop for the tool, then the one over zero
    expect(control.cycleStart()).toMatchObject({ ok: true, finished: false });
    expect(control.cycleStart()).toMatchObject({ ok: true, finished: false });
    expect(control.read().active).toBe(r.planned.setups[loaded].register);
    expect(control.trueTip().z).toBeLessThan(control.build.travel.z.max - 128.5);
    expect(control.cycleStart()).toMatchObject({ ok: true, finished: true });
  });

  test('asks whether a register that the plan does not know is keyed in, before it goes there', () => {
    const { plan } = ready(
      vane('mm', (j) => {
        for (const s of j.setups) s.station = 'station-b';
      }),
    );
    expect(plan.steps.find((s) => s.kind === 'verify')!.lines).toMatch(
      /^M0 \(IS G54 OF OP 10 TOUCHED OFF AND KEYED IN\?\)\nG54 /m,
    );
  });
});

test('the register of the second copy is read back as well, and a wrong one stops the run', () => {
  const job = vane('mm', (j) => {
    j.copies = { ...j.copies, x: 2 };
    j.setups = [{ ...j.setups[0], nextCopy: 'G58' }];
  });
  const r = ready(job);
  const step = r.plan.steps.find((s) => s.kind === 'keyIn')!;
  const by = r.planned.blank.copies[1].by;
  expect(step.asks.map((a) => a.label)).toEqual([
    'G54 X, mm',
    'G54 Y, mm',
    'G54 Z, mm',
    'G58 X, mm',
    'G58 Y, mm',
    'G58 Z, mm',
  ]);
  expect(by.x).toBeGreaterThan(100);
  const o = operator({}, r);
  o.runTo((s) => s.kind === 'keyIn');
  const right = o.answer(step);
  expect(Number(right['G58-x']) - Number(right['register-x'])).toBeCloseTo(by.x, 9);
  expect(
    o
      .send({ kind: 'answer', values: { ...right, 'G58-x': right['register-x'] } })
      .stopped!.judged.filter((j) => !j.inLimit)
      .map((j) => j.ask.id),
  ).toEqual(['G58-x']);
  o.send({ kind: 'again' });
  expect(o.send({ kind: 'answer', values: right }).stopped).toBeNull();
});

describe('a wrong reading', () => {
  const stopped = () => {
    const o = operator({ reads: (ask, right) => (ask.axis === 'x' && ask.id === 'touch-1' ? right + 0.25 : right) });
    o.runTo();
    return o;
  };

  test('stops, with target, reading and difference', () => {
    const { state } = stopped();
    expect(state.stopped!.judged[0]).toMatchObject({ difference: expect.closeTo(0.25, 6), inLimit: false });
    expect(state.zeros[0].measured.x! - state.zeros[0].planned.x!).toBeCloseTo(0.25, 6);
  });

  test('is taken again, and the run goes on', () => {
    const o = stopped();
    expect(o.send({ kind: 'again' })).toMatchObject({ stopped: null });
    o.send({ kind: 'answer', values: { 'touch-1': o.state.zeros[0].planned.x! + declare(o.ready, 'x').declare! } });
    expect(o.state.stopped).toBeNull();
    expect(o.step!.id).toBe('op-10/touch/y');
  });

  test('is accepted with a reason; then the measured zero takes the place of the planned one, also for the next setup on the station', () => {
    const o = stopped();
    o.send({ kind: 'accept', reason: 'the vise was moved this morning' });
    const zero = o.state.zeros[1];
    expect(zero.target.x! - zero.planned.x!).toBeCloseTo(0.25, 6);
    expect(zero.movedBy).toBe('Op 10 of this run');
    expect(zero.target.y).toBeCloseTo(zero.planned.y!, 9);
  });

  test.each([
    ['stays there', 'vise-150', 0.25, 'Op 10 of this run'],
    ['gets other jaws in between', 'vise-150-soft', 0, null],
    ['makes room for another in between', 'vise-4in', 0, null],
  ])('tells later setups where the vise stands while it %s', (_, between, by, told) => {
    const job = vane('mm', (j) => {
      j.setups.push({ ...structuredClone(j.setups[1]), id: 'op-30', op: 30, register: 'G56' });
      j.setups[1].device = between;
    });
    const o = operator(
      { reads: (ask, right) => (ask.axis === 'x' && ask.id === 'touch-1' ? right + 0.25 : right) },
      ready(job),
    );
    o.runTo();
    o.send({ kind: 'accept', reason: 'the vise was moved this morning' });
    const zero = o.state.zeros[2];
    expect(zero.target.x! - zero.planned.x!).toBeCloseTo(by, 6);
    expect(zero.movedBy).toBe(told);
  });

  test('nothing else than an answer to the step in hand changes the run', () => {
    const o = stopped();
    const events = [
      ...o.events,
      { id: 'x', at: '', stepId: 'op-20/load', kind: 'answer' as const, values: { loaded: true } },
      { id: 'y', at: '', stepId: 'run/machine', kind: 'again' as const },
    ];
    expect(runState(o.ready.plan, events)).toEqual(o.state);
  });
});

describe('going back', () => {
  test('does the step before once more, and forgets what followed from it', () => {
    const o = operator();
    o.runTo((s) => s.id === 'op-10/verify');
    expect(o.state.zeros[0].measured.z).not.toBeNull();
    for (const before of ['op-10/keyIn', 'op-10/touch/z', 'op-10/touch/y']) {
      o.send({ kind: 'back' });
      expect(o.step!.id).toBe(before);
    }
    expect(o.state.zeros[0].measured).toMatchObject({ x: expect.any(Number), y: null, z: null });
    expect(o.state.done.has('op-10/keyIn')).toBe(false);
    expect(o.runTo().finished).toBe(true);
  });

  test('goes out of a stop too, forgets an acceptance, and stays at the first step', () => {
    const o = operator({ reads: (ask, right) => (ask.axis === 'x' && ask.id === 'touch-1' ? right + 0.25 : right) });
    o.runTo();
    o.send({ kind: 'accept', reason: 'the vise was moved' });
    expect([...o.state.accepted.keys()]).toEqual(['op-10/touch/x']);
    o.send({ kind: 'back' });
    expect(o.state.accepted.size).toBe(0);
    o.runTo();
    expect(o.state.stopped).not.toBeNull();
    expect(o.send({ kind: 'back' })).toMatchObject({ stopped: null });
    expect(o.step!.id).toBe('op-10/load');
    for (let i = 0; i < 5; i++) o.send({ kind: 'back' });
    expect(o.step!.id).toBe('run/machine');
    expect(o.state.done.size).toBe(0);
  });
});

test('the history of a run says who answered what against what was expected then, and what came of it', () => {
  const o = operator({ reads: (ask, right) => (ask.axis === 'x' && ask.id === 'touch-1' ? right + 0.25 : right) });
  o.runTo();
  o.send({ kind: 'again' });
  o.runTo();
  o.send({ kind: 'accept', reason: 'the vise was moved' });
  const late = { id: 'late', at: '', stepId: 'run/machine', kind: 'again' as const };
  const rows = runHistory(
    o.ready.plan,
    [...o.events, late].map((e) => ({ ...e, by: 'Operator' })),
  );
  expect(rows.map((r) => r.outcome)).toEqual([
    'passed',
    'passed',
    'passed',
    'passed',
    'stopped',
    'again',
    'stopped',
    'accepted',
    'late',
  ]);
  expect(rows[4]).toMatchObject({
    title: 'Op 10: touch off X',
    because: expect.stringMatching(/\S/),
    readings: [{ difference: expect.closeTo(0.25, 6), inLimit: false }],
  });
  expect(rows[7].because).toBe('the vise was moved');
  const step = o.ready.plan.steps.find((s) => s.id === 'op-10/touch/x')!;
  expect(readingsInWords(o.ready.plan, step, { 'touch-1': -467.35 })).toMatch(
    /^Machine X at the sawn left face, mm \u2212467\.350$/,
  );
});

test('a common offset that stays is taken off every register, and the readings are expected with it', () => {
  const shop = {
    ...demoShop,
    machines: [{ ...demoShop.machines[0], commonOffset: { x: 1.5, y: -2, z: -40, why: 'riser block' } }],
  };
  const r = readyToRun(planner, vane(), shop);
  const plain = ready();
  for (const [i, setup] of r.plan.setups.entries()) {
    expect(setup.planned).toEqual({
      x: expect.closeTo(plain.plan.setups[i].planned.x! - 1.5, 9),
      y: expect.closeTo(plain.plan.setups[i].planned.y! + 2, 9),
      z: expect.closeTo(plain.plan.setups[i].planned.z! + 40, 9),
    });
    for (const a of ['x', 'y', 'z'] as const)
      expect(sumOf(r.planned.setups[i].facts!.ledger[a])).toBeCloseTo(setup.planned[a]!, 9);
  }
  const o = new SimulatedOperator(r, shop);
  const state = o.runTo();
  expect(state).toMatchObject({ finished: true });
  for (const zero of state.zeros)
    for (const a of ['x', 'y', 'z'] as const) expect(zero.measured[a]).toBeCloseTo(zero.planned[a]!, 6);
  // what the control then shows over zero of the part
  const { zero } = r.planned.setups[1].facts!;
  const at = state.zeros[1].measured;
  o.control.keyIn({ registers: { ...o.control.read().registers, G55: { x: at.x!, y: at.y!, z: at.z! } } });
  for (const line of ['G21', 'G49', 'G90', 'G55', `G53 G0 Z0`, 'G0 X0 Y0']) expect(o.control.send(line).ok).toBe(true);
  expect(o.control.read().machine).toMatchObject({
    x: expect.closeTo(zero.inMachine!.x, 6),
    y: expect.closeTo(zero.inMachine!.y, 6),
  });
  expect(o.control.read().work.z).toBeCloseTo(0 - zero.inMachine!.z, 6);
  // a zero touched off in one setup carries over to the next: nothing is counted twice
  expect(state.zeros[1].target.z).toBeCloseTo(state.zeros[1].planned.z!, 6);
  expect(
    buildSheet({ job: vane(), planned: r.planned, outlines: null, shop, issue: { letter: 'A', on: '2026-11-25' } })
      .setups[0].says,
  ).toContain(
    'The common offset stays in the control, X +1.500 Y \u22122.000 Z \u221240.000: it is taken off the registers.',
  );
  expect(
    buildSheet({
      job: vane(),
      planned: plain.planned,
      outlines: null,
      shop: demoShop,
      issue: { letter: 'A', on: '2026-11-25' },
    }).setups[0].says?.join(' '),
  ).not.toMatch(/common offset/);
  expect(controlTexts(vane(), r.planned, 'A').set).toMatch(
    /COMMON OFFSET MUST BE X\+1\.500 Y-2\.000 Z-40\.000, IT IS TAKEN OFF BELOW/,
  );
});

test('a common offset that is read stops the run before anything is touched', () => {
  const o = operator({ reads: (ask, right) => (ask.id === 'common-x' ? 3.5 : right) });
  expect(o.runTo().stopped).toMatchObject({
    stepId: 'run/machine',
    judged: expect.arrayContaining([expect.objectContaining({ value: 3.5, inLimit: false })]),
  });
});

test('what is not confirmed, or no number, is told and nothing goes on', () => {
  const o = operator();
  const { 'common-x': _, ...rest } = o.answer(o.step!);
  expect(o.send({ kind: 'answer', values: rest }).stopped!.says).toMatch(/No reading: Common offset X/);
  o.send({ kind: 'again' });
  expect(o.send({ kind: 'answer', values: { ...rest, 'common-x': 0, homed: false } }).stopped!.says).toMatch(
    /Not confirmed/,
  );
});

test('on a station that is not measured the first touch sets it, and the next setup follows by its shift', () => {
  const job = vane('mm', (j) => {
    for (const s of j.setups) {
      s.station = 'station-b';
      s.device = 'vise-150';
    }
  });
  const r = ready(job);
  expect(r.plan.setups[0].planned).toEqual({ x: null, y: null, z: null });
  const o = operator({}, r);
  expect(o.runTo().finished).toBe(true);
  const [first, second] = o.state.zeros;
  const shift = r.planned.setups[1].fromFirst!.shift!;
  for (const a of ['x', 'y', 'z'] as const) {
    expect(first.target[a]).toBeNull();
    expect(second.target[a]).toBeCloseTo(first.measured[a]! + shift[a]!, 6);
    expect(second.measured[a]).toBeCloseTo(second.target[a]!, 6);
  }
});

test('where the device stands elsewhere on what carries it, the first touch tells nothing of the next setup', () => {
  const joint = { by: 'bolts' as const, liftsAtN: 9000, slidesAtN: 9000 };
  const on = (x: number) => ({ device: 'plate-400', x, y: 20, height: 30, plusMinus: 0.02, joint });
  const second = (x: number) => {
    const job = vane('mm', (j) => {
      for (const s of j.setups) Object.assign(s, { station: 'station-b', device: 'vise-150', standsOn: on(20) });
      j.setups[1].standsOn = on(x);
    });
    const o = operator({}, ready(job));
    expect(o.runTo().finished).toBe(true);
    return o.state.zeros[1].target.x;
  };
  expect(second(20)).not.toBeNull();
  expect(second(60)).toBeNull();
});

test('a reading the spindle cannot have stops the run even where nothing is planned', () => {
  const o = operator(
    { reads: (ask, right) => (ask.axis === 'y' && ask.id === 'touch-1' ? 8 : right) },
    ready(
      vane('mm', (j) => {
        for (const s of j.setups) s.station = 'station-b';
      }),
    ),
  );
  expect(o.runTo().stopped).toMatchObject({
    stepId: 'op-10/touch/y',
    says: 'Y +8.000 is outside the travel of Mill 1, \u2212430.000 to +0.000: was the work position read instead of the machine position, or the other unit?',
  });
});

test('an edge that is to be straight is touched twice before the zero', () => {
  const { plan } = ready(
    vane('mm', (j) => {
      j.setups[0].touchOff.edge = { along: 'x', apart: 80 };
    }),
  );
  expect(plan.steps.map((s) => s.id).slice(3, 6)).toEqual(['op-10/load', 'op-10/edge/y', 'op-10/touch/x']);
  const o = operator(
    {},
    ready(
      vane('mm', (j) => {
        j.setups[0].touchOff.edge = { along: 'x', apart: 80 };
      }),
    ),
  );
  o.runTo((s) => s.kind === 'edge');
  // 0.4 to the rear over 80: 0.286° counter-clockwise
  expect(o.send({ kind: 'answer', values: { first: -150, second: -149.6 } }).stopped!.says).toBe(
    'Turn the part clockwise, seen from above, by 0.286°: the second touch moves by \u22120.400.',
  );
  o.send({ kind: 'again' });
  expect(o.send({ kind: 'answer', values: { first: -150, second: -149.95 } })).toMatchObject({ stopped: null });
});

describe('checks by hand', () => {
  const checked = (...handChecks: HandCheck[]) =>
    ready(
      vane('mm', (j) => {
        j.setups[0].handChecks = handChecks;
        j.setups[0].touchOff.everyPart = true;
      }),
    );
  const indicate: HandCheck = {
    kind: 'indicate',
    id: 'i',
    what: 'the fixed jaw',
    along: 'x',
    apart: 120,
    over: 300,
    limit: 0.1,
  };
  const sweep: HandCheck = { kind: 'sweep', id: 's', what: '', columns: 3, rows: 2, limit: 0.05 };

  test('they come once the part is held, before the zero, and stand on the sheet', () => {
    const { plan, job, planned } = checked(indicate, sweep);
    const kinds = plan.steps.map((s) => s.id);
    expect(kinds.slice(3, 7)).toEqual(['op-10/load', 'op-10/handCheck/i', 'op-10/handCheck/s', 'op-10/touch/x']);
    const says = buildSheet({ job, planned, outlines: null, shop: demoShop, issue: { letter: 'A', on: '2026-11-28' } })
      .setups[0].says;
    expect(says).toContain(
      'Indicate the fixed jaw along X, readings 120.000 mm apart: over 300.000 mm at most 0.100 mm.',
    );
    expect(says).toContain('Sweep the part at 6 places: flat within 0.050 mm.');
    expect(says).toContain('Touch off X, Y and Z again on every part, not only on the first.');
    const series = plan.steps.find((s) => s.id === 'op-10/series')!;
    expect(series.asks.map((a) => a.label)).toContain('Zero was touched off again on every part');
  });

  test('the limit goes by the length that matters, and which end goes where is told', () => {
    const o = operator({}, checked(indicate));
    o.runTo((s) => s.kind === 'handCheck');
    expect(o.send({ kind: 'answer', values: { first: 0, second: 0.05 } }).stopped!.says).toBe(
      'It runs out by 0.125 over 300.000 mm, 0.024°; at most 0.100 is allowed. Turn its right end away from the indicator by 0.125, and indicate again.',
    );
    o.send({ kind: 'again' });
    expect(o.send({ kind: 'answer', values: { first: 0.05, second: 0 } }).stopped!.says).toMatch(
      /Turn its right end toward the indicator by 0\.125/,
    );
    o.send({ kind: 'again' });
    expect(o.send({ kind: 'answer', values: { first: 0, second: 0.03 } })).toMatchObject({ stopped: null });
  });

  test('a tilt is not taken for a bump; a bump is, with its place', () => {
    const o = operator({}, checked(sweep));
    o.runTo((s) => s.kind === 'handCheck');
    const check = o.step?.check;
    const read = (mm: (x: number, i: number) => number) => {
      if (check?.kind !== 'sweep') throw new Error('no sweep');
      return Object.fromEntries(check.places.map(({ x }, i) => [`place-${i + 1}`, mm(x, i)]));
    };
    expect(o.send({ kind: 'answer', values: read((_, i) => (i === 1 ? 0.12 : 0)) }).stopped!.says).toMatch(
      /^It is flat within 0\.\d{3} only; at most 0\.050 mm is allowed\. It stands highest \d+\.\d{3} from the left, \d+\.\d{3} from the front: /,
    );
    o.send({ kind: 'again' });
    expect(o.send({ kind: 'answer', values: read((x) => 0.004 * x) })).toMatchObject({ stopped: null });
  });
});
