import { Matrix } from 'ml-matrix';
import { newEnds, type Ends } from '../job';
import { rotationOf } from '../frames';
import type { Device, Machine } from '../shop';
import { circleLoop, prism, turnMesh } from '../solid';
import { barLathe, chuck, planTurnedCase, type TurnedCase } from '../testing/turnedJobs';
import { speechIn } from '../units';
import { endScene, endSteps } from '.';

const lathe = (z: number | null = -388.4): Machine => ({
  ...barLathe(420, { moves: 'tools' }),
  stations: [
    {
      ...{ id: 's', name: 'L', position: z === null ? null : { x: 0, y: 0, z }, plusMinus: 0.02, note: '' },
      measuredFor: [],
    },
  ],
});
const ends = (change: Partial<Ends> = {}): Ends => ({
  ...newEnds(74),
  ...{ device: 'chuck', station: 's', rpm: 1800, to: 60 },
  first: { rest: 17, against: 'jaw step', support: null },
  second: { rest: -25, against: 'stop', support: null },
  ...change,
});
/** Shank ⌀20 × 60, head ⌀30 × 14. */
const pin = (change: Partial<Ends> = {}, more: Partial<TurnedCase> = {}) =>
  planTurnedCase({
    steps: [
      { length: 60, from: 20, to: 20 },
      { length: 14, from: 30, to: 30 },
    ],
    ...{ machine: lathe(), devices: [chuck], across: 32, face: 0.5, back: 1 },
    ...more,
    turned: { depth: 1, feed: 0.1, within: 0.05, ends: ends(change), ...more.turned },
  });

test('both sides fit: nothing is said; both zeros are the sums of their terms', () => {
  const { planned, codes } = pin();
  expect(codes).toEqual([]);
  const { first, second, shift } = planned.ends!;
  // face of the chuck, where the raw end rests, stock on the back, length: by hand
  expect(first.value).toBeCloseTo(-388.4 + 17 + 1 + 74, 9);
  expect(second.value).toBeCloseTo(-388.4 - 25 + 74, 9);
  expect(shift).toBeCloseTo(second.value! - first.value!, 9);
  expect([first.sticksOut, second.sticksOut]).toEqual([62.5, 20]);
  expect([second.grip, second.inside, second.gripDiameter]).toEqual([30, 55, 20]);
});

test('a matrix library turns the part end for end: the same faces come to lie where the zeros say', () => {
  const { planned } = pin(
    { second: { rest: 3.1875 * 25.4, against: 'jaw step', support: null } },
    { back: 0.6875 * 25.4 },
  );
  const { first, second } = planned.ends!;
  // part: z from the front face backwards; machine: along the spindle, away from the chuck
  const along = (flip: 1 | -1, shift: number) =>
    new Matrix([
      [flip, 0, 0, 0],
      [0, flip, 0, 0],
      [0, 0, 1, 0],
      [0, 0, 0, 1],
    ]).set(0, 3, shift);
  const place = (m: Matrix, z: number) => m.mmul(Matrix.columnVector([z, 0, 0, 1])).get(0, 0);
  // first side: the raw back end, back behind the part, rests; front looks away from the chuck
  const one = along(-1, -388.4 + 17 + planned.bar.length + planned.bar.back);
  expect(place(one, planned.bar.length + planned.bar.back)).toBeCloseTo(-388.4 + 17, 9);
  expect(place(one, 0)).toBeCloseTo(first.value!, 9);
  // turned half round about a cross axis: the finished front rests
  const two = along(1, -388.4 + 3.1875 * 25.4);
  expect(place(two, 0)).toBeCloseTo(-388.4 + second.rest, 9);
  expect(place(two, planned.bar.length)).toBeCloseTo(second.value!, 9);
});

test('a station that is not measured leaves both zeros unknown and the shift exact', () => {
  const { planned } = pin({}, { machine: lathe(null) });
  expect([planned.ends!.first.value, planned.ends!.second.value]).toEqual([null, null]);
  expect(planned.ends!.shift).toBe(-43);
});

test('torque the jaws carry at speed: μ·(S₀ − n·m·r·ω²)·d/2 (VDI 3106)', () => {
  const { first } = pin().planned.ends!;
  const omega = (2 * Math.PI * 1800) / 60;
  const force = 24_000 - 3 * 0.9 * 0.048 * omega ** 2;
  expect(first.carriesNm).toBeCloseTo((0.15 * force * 0.032) / 2, 9);
  // worn edge: 700 · 1 · 0.1^0.75 · 1.3, half the bar's diameter
  expect(first.asksNm).toBeCloseTo(700 * 0.1 ** 0.75 * 1.3 * 0.016, 9);
});

test.each<[string, Partial<Ends>, Partial<TurnedCase>]>([
  ['no-chuck', { device: null }, {}],
  ['jaws-hold-nothing', { first: { rest: 31, against: 'stop', support: null } }, {}],
  ['no-single-diameter', { second: { rest: -40, against: 'stop', support: null } }, {}],
  ['chuck-size', {}, { devices: [{ ...chuck, maxDiameter: 31 }] }],
  ['marks-finished', {}, { devices: [{ ...chuck, soft: 'hard' } as Device] }],
  ['chuck-slips', { rpm: 4000, forceShare: 20 }, {}],
  ['grip-not-known', { rpm: null }, {}],
  ['tool-meets-jaws', { to: 62 }, {}],
  ['left-between', { to: 50 }, {}],
  ['other-lathe', {}, { machine: barLathe(128) }],
])('%s', (code, change, more) => {
  expect(pin(change, more).codes).toContain(code);
});

test('free-end-bends: a thin end far out of the jaws, by F·l³/(3·E·I)', () => {
  const thin = {
    steps: [
      { length: 60, from: 8, to: 8 },
      { length: 14, from: 9, to: 9 },
    ],
    ...{ across: 10, devices: [{ ...chuck, minDiameter: 5 }] },
  };
  const { planned, findings } = pin({}, thin);
  const e = planned.ends!.first;
  const force = 700 * 0.1 ** 0.75 * 1.3 * Math.hypot(1, 0.5);
  // the tool at the finished face, before the last cut: ⌀10 all along
  expect(e.gives).toBeCloseTo((force * (e.sticksOut - 0.5) ** 3) / (3 * 70_000 * ((Math.PI * 10 ** 4) / 64)), 9);
  expect(findings.find((f) => f.code === 'free-end-bends')!.says).toMatch(/On the first side 62\.500 mm stick out/);
});

test('an other-lathe is told for a part from bar on a lathe with a chuck, too', () => {
  expect(pin({}, { turned: { ends: null } }).codes).toContain('other-lathe');
});

test('against the face of the chuck nothing else is set; without a chuck nothing is told of the jaws', () => {
  const { planned } = pin({ first: { rest: 17, against: 'chuck face', support: null }, to: 40 });
  expect(planned.ends!.first).toMatchObject({ rest: 0, inside: 30, sticksOut: 45.5 });
  const speech = speechIn('mm');
  const steps = endSteps(planned.ends!, 'first', { lathe: planned.lathe!, speech }).join(' ');
  expect(steps).toMatch(/against the chuck face/);
  expect(steps).not.toMatch(/Set the chuck face/);
  const none = pin({ device: null }).planned;
  expect(endSteps(none.ends!, 'first', { lathe: none.lathe!, speech })).toEqual([
    'No chuck is chosen: how the part lies in it is not known.',
  ]);
  expect(JSON.stringify(endScene(none, 'first', speech))).not.toMatch(/in the jaws/);
});

test('tube-squeezed: a bore where the jaws hold leaves a thin wall, by the formulas of a ring', () => {
  // a tube ⌀20 with a bore ⌀18, 74 long: prism with its outline and its hole
  const mesh = turnMesh(
    prism(circleLoop({ u: 0, v: 0, radius: 10 }), [circleLoop({ u: 0, v: 0, radius: 9, curve: 0 })], 74),
    rotationOf({ up: '+y', right: '+z' }),
  );
  const more = { mesh, steps: [], across: 22, devices: [{ ...chuck, soft: 'hard' } as Device] };
  const { planned, findings } = pin({ second: { rest: 0, against: 'stop', support: null }, to: 40 }, more);
  const { squeezed } = planned.ends!.second;
  expect(squeezed!.wall).toBeCloseTo(1, 6);
  const each = 24_000 / 3;
  const theta = Math.PI / 3;
  const moment = ((each * 9.5) / 2) * (1 / theta - 1 / Math.tan(theta));
  expect(squeezed!.stressMPa).toBeCloseTo((6 * moment) / (30 * 1 ** 2), 6);
  expect(findings.find((f) => f.code === 'tube-squeezed')!.says).toMatch(/wall of 1\.000 mm/);
  expect(pin().planned.ends!.second.squeezed).toBeNull();
});

describe('what carries the part out of the chuck', () => {
  const carrying = {
    ...lathe(),
    lathe: { ...lathe().lathe!, tailstock: { from: 40, to: 400, mark: 86.5 }, steady: { min: 6, max: 60, width: 12 } },
  };
  /** A shaft ⌀20 × 240 with an end ⌀16 × 60, out of bar ⌀22: 30 in the jaws. */
  const shaft = (first: Ends['first']['support'], second: Ends['first']['support'] = null, to = 180) =>
    pin(
      {
        to,
        first: { rest: 0, against: 'stop', support: first },
        second: { rest: 0, against: 'stop', support: second },
      },
      {
        steps: [
          { length: 180, from: 20, to: 20 },
          { length: 60, from: 16, to: 16 },
        ],
        ...{ across: 22, machine: carrying },
      },
    );
  const up = { by: 'tailstock', into: 4 } as const;

  test('the tip of the tailstock: raw stock on the back, length, less what goes in; on its scale', () => {
    const { planned } = shaft(up, up);
    expect(planned.ends!.first.support).toMatchObject({ tip: 1 + 240 - 4, onScale: 86.5 + 237 });
    expect(planned.ends!.second.support).toMatchObject({ tip: 240 - 4 });
    const words = endSteps(planned.ends!, 'first', { lathe: planned.lathe!, speech: speechIn('mm') }).join(' ');
    expect(words).toMatch(
      /Face and center drill, then stop the spindle\. Tailstock up: its tip 237\.000 mm from the face of the chuck, \+323\.500 on its scale, 4\.000 mm in the part/,
    );
    expect(JSON.stringify(endScene(planned, 'first', speechIn('mm')))).not.toBe(
      JSON.stringify(endScene(shaft(null).planned, 'first', speechIn('mm'))),
    );
  });

  test('a shaft gives far less with a tailstock, and the length that sticks out is no matter any more', () => {
    const [free, carried] = [shaft(null), shaft(up, up)];
    expect(free.codes).toEqual(['sticks-out-far', 'sticks-out-far', 'free-end-bends', 'free-end-bends']);
    expect(carried.codes).not.toContain('sticks-out-far');
    expect(carried.planned.ends!.first.gives! * 10).toBeLessThan(free.planned.ends!.first.gives!);
  });

  test('a steady rest on the second side: from the face of the chuck, on what is finished there', () => {
    const { planned, codes } = shaft(up, { by: 'steady rest', at: 150 });
    expect(planned.ends!.second.support).toMatchObject({ fromFace: 150, diameter: 20, isRaw: false });
    expect(codes).not.toContain('steady-on-raw');
    const words = endSteps(planned.ends!, 'second', { lathe: planned.lathe!, speech: speechIn('mm') }).join(' ');
    expect(words).toMatch(/Steady rest: its middle 150\.000 mm from the face of the chuck, on ⌀20\.000/);
  });

  test.each<[string, ReturnType<typeof shaft>, RegExp]>([
    ['steady-in-the-way', shaft(up, { by: 'steady rest', at: 175 }), /it has room from 37\.000 to 173\.000 mm/],
    ['steady-in-the-way', shaft({ by: 'steady rest', at: 205 }, null, 200), /there is no room for it/],
    ['steady-on-raw', shaft({ by: 'steady rest', at: 170 }, null, 150), /runs on the raw bar, ⌀22\.000/],
    [
      'no-such-support',
      pin({ first: { rest: 17, against: 'stop', support: up } }),
      /carried by a tailstock; this lathe has none/,
    ],
    [
      'tailstock-does-not-reach',
      pin(
        { first: { rest: 17, against: 'stop', support: up } },
        { machine: { ...carrying, lathe: { ...carrying.lathe, tailstock: { from: 120, to: 400, mark: null } } } },
      ),
      /88\.000 mm from the face of the chuck; it goes from 120\.000 to 400\.000 mm/,
    ],
    [
      'steady-size',
      pin(
        { to: 30, first: { rest: 17, against: 'stop', support: { by: 'steady rest', at: 44.5 } } },
        { machine: { ...carrying, lathe: { ...carrying.lathe, steady: { min: 6, max: 30, width: 12 } } } },
      ),
      /is to run on ⌀32\.000; it takes ⌀6\.000 to ⌀30\.000/,
    ],
  ])('%s', (code, { findings }, says) => {
    expect(findings.find((f) => f.code === code)?.says).toMatch(says);
  });

  test('what is not known of the bend is told, not taken for nothing', () => {
    expect(pin({}, { turned: { within: null } }).findings.find((f) => f.code === 'bend-not-known')!.says).toMatch(
      /how far the part gives under the tool is not known: ± on diameters missing/i,
    );
    expect(pin({}, { turned: { depth: null } }).codes).toContain('bend-not-known');
  });
});
