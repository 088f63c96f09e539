import fc from 'fast-check';
import { AXES, vec } from '../frames';
import { boxMesh, circleLoop, polygonLoop, prism } from '../solid';
import { box, machine } from '../testing/fixtures';
import { firstTouch, readLine, SimulatedControl, type Body } from '.';

const homed = (options: Partial<ConstructorParameters<typeof SimulatedControl>[0]> = {}) => {
  const c = new SimulatedControl({ machine, ...options });
  c.home();
  return c;
};

describe('homing', () => {
  test('goes up first, fast to the switch, back off, slowly on', () => {
    const { homing, travel } = machine;
    const c = new SimulatedControl({ machine });
    const before = c.read();
    expect(before).toMatchObject({ homed: false, machine: { x: 0, y: 0, z: 0 } });
    expect(c.state.astray).not.toEqual({ x: 0, y: 0, z: 0 });
    expect(c.home()).toEqual({ ok: true, says: '' });
    expect(c.read()).toMatchObject({
      homed: true,
      machine: { x: travel.x[homing.x], y: travel.y[homing.y], z: travel.z[homing.z] },
    });
    expect(c.state.astray).toEqual({ x: 0, y: 0, z: 0 });
  });

  test('a machine that cannot home says so and stays where it is', () => {
    const c = new SimulatedControl({ machine: { ...machine, homing: { ...machine.homing, homes: false } } });
    expect(c.home()).toEqual({ ok: false, says: expect.stringMatching(/cannot home/) });
    expect(c.read().homed).toBe(false);
  });

  test('power off and on loses home and keeps the registers', () => {
    const c = homed();
    c.send('G10 L2 P1 X-100 Y-50 Z-200');
    c.send('G53 G0 X-300');
    c.powerCycle();
    expect(c.read()).toMatchObject({
      homed: false,
      machine: { x: 0, y: 0, z: 0 },
      registers: { G54: { x: -100, y: -50, z: -200 } },
    });
    // the same number is another place now
    c.send('G53 G0 X-100');
    expect(c.state.astray.x + c.read().machine.x).toBeCloseTo(-400, 9);
  });
});

test('homing that runs into something stands, and is not homed; messages are in the units asked for', () => {
  const c = new SimulatedControl({ machine, units: 'inch' });
  c.tool = { radius: 5, length: 100 };
  const { travel, homing } = machine;
  // a post beside the switch, as high as the tool hangs down with Z up
  c.bodies = [
    {
      name: 'post',
      mesh: boxMesh(box([0, 0, 0], [40, travel.y.max - travel.y.min, 60])),
      at: vec(travel.x[homing.x] - 20, travel.y.min, travel.z.max - 120),
    },
  ];
  expect(c.home()).toEqual({ ok: false, says: 'The tool ran into the post.' });
  expect(c.read().homed).toBe(false);
  c.reset();
  c.bodies = [];
  expect(c.home().ok).toBe(true);
  expect(c.send(`G21 G53 G0 X${travel.x.min - 25.4}`).says).toMatch(/1\.0000 in beyond it/);
});

describe('over-travel', () => {
  test('a homed machine does not begin the move; reset frees it', () => {
    const c = homed();
    const before = c.read().machine;
    expect(c.send('G53 G0 X-800')).toEqual({
      ok: false,
      says: expect.stringMatching(/X minus over-travel.*40\.000 mm beyond/),
    });
    expect(c.read().machine).toEqual(before);
    expect(c.send('G54')).toEqual({ ok: false, says: expect.stringMatching(/Reset first/) });
    expect(c.jog('x', -1)).toEqual({ ok: false, says: expect.stringMatching(/Reset first/) });
    c.reset();
    expect(c.jog('x', -1)).toEqual({ ok: true, says: '' });
  });

  test('a machine that was not homed runs into the switch', () => {
    const c = new SimulatedControl({ machine });
    expect(c.send('G53 G0 X-800')).toEqual({ ok: false, says: expect.stringMatching(/not homed/) });
    expect(c.state.astray.x + c.read().machine.x).toBeCloseTo(machine.travel.x.min, 9);
  });
});

describe('programs', () => {
  const program = 'G53 G0 Z0\nG0 X-10 (one)\nM1\nX-20\nM0\nX-30\nM2\nX-99';
  const after = (setUp: (c: SimulatedControl) => void, starts: number) => {
    const c = homed();
    setUp(c);
    c.load(program);
    const said = Array.from({ length: starts }, () => c.cycleStart().finished);
    return { x: c.read().machine.x, said };
  };

  test('stop at M0, at M1 only with the switch on, end at M2', () => {
    expect(after(() => undefined, 1)).toEqual({ x: -20, said: [false] });
    expect(after((c) => c.keyIn({ optionalStop: true }), 1)).toEqual({ x: -10, said: [false] });
    expect(after(() => undefined, 2)).toEqual({ x: -30, said: [false, true] });
  });

  test('single block stops after every line', () => {
    expect(
      after((c) => {
        c.singleBlock = true;
      }, 2),
    ).toEqual({ x: -10, said: [false, false] });
  });

  test('a line it does not know stops it and says which', () => {
    const c = homed();
    c.load('G0 X-5\nG81 X1 Z-2 R1');
    expect(c.cycleStart()).toEqual({ ok: false, says: expect.stringMatching(/^Line 2: .*(R|G81)/), finished: false });
    expect(c.read().machine.x).toBe(-5);
  });

  test('a slower override takes longer', () => {
    const seconds = (override: number) => {
      const c = homed();
      c.keyIn({ override });
      c.load('G1 F600 X-60');
      c.cycleStart();
      return c.state.seconds;
    };
    expect(seconds(100)).toBeCloseTo(6, 6);
    expect(seconds(50)).toBeCloseTo(12, 6);
  });
});

test('whatever is sent, it answers in words or does it, and never leaves its travel', () => {
  const word = fc
    .tuple(
      fc.constantFrom(...'GMXYZHLPFSTQR#['),
      fc.oneof(fc.integer({ min: -999, max: 999 }).map(String), fc.constantFrom('', '.', '1e5', '53', '0', '92', '28')),
    )
    .map(([l, n]) => l + n);
  fc.assert(
    fc.property(
      fc.array(
        fc.array(word, { maxLength: 5 }).map((w) => w.join(' ')),
        { maxLength: 8 },
      ),
      (lines) => {
        const c = homed();
        for (const line of lines) {
          const answer = c.send(line);
          if (!answer.ok) expect(answer.says).toMatch(/\w.*\.$/);
          c.reset();
          const { machine: at } = c.read();
          for (const a of AXES) {
            expect(at[a]).toBeGreaterThanOrEqual(machine.travel[a].min - 1e-6);
            expect(at[a]).toBeLessThanOrEqual(machine.travel[a].max + 1e-6);
          }
        }
      },
    ),
  );
});

test('what is no word is told with its place in the line', () => {
  expect(readLine('G0 X#100')).toEqual({ ok: false, problem: expect.stringMatching(/Parameters and expressions/) });
  expect(readLine('G0 (open')).toEqual({ ok: false, problem: expect.stringMatching(/not closed/) });
  expect(readLine('N10 G0X1.5;the rest')).toMatchObject({ ok: true, value: { g: [0], words: { N: 10, X: 1.5 } } });
});

describe('touching', () => {
  const block: Body = { name: 'block', mesh: boxMesh(box([0, 0, 0], [100, 60, 30])), at: vec(-400, -200, -450) };
  const ring: Body = {
    name: 'ring',
    mesh: prism(
      polygonLoop([
        [-50, -50],
        [50, -50],
        [50, 50],
        [-50, 50],
      ]),
      [circleLoop({ u: 0, v: 0, radius: 20, deviation: 1e-3 })],
      30,
    ),
    at: vec(0, 0, 0),
  };

  test('a round tool stands half its diameter before the face', () => {
    expect(firstTouch([block], vec(-450, -170, -430), { axis: 'x', direction: 1, radius: 5, reach: 100 })).toEqual({
      body: 'block',
      distance: expect.closeTo(45, 9),
    });
    expect(firstTouch([block], vec(-350, -100, -430), { axis: 'y', direction: -1, radius: 5, reach: 100 })).toEqual({
      body: 'block',
      distance: expect.closeTo(35, 9),
    });
    expect(firstTouch([block], vec(-350, -170, -400), { axis: 'z', direction: -1, radius: 5, reach: 100 })).toEqual({
      body: 'block',
      distance: expect.closeTo(20, 9),
    });
  });

  test('passing beside or above touches nothing', () => {
    expect(firstTouch([block], vec(-450, -170, -419), { axis: 'x', direction: 1, radius: 5, reach: 100 })).toBeNull();
    expect(firstTouch([block], vec(-450, -134, -430), { axis: 'x', direction: 1, radius: 5, reach: 100 })).toBeNull();
    expect(firstTouch([block], vec(-450, -170, -430), { axis: 'x', direction: 1, radius: 5, reach: 44 })).toBeNull();
  });

  test('a corner is met by the round of the tool: Pythagoras', () => {
    // center 3 beside the rear edge, radius 5: 4 before the corner
    expect(
      firstTouch([block], vec(-450, -137, -430), { axis: 'x', direction: 1, radius: 5, reach: 100 })?.distance,
    ).toBeCloseTo(50 - 4, 9);
  });

  test('inside a bore from any place, left and right are as far from its axis', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        (x, y, r) => {
          const tip = vec(x, y, 10);
          const [left, right] = ([-1, 1] as const).map(
            (d) => x + d * firstTouch([ring], tip, { axis: 'x', direction: d, radius: r, reach: 100 })!.distance,
          );
          const chord = Math.sqrt((20 - r) ** 2 - y * y);
          expect(left).toBeCloseTo(-chord, 2);
          expect(right).toBeCloseTo(chord, 2);
        },
      ),
    );
  });

  test('a flat tip over an edge rests on what is highest under it', () => {
    expect(
      firstTouch([block], vec(-404, -170, -400), { axis: 'z', direction: -1, radius: 5, reach: 100 })?.distance,
    ).toBeCloseTo(20, 9);
    expect(firstTouch([block], vec(-405.1, -170, -400), { axis: 'z', direction: -1, radius: 5, reach: 60 })).toBeNull();
  });

  test('the same seed places the work alike, another one elsewhere, and never further than told', () => {
    const left = (seed: number) => {
      const c = homed({ seed, bodies: [block], placedWithin: 0.02 });
      c.tool = { radius: 5, length: 100 };
      c.send('G53 G0 X-450 Y-170');
      c.send('G53 G0 Z-330');
      expect(c.touch('x', 1)).toEqual({ ok: true, says: 'touched the block' });
      return c.read().machine.x;
    };
    expect(left(3)).toBe(left(3));
    expect(left(3)).not.toBe(left(4));
    for (let s = 0; s < 20; s++) expect(Math.abs(left(s) + 405)).toBeLessThanOrEqual(0.02);
  });
});
