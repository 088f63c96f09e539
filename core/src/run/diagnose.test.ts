import { demoShop, vaneBearingBlockJob } from '../../../demo';
import { vec } from '../frames';
import type { Job } from '../job';
import { Planner } from '../plan';
import { loadKernel } from '../solid';
import { randomMistake } from '../testing/mistakes';
import { declaredAt as declare, readyToRun, SimulatedOperator, type Mistakes, type Ready } from '../testing/operator';
import { plainVane as vane } from '../testing/plainVane';
import type { CauseCode } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const ready = (job = vane()): Ready => readyToRun(planner, job, demoShop);
const operator = (mistakes?: Mistakes, r = ready()) => new SimulatedOperator(r, demoShop, mistakes);

const opOf = (job: Job) => ({ r: job.setups[0].touchOff.side.diameter / 2, feeler: 0.5, zFeeler: 0.3 });

/** Every mistake the trade knows, made on purpose; each is named among the first two guesses. */
const MISTAKES: readonly {
  readonly says: string;
  readonly code: CauseCode;
  readonly make: (r: Ready, job: Job) => Mistakes;
  readonly second?: true;
  readonly at: string;
}[] = [
  {
    says: 'zero on the wrong body, declared as if the raw corner were zero',
    code: 'wrong-body',
    at: 'op-10/keyIn',
    make: (r) => ({
      keyedIn: (axis, m, right) =>
        axis === 'x' ? m - (declare(r, 'x').declare! - declare(r, 'x').touches[0].face) : right,
    }),
  },
  {
    says: 'the finished face was touched where the raw one was meant',
    code: 'wrong-body',
    at: 'op-10/touch/x',
    make: () => ({ displaced: vec(2, 0, 0) }),
  },
  {
    says: 'the radius forgotten',
    code: 'radius-forgotten',
    at: 'op-10/keyIn',
    make: (r, job) => ({
      keyedIn: (axis, m, right) => (axis === 'x' ? m - (declare(r, 'x').declare! + opOf(job).r) : right),
    }),
  },
  {
    says: 'the radius doubled',
    code: 'radius-doubled',
    at: 'op-10/keyIn',
    make: (r, job) => ({
      keyedIn: (axis, m, right) => (axis === 'y' ? m - (declare(r, 'y').declare! + opOf(job).r) : right),
    }),
  },
  {
    says: 'the feeler forgotten at the side',
    code: 'feeler-forgotten',
    at: 'op-10/touch/x',
    make: () => ({ feelerForgotten: true }),
  },
  {
    says: 'the length not active',
    code: 'length-not-active',
    at: 'op-10/touch/z',
    make: () => ({ reads: (ask, right) => (ask.id === 'length' ? 0 : right) }),
  },
  {
    says: 'the parallels of the other setup',
    code: 'wrong-parallels',
    at: 'op-10/touch/z',
    make: () => ({ displaced: vec(0, 0, 16 - 32) }),
  },
  {
    says: 'the other unit keyed in',
    code: 'unit',
    at: 'op-10/keyIn',
    make: () => ({ keyedIn: (axis, _, right) => (axis === 'x' ? right / 25.4 : right) }),
  },
  {
    says: 'the other unit read',
    code: 'unit',
    at: 'op-10/touch/x',
    make: () => ({ reads: (ask, right) => (ask.axis === 'x' && ask.id.startsWith('touch') ? right / 25.4 : right) }),
  },
  {
    says: 'flipped about the wrong axis',
    code: 'flipped',
    at: 'op-20/touch/x',
    make: (_, job) => {
      const wrong = structuredClone(job);
      wrong.setups[1].orientation = { up: '-z', right: '-x' };
      return { instead: readyToRun(planner, wrong, demoShop).bodies };
    },
  },
];

describe.each(['mm', 'inch'] as const)('in %s', (units) => {
  test.each(MISTAKES)('$says: the run stops, and the first two guesses name it', ({ code, at, make }) => {
    // what of the device is touched says nothing of how the part lies
    const job = vane(units, (j) => {
      if (code === 'flipped') j.setups[1].touchOff = { ...j.setups[1].touchOff, x: 'low', y: 'high', z: 'top' };
    });
    const r = ready(job);
    const state = operator(make(r, job), r).runTo();
    expect(state.stopped?.stepId).toBe(at);
    expect(state.stopped!.guesses.slice(0, 2).map((g) => g.code)).toContain(code);
    for (const g of state.stopped!.guesses) expect(g.says).toMatch(/^[A-Z\d+\u2212].*[?.]$/);
  });
});

describe('what the first step has proven', () => {
  const keyedOff: Mistakes = { keyedIn: (axis, _, right) => (axis === 'y' ? right - 12.7 : right) };

  test('a common offset left in the control stops there already, with what to do', () => {
    const { stopped } = operator({ reads: (ask, right) => (ask.id === 'common-y' ? 12.7 : right) }).runTo();
    expect(stopped).toMatchObject({
      stepId: 'run/machine',
      says: 'The common offset of Mill 1 is not as planned: Y +12.700 instead of +0.000. It adds itself to every register: ask who needs it, set it right, read it again.',
    });
  });

  test('is not suspected later, also where such an offset was seen on the machine before', () => {
    const o = operator({ ...keyedOff, common: vec(0, 12.7, 0) });
    expect(o.runTo().stopped!.guesses.map((g) => g.code)).not.toContain('common-offset');
  });

  test('what was accepted there in writing is named when it shows again', () => {
    const o = operator({ ...keyedOff, reads: (ask, right) => (ask.id === 'common-y' ? 12.7 : right) });
    o.runTo();
    o.send({ kind: 'accept', reason: 'the rotary table needs it' });
    const { stopped } = o.runTo();
    expect(stopped!.stepId).toBe('op-10/keyIn');
    expect(stopped!.guesses[0]).toMatchObject({
      code: 'common-offset',
      says: '+12.700 was in the common offset of Mill 1: is it still there? It must be +0.000.',
    });
  });
});

test('where a common offset stays on purpose, what it must be is that, not zero', () => {
  const job = vane();
  const shop = {
    ...demoShop,
    machines: demoShop.machines.map((m) => ({ ...m, commonOffset: { x: 0, y: 5, z: 0, why: 'the rotary table' } })),
  };
  const r = readyToRun(planner, job, shop);
  const accepted = 12.7;
  const o = new SimulatedOperator(r, shop, {
    reads: (ask, right) => (ask.id === 'common-y' ? accepted : right),
    keyedIn: (axis, _, right) => (axis === 'y' ? right - (accepted - 5) : right),
  });
  expect(o.runTo().stopped!.says).toMatch(/Y \+12\.700 instead of \+5\.000/);
  o.send({ kind: 'accept', reason: 'looked at it' });
  expect(o.runTo().stopped!.guesses[0]).toMatchObject({
    code: 'common-offset',
    says: '+12.700 was in the common offset of Mill 1: is it still there? It must be +5.000.',
  });
});

describe('what the machine reads while it touches', () => {
  test.each(['x', 'y', 'z'] as const)(
    'cannot come from a radius, a common offset or a register: the device or the stop has moved (%s)',
    (axis) => {
      const job = vane();
      for (const by of [
        job.setups[0].touchOff.side.diameter / 2,
        -job.setups[0].touchOff.side.diameter / 2,
        12.7,
        0.37,
      ]) {
        const { stopped } = operator({
          reads: (ask, right) => (ask.axis === axis && ask.id === 'touch-1' ? right + by : right),
          common: vec(12.7, 12.7, 12.7),
        }).runTo();
        expect(stopped!.stepId).toBe(`op-10/touch/${axis}`);
        const codes = stopped!.guesses.map((g) => g.code);
        for (const sum of [
          'radius-forgotten',
          'radius-doubled',
          'radius-wrong-side',
          'common-offset',
          'other-register',
        ])
          expect(codes).not.toContain(sum);
        if (by === 0.37) expect(codes[0]).toBe('device-moved');
      }
    },
  );

  test('a face of the device that is touched before the part is there cannot be a face of the part', () => {
    const r = ready(
      vane('mm', (j) => {
        j.setups[0].touchOff = { ...j.setups[0].touchOff, x: 'locator' };
      }),
    );
    const [x] = r.plan.setups[0].axes;
    expect(x.worksheet.touches.map((t) => t.body)).toEqual(['device']);
    const allowed: readonly CauseCode[] = ['feeler-forgotten', 'another-cutter'];
    expect(
      r.plan.setups[0].causes.filter((c) => c.axis === 'x' && c.at === 'touch' && !allowed.includes(c.code)),
    ).toEqual([]);
  });
});

test.each([1, -1])('zero on the other body is known with both signs (%i)', (sign) => {
  const r = ready();
  const { seat, worksheet } = r.planned.setups[0].facts!;
  const stock = seat.loadedBox.min.x - seat.firstCopyBox.min.x;
  expect(worksheet[0].touches[0].side).toBe(-1);
  const { stopped } = operator(
    { keyedIn: (axis, _, right) => (axis === 'x' ? right + sign * stock : right) },
    r,
  ).runTo();
  expect(stopped!.guesses[0]).toMatchObject({ code: 'wrong-body', axis: 'x', missesBy: expect.closeTo(0, 9) });
});

test('a length that is wrong is told to the register, and the row that is off is shown', () => {
  const { stopped } = operator({ reads: (ask, right) => (ask.id === 'length' ? 0 : right) }).runTo();
  expect(stopped!.guesses[0].says).toBe('Off by exactly 128.500, H5 of T5: was no length active when Z was touched?');
  // the machine read what it should: it is the zero that is off
  expect(stopped!.judged.map((j) => [j.ask.id, j.inLimit])).toEqual([
    ['touch-1', true],
    ['length', true],
    ['zero', false],
  ]);
  expect(stopped!.judged[2]).toMatchObject({
    ask: { label: 'G54 Z that follows, mm' },
    difference: expect.closeTo(128.5, 6),
  });
});

test('two digits changed over while keying in', () => {
  const swap = (right: number) => {
    const [a, b, ...rest] = Math.abs(right).toFixed(3);
    return Math.sign(right) * Number([b, a, ...rest].join(''));
  };
  const { stopped } = operator({ keyedIn: (axis, _, right) => (axis === 'x' ? swap(right) : right) }).runTo();
  expect(stopped!.guesses.map((g) => g.code)).toContain('digits');
});

test('one mistake at random: the first guess names it as often as it has, one of the first two more often (npm run check:diagnosis for many)', () => {
  const found = Array.from({ length: 120 }, (_, i) =>
    randomMistake(planner, demoShop, vaneBearingBlockJob(), 5000 + i),
  ).filter((m) => m.place !== null);
  expect(found.length).toBeGreaterThan(100);
  expect(found.filter((m) => m.place === 0).length / found.length).toBeGreaterThanOrEqual(0.92);
  expect(found.filter((m) => m.place! >= 0 && m.place! < 2).length / found.length).toBeGreaterThanOrEqual(0.97);
}, 60_000);
