import { SingularValueDecomposition, Matrix, pseudoInverse } from 'ml-matrix';
import {
  ALL_ORIENTATIONS,
  AXES,
  pose,
  rotate,
  rotationOf,
  transpose,
  partSideFacing,
  subtract,
  vec,
  type Axis,
  type Direction,
  type Orientation,
  type Vec3,
} from '../frames';
import type { LocatorHere } from '../locate';
import { seeded } from '../random';
import type { CylinderFeature, PlaneFeature } from '../part';
import {
  chainsOf,
  contactChoices,
  liesOf,
  meetingOf,
  simulate,
  TrueRoute,
  type CutFeature,
  type Axes,
  type ExactJob,
  type LocatedSetup,
  type MetFace,
  type ZeroFrom,
} from '.';

const typed = (mm: number | null) => ({ mm, from: 'typed' });
const STATION: ZeroFrom = { by: 'station', station: 'a', name: 'station A', within: typed(0), touched: null };
const AS_DRAWN: Orientation = { up: '+z', right: '+x' };

/** A block of 100 × 60 × 40 on 3-2-1, its corner at the corner of the device. */
const REST: LocatorHere = {
  name: 'rest',
  points: [vec(10, 10, 0), vec(90, 10, 0), vec(50, 50, 0)],
  inward: vec(0, 0, 1),
};
const PIN = (name: string, x: number): LocatorHere => ({ name, points: [vec(x, 0, 20)], inward: vec(0, 1, 0) });
const END: LocatorHere = { name: 'end pin', points: [vec(0, 30, 20)], inward: vec(1, 0, 0) };
const SIX = [REST, PIN('left pin', 10), PIN('right pin', 90), END];
const SIZE = vec(100, 60, 40);

/** The part side that meets what pushes along an axis of the device, and the point of the part there. */
function faceMet(orientation: Orientation, translation: Vec3, axis: Axis, over: Partial<MetFace> = {}): MetFace {
  const side: Direction = partSideFacing(orientation, `-${axis}`);
  const device = { ...vec(50, 30, 20), [axis]: 0 };
  const at = rotate(transpose(rotationOf(orientation)), subtract(device, translation));
  return { side, at, madeBy: null, isBlank: false, isRound: false, name: `${side} face`, ...over };
}

/** The block laid in some orientation, with its box always at the same place of the device. */
function laid(op: number, orientation: Orientation, over: Partial<LocatedSetup> = {}): LocatedSetup {
  const rotation = rotationOf(orientation);
  // the part is a cube of space about its middle: its middle comes to the middle of the device's
  const translation = subtract(vec(50, 30, 20), rotate(rotation, vec(50, 30, 20)));
  const face = (axis: Axis) => faceMet(orientation, translation, axis);
  return {
    op,
    pose: pose(rotation, translation),
    locators: SIX,
    byHand: [],
    middle: vec(50, 30, 20),
    reach: vec(SIZE.x / 2, SIZE.y / 2, SIZE.z / 2),
    faces: { x: face('x'), y: face('y'), z: face('z') },
    within: { x: typed(0), y: typed(0), z: typed(0) },
    zero: { x: STATION, y: STATION, z: STATION },
    touchOff: typed(0.01),
    ...over,
  };
}

const bore = (x: number, y: number, z = 20): CylinderFeature => ({
  kind: 'bore',
  id: 'bore',
  areaMm2: 1,
  box: { min: vec(x, y, 0), max: vec(x, y, 40) },
  diameter: 10,
  hollow: true,
  axis: vec(0, 0, 1),
  at: vec(x, y, z),
  depth: 40,
  through: true,
  opens: null,
});
const cutIn = (madeBy: number | null, feature: CylinderFeature | PlaneFeature): CutFeature => ({
  name: 'bore',
  feature,
  madeBy,
});
const jobOf = (...setups: LocatedSetup[]): ExactJob => ({ setups, sizes: typed(0.05), blank: typed(null) });

test('the check value of the design: a size between two faces, and both pins', () => {
  const turned: Orientation = { up: '+z', right: '-x' };
  const within = { x: typed(0.012), y: typed(0), z: typed(0) };
  const job = jobOf(laid(10, AS_DRAWN, { within }), laid(20, turned, { within }));
  const { misses, problem } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(1, bore(20, 30)));
  expect(problem).toBeNull();
  const x = misses.find((m) => m.along.x === 1)!;
  expect(x.worst).toBeCloseTo(0.074, 9);
  expect(x.likely).toBeCloseTo(Math.hypot(0.05, 0.012, 0.012), 9);
  expect(x.shares.map((s) => [s.name, Math.round(s.mm * 1e6) / 1e6])).toEqual([
    ['size between the -x face and the +x face', 0.05],
    ['end pin in Op 10', 0.012],
    ['end pin in Op 20', 0.012],
  ]);
});

test('the same face on the same locators twice: what it is cancels, what locates it does not', () => {
  const within = { x: typed(0.012), y: typed(0), z: typed(0) };
  const job = jobOf(laid(10, AS_DRAWN, { within }), laid(20, AS_DRAWN, { within }));
  const { misses } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(1, bore(80, 30)));
  expect(misses.find((m) => m.along.x === 1)!.worst).toBeCloseTo(0.024, 9);
});

test('two that one setup cuts miss each other by nothing, whatever it is located by', () => {
  const job = jobOf(laid(10, AS_DRAWN, { within: { x: typed(null), y: typed(1), z: typed(1) } }));
  const { misses } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(0, bore(20, 30)));
  expect(misses.map((m) => m.worst)).toEqual([0, 0]);
});

test('pins that are off by 0.02 over 80 turn the part: it shows the further out a feature lies', () => {
  const within = { x: typed(0), y: typed(0.02), z: typed(0) };
  const job = jobOf(laid(10, AS_DRAWN, { within }));
  const lies = liesOf(job, 0)!;
  expect(lies.turned.worst).toBeCloseTo(0.04 / 80, 12);
  expect(lies.place.y.worst).toBeCloseTo(0.02, 12);
  // one pin up, the other down: at X 170 it is 0.02 + 80 · 0.04/80 off
  const [chain] = chainsOf(job)!;
  const at = chain.movedAt(0, vec(170, 30, 20)).y;
  expect([...at.values()].reduce((sum, c) => sum + Math.abs(c) * 0.02, 0)).toBeCloseTo(0.06, 12);
});

test('nobody has said how exact it is: not nothing', () => {
  const job = jobOf(laid(10, AS_DRAWN, { within: { x: typed(null), y: typed(0), z: typed(0) } }), laid(20, AS_DRAWN));
  const { misses } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(1, bore(20, 30)));
  const x = misses.find((m) => m.along.x === 1)!;
  expect([x.worst, x.likely]).toEqual([null, null]);
  expect(x.missing).toEqual(['end pin in Op 10']);
  expect(misses.find((m) => m.along.y === 1)!.worst).toBe(0);
});

test('what is left free is not known, and is nothing once the part itself is touched', () => {
  const free = SIX.slice(0, 3);
  const touched: ZeroFrom = {
    by: 'touch',
    every: true,
    within: typed(0.01),
    touched: [faceMet(AS_DRAWN, vec(0, 0, 0), 'x')],
  };
  const met = (zero: ZeroFrom) =>
    meetingOf(
      chainsOf(
        jobOf(laid(10, AS_DRAWN), laid(20, AS_DRAWN, { locators: free, zero: { x: zero, y: STATION, z: STATION } })),
      ),
      cutIn(0, bore(20, 30)),
      cutIn(1, bore(20, 30)),
    ).misses.find((m) => m.along.x === 1)!;
  expect(met(STATION)).toMatchObject({ worst: null, missing: ['Op 20 leaves it free'] });
  expect(met(touched).worst).toBeCloseTo(0.01, 12);
  expect(met({ ...touched, every: false })).toMatchObject({ worst: null });
});

test('a face that was cut before lies where that setup put it', () => {
  const within = { x: typed(0.02), y: typed(0), z: typed(0) };
  const second = laid(20, AS_DRAWN);
  const made = { ...second.faces.x, madeBy: 0 };
  const job = jobOf(laid(10, AS_DRAWN, { within }), { ...second, faces: { ...second.faces, x: made } });
  const { misses } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(1, bore(20, 30)));
  const x = misses.find((m) => m.along.x === 1)!;
  // the stop of Op 10 moved face and bore alike; only the size of the face is left
  expect(x.shares).toEqual([{ name: 'size of what Op 10 cuts at the -x face', mm: 0.05, from: 'typed' }]);
});

test('a third pin in a row: the worst of every way the part may lie against two of them', () => {
  const third = PIN('middle pin', 50);
  const within = { x: typed(0), y: typed(0.02), z: typed(0) };
  const job = jobOf(laid(10, AS_DRAWN, { within, locators: [...SIX, third] }));
  const { sets, complete } = contactChoices(job.setups[0]);
  expect(complete).toBe(true);
  const pins = sets.map((s) => s.filter((c) => c.axis === 'y').map((c) => c.name));
  expect(pins).toEqual([
    ['left pin', 'right pin'],
    ['left pin', 'middle pin'],
    ['right pin', 'middle pin'],
  ]);
  // over 40 instead of 80 it turns twice as far
  expect(liesOf(job, 0)!.turned.worst).toBeCloseTo(0.04 / 40, 12);
});

test('laid to a line by hand: as exact as that is, and turned by it where nothing else decides', () => {
  const line = typed(0.5);
  const job = jobOf(
    laid(10, AS_DRAWN, { locators: [REST], byHand: ['x', 'y'], within: { x: line, y: line, z: typed(0) } }),
  );
  const lies = liesOf(job, 0)!;
  expect([lies.place.x.worst, lies.place.y.worst]).toEqual([0.5, 0.5].map((v) => expect.closeTo(v, 9)));
  expect(lies.turned.worst).toBeCloseTo(1 / 60, 9);
});

test('directions: faces along their normal, bores across their axis, the rest is refused with the reason', () => {
  const ways = chainsOf(jobOf(laid(10, AS_DRAWN)));
  const slanted = { ...bore(1, 1), axis: vec(0, 0.6, 0.8) };
  const across = { ...bore(1, 1), axis: vec(1, 0, 0) };
  expect(meetingOf(ways, cutIn(0, bore(1, 1)), cutIn(0, across)).problem).toMatch(/not parallel/);
  expect(meetingOf(ways, cutIn(0, slanted), cutIn(0, slanted)).problem).toMatch(/slant/);
  expect(meetingOf(null, cutIn(0, bore(1, 1)), cutIn(0, bore(1, 1))).problem).toMatch(/take some out/);
});

/** Two setups in any orientation, all six contacts, sizes and zeros of every kind. */
function randomJob(next: () => number): ExactJob {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)];
  const mm = () => typed(0.001 + 0.05 * next());
  const [scale, lost] = [
    { x: mm(), y: null, z: mm() },
    { x: mm(), y: mm(), z: null },
  ];
  const axes = (): Axes => ({
    ...{ zeroAt: vec(100 * next(), 100 * next(), 100 * next()), scale, lost },
    homing: next() < 0.5 ? mm() : null,
  });
  const setup = (op: number, before: number | null): LocatedSetup => {
    const orientation = pick(ALL_ORIENTATIONS);
    const base = laid(op, orientation);
    const face = (axis: Axis): MetFace => {
      const found = faceMet(orientation, base.pose.translation, axis);
      return { ...found, madeBy: before !== null && next() < 0.4 ? before : null, isBlank: next() < 0.3 };
    };
    const faces = { x: face('x'), y: face('y'), z: face('z') };
    const zero = (axis: Axis): ZeroFrom =>
      next() < 0.4
        ? ({ ...STATION, by: 'station', within: mm() } as ZeroFrom)
        : { by: 'touch', every: next() < 0.6, within: mm(), touched: next() < 0.3 ? 'device' : [faces[axis]] };
    return {
      ...base,
      faces,
      within: { x: mm(), y: mm(), z: mm() },
      zero: { x: zero('x'), y: zero('y'), z: zero('z') },
      locators: next() < 0.2 ? [...SIX, PIN('middle pin', 40)] : SIX,
      ...(before !== null && next() < 0.3 ? { standsOn: before } : {}),
      ...(next() < 0.6 ? { axes: axes() } : {}),
    };
  };
  return { setups: [setup(10, null), setup(20, 0), setup(30, 1)], sizes: mm(), blank: mm() };
}

test('what the axes lose acts by the distance from zero, and cancels between what is cut beside each other', () => {
  const axes: Axes = {
    zeroAt: vec(0, 0, 0),
    homing: typed(0.004),
    scale: { x: typed(0.01), y: null, z: null },
    lost: { x: typed(0.003), y: null, z: null },
  };
  const none = { x: typed(0), y: typed(0), z: typed(0) };
  const [way] = chainsOf(jobOf(laid(10, AS_DRAWN, { within: none, axes })))!;
  const at = (x: number) => way.cutAt(0, subtract(vec(x, 0, 0), way.job.setups[0].pose.translation)).x;
  // 250 mm from zero: two and a half times what 100 mm may be off
  expect(at(250).get('scale x')).toBeCloseTo(2.5, 12);
  expect(at(250).get('lost 0 x')).toBeCloseTo(1, 12);
  expect((at(250).get('scale x') ?? 0) - (at(240).get('scale x') ?? 0)).toBeCloseTo(0.1, 12);
  expect([...way.cutAt(0, vec(1, 200, 300)).y.keys()].filter((id) => /scale|lost/.test(id))).toEqual([]);
  // the zero of a measured station is as far off as the switches are found again
  const station: ZeroFrom = { ...STATION, within: typed(0.01) };
  const from = { x: station, y: station, z: station };
  const homed = chainsOf(jobOf(laid(10, AS_DRAWN, { within: none, zero: from, axes })))![0];
  expect([...homed.zeroOf(0).x.keys()]).toEqual([
    `station ${'station' in station ? station.station : ''} x`,
    'home 0 x',
  ]);
});

test('every share is what the true placement does for a little of its cause (finite differences)', () => {
  const next = seeded(16);
  let [compared, most] = [0, 0];
  for (let n = 0; n < 40; n++) {
    const job = randomJob(next);
    const way = chainsOf(job)![0];
    const point = vec(100 * next(), 60 * next(), 40 * next());
    const forms = way.cutAt(2, point);
    for (const cause of way.causes) {
      const small = 1e-4;
      const at = (mm: number) => new TrueRoute(way, new Map([[cause.id, mm]])).cutAt(2, point);
      const [up, down] = [at(small), at(-small)];
      for (const axis of AXES) {
        const slope = (up[axis] - down[axis]) / (2 * small);
        most = Math.max(most, Math.abs(slope - (forms[axis].get(cause.id) ?? 0)));
        compared += 1;
      }
    }
  }
  expect(compared).toBeGreaterThan(2000);
  expect(most).toBeLessThan(1e-5);
});

test('simulated parts: none outside the worst case, and spread as the root of squares says', () => {
  const next = seeded(3);
  for (let n = 0; n < 3; n++) {
    const job = randomJob(next);
    const simple = { ...job, setups: job.setups.map((s) => ({ ...s, locators: SIX })) };
    const found = simulate(simple, [cutIn(0, bore(20, 30)), cutIn(2, bore(20, 30))], 7 + n, 4000)!;
    expect(found.outside).toBe(0);
    // the standard deviation of 4,000 parts is within a few hundredths of what it tends to
    expect(found.deviation / found.expected).toBeGreaterThan(0.95);
    expect(found.deviation / found.expected).toBeLessThan(1.05);
  }
});

test('δq = R⁺ δ against the pseudo-inverse of a matrix library', () => {
  const next = seeded(5);
  for (let n = 0; n < 60; n++) {
    const some = SIX.map((l) => ({ ...l, points: l.points.map((p) => vec(p.x + 8 * next(), p.y, p.z)) }));
    const within = { x: typed(0.01), y: typed(0.02), z: typed(0.03) };
    const job = jobOf(laid(10, AS_DRAWN, { locators: some, within }));
    const [chain] = chainsOf(job)!;
    const contacts = chain.sets[0];
    const rows = contacts.map(({ point: p, inward: i }) => {
      const q = subtract(p, vec(50, 30, 20));
      return [i.x, i.y, i.z, q.y * i.z - q.z * i.y, q.z * i.x - q.x * i.z, q.x * i.y - q.y * i.x];
    });
    expect(new SingularValueDecomposition(new Matrix(rows)).rank).toBe(6);
    const inverse = pseudoInverse(new Matrix(rows));
    const at = vec(3, 70, 5);
    const q = subtract(at, vec(50, 30, 20));
    const arm = [
      [1, 0, 0, 0, q.z, -q.y],
      [0, 1, 0, -q.z, 0, q.x],
      [0, 0, 1, q.y, -q.x, 0],
    ];
    const wanted = new Matrix(arm).mmul(inverse);
    const forms = chain.movedAt(0, at);
    AXES.forEach((axis, a) =>
      contacts.forEach((c, i) => expect(forms[axis].get(`at 0 ${c.id}`) ?? 0).toBeCloseTo(wanted.get(a, i), 8)),
    );
  }
});

describe('a part that stays in the jaws and is turned about X', () => {
  /** Turned by quarters about X through the origin of the device. */
  const turnedSetup = (quarters: number, over: Partial<LocatedSetup> = {}): LocatedSetup => {
    const ups = ['+z', '+y', '-z', '-y'] as const;
    const orientation: Orientation = { up: ups[quarters], right: '+x' };
    const turn = rotationOf(orientation);
    const gripped = laid(10, AS_DRAWN, over);
    const translation = rotate(turn, gripped.pose.translation);
    return {
      ...laid(20, orientation, over),
      pose: pose(turn, translation),
      stays: { from: 0, turn, within: typed(1e-4) },
    };
  };
  const within = { x: typed(0.01), y: typed(0.02), z: typed(0.03) };

  test.each([1, 2, 3])('%s quarters: every share is what the true placement does (finite differences)', (quarters) => {
    const job = jobOf(laid(10, AS_DRAWN, { within }), turnedSetup(quarters, { within }));
    const way = chainsOf(job)![0];
    for (const point of [vec(3, 70, 5), vec(90, -4, 31)]) {
      const forms = way.cutAt(1, point);
      expect(way.causes.map((c) => c.id)).toContain('index 1');
      for (const cause of way.causes) {
        const at = (mm: number) => new TrueRoute(way, new Map([[cause.id, mm]])).cutAt(1, point);
        const [up, down] = [at(1e-4), at(-1e-4)];
        for (const axis of AXES) expect((up[axis] - down[axis]) / 2e-4).toBeCloseTo(forms[axis].get(cause.id) ?? 0, 5);
      }
    }
  });

  test('an axis that is not where it was measured comes out by 2·sin(θ/2) of it: √2 at 90°, twice at 180°', () => {
    const off = (quarters: number) => {
      const way = chainsOf(jobOf(laid(10, AS_DRAWN), turnedSetup(quarters)))![0];
      const axisOff = new Map([
        ['station a y', 0.03],
        ['station a z', -0.04],
      ]);
      const route = new TrueRoute(way, axisOff);
      const point = vec(40, 12, 7);
      const [a, b] = [route.cutAt(0, point), route.cutAt(1, point)];
      return Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
    };
    expect(off(1)).toBeCloseTo(0.05 * Math.SQRT2, 9);
    expect(off(2)).toBeCloseTo(0.05 * 2, 9);
    expect(off(3)).toBeCloseTo(0.05 * Math.SQRT2, 9);
  });

  test('how it lies in the jaws cancels between its sides; gripped anew it does not', () => {
    const loose = { within: { x: typed(0.1), y: typed(0.1), z: typed(0.1) } };
    const mismatch = (second: LocatedSetup) => {
      const way = chainsOf(jobOf(laid(10, AS_DRAWN, loose), second))![0];
      const [a, b] = [way.cutAt(0, vec(0, 0, 0)), way.cutAt(1, vec(0, 0, 0))];
      return AXES.flatMap((axis) =>
        way.causes
          .filter((c) => c.id.startsWith('at '))
          .map((c) => Math.abs((a[axis].get(c.id) ?? 0) - (b[axis].get(c.id) ?? 0))),
      ).reduce((x, y) => Math.max(x, y), 0);
    };
    expect(mismatch(turnedSetup(2, loose))).toBeLessThan(1e-9);
    const anew = { ...turnedSetup(2, loose) };
    delete (anew as { stays?: unknown }).stays;
    expect(mismatch(anew)).toBeGreaterThan(0.5);
  });
});

test('the number of parts that are simulated is not zero where something is unknown: it is refused', () => {
  const job = jobOf(laid(10, AS_DRAWN, { within: { x: typed(null), y: typed(0), z: typed(0) } }), laid(20, AS_DRAWN));
  expect(simulate(job, [cutIn(0, bore(1, 1)), cutIn(1, bore(1, 1))], 1, 10)).toBeNull();
});

const plane = (side: Direction, at: Vec3): PlaneFeature => ({
  kind: 'plane',
  id: side,
  areaMm2: 1,
  box: { min: at, max: at },
  normal: { x: 0, y: 0, z: 0, [side[1]]: side.startsWith('-') ? -1 : 1 } as unknown as Vec3,
  level: 0,
  at,
  side,
  belowOutermost: 0,
  pocket: null,
});

test('what is cut against the very face it lies on: how thick it gets does not hang on where that face is', () => {
  const station: ZeroFrom = { ...STATION, within: typed(0.01) };
  const within = { x: typed(0), y: typed(0), z: typed(0.004) };
  const zero = { x: STATION, y: STATION, z: station };
  const over: Orientation = { up: '-z', right: '+x' };
  const second = laid(20, over, { within, zero });
  const top = { ...second.faces.z, madeBy: 0 };
  const job = jobOf(laid(10, AS_DRAWN, { within, zero }), { ...second, faces: { ...second.faces, z: top } });
  const pair = [cutIn(0, plane('+z', vec(50, 30, 40))), cutIn(1, plane('-z', vec(50, 30, 0)))] as const;
  const { misses } = meetingOf(chainsOf(job), ...pair);
  // its station and the rest under it in the second setup: nothing of the first
  expect(misses[0].shares.map((s) => [s.name, Math.round(1e6 * s.mm) / 1e6])).toEqual([
    ['place of station A in Z', 0.01],
    ['rest in Op 20', 0.004],
  ]);
  expect(simulate(job, pair, 3, 500)!.outside).toBe(0);
});

test('touched off on the first part only: the first lay a little off, and so does each that follows', () => {
  const touched: ZeroFrom = {
    by: 'touch',
    every: false,
    within: typed(0.005),
    touched: [faceMet(AS_DRAWN, vec(0, 0, 0), 'x')],
  };
  const within = { x: typed(0.01), y: typed(0), z: typed(0) };
  const zero = { x: touched, y: STATION, z: STATION };
  const once = laid(10, AS_DRAWN, { within, zero });
  const lies = (setup: LocatedSetup) => liesOf(jobOf(setup), 0)!.place.x;
  expect(lies(once).worst).toBeCloseTo(0.01 + 0.01 + 0.005, 12);
  expect(lies(once).shares.map((s) => s.name)).toEqual([
    'end pin in Op 10',
    'first part, end pin in Op 10',
    'touch-off in X of Op 10',
  ]);
  expect(lies({ ...once, zero: { ...zero, x: { ...touched, every: true } } }).worst).toBeCloseTo(0.005, 12);
  // the device itself, touched before loading: how the part comes to lie against it stays
  expect(lies({ ...once, zero: { ...zero, x: { ...touched, touched: 'device' } } }).worst).toBeCloseTo(0.015, 12);
});

test('a station as an earlier setup found it is off by what that setup was off, the same way', () => {
  const touched: ZeroFrom = { by: 'touch', every: false, within: typed(0.005), touched: 'device' };
  const zero = { x: touched, y: STATION, z: STATION };
  const earlier: ZeroFrom = { by: 'earlier', setup: 0, touched: null };
  const job = jobOf(laid(10, AS_DRAWN, { zero }), laid(20, AS_DRAWN, { zero: { ...zero, x: earlier } }));
  const { misses } = meetingOf(chainsOf(job), cutIn(0, bore(20, 30)), cutIn(1, bore(80, 30)));
  expect(misses.map((m) => m.worst)).toEqual([0, 0]);
  const turned = laid(20, { up: '+z', right: '-x' }, { zero: { ...zero, x: earlier } });
  const other = jobOf(laid(10, AS_DRAWN, { zero }), turned);
  const x = meetingOf(chainsOf(other), cutIn(0, bore(20, 30)), cutIn(1, bore(80, 30))).misses[0];
  // turned half round it counts twice, besides the size between the two faces
  expect(x.shares.find((s) => s.name === 'touch-off in X of Op 10')!.mm).toBeCloseTo(0.01, 12);
});

test('by itself a setup lies off by what the earlier one that found its station was off', () => {
  const touched: ZeroFrom = { by: 'touch', every: false, within: typed(0.005), touched: 'device' };
  const none = { x: typed(0), y: typed(0), z: typed(0) };
  const found = laid(20, AS_DRAWN, { within: none, zero: { x: touched, y: STATION, z: STATION } });
  const after = (op: number, setup: number) =>
    laid(op, AS_DRAWN, { within: none, zero: { x: { by: 'earlier', setup, touched: null }, y: STATION, z: STATION } });
  const job = jobOf(laid(10, AS_DRAWN), found, after(30, 1), after(40, 2));
  for (const at of [1, 2, 3]) {
    expect(liesOf(job, at)!.place.x.worst).toBeCloseTo(0.005, 12);
    expect(liesOf(job, at)!.place.x.shares.map((s) => s.name)).toEqual(['touch-off in X of Op 20']);
  }
});

test('dowels stand where the setup that drilled them had its zero: the station cancels, what is touched anew does not', () => {
  const station: ZeroFrom = { ...STATION, within: typed(0.05) };
  const zero = { x: station, y: station, z: STATION };
  const drills = laid(10, AS_DRAWN, { zero });
  const hole = { madeBy: 0, isRound: true, at: vec(10, 30, 20) };
  const on = laid(20, AS_DRAWN, { zero, within: { x: typed(0.01), y: typed(0), z: typed(0) }, standsOn: 0 });
  const onto = { ...on, faces: { ...on.faces, x: { ...on.faces.x, ...hole } } };
  const job = jobOf(drills, onto);
  expect(liesOf(job, 1)!.place.x.shares.map((s) => [s.name, s.mm])).toEqual([['end pin in Op 20', 0.01]]);
  // zero found anew in the second setup: then the station of the first shows
  const anew: ZeroFrom = { by: 'touch', every: false, within: typed(0.005), touched: 'device' };
  const other = jobOf(drills, { ...onto, zero: { ...zero, x: anew } });
  expect(liesOf(other, 1)!.place.x.worst).toBeCloseTo(0.05 + 0.01 + 0.005, 9);
  const pair = [cutIn(0, bore(20, 30)), cutIn(1, bore(20, 30))] as const;
  expect(meetingOf(chainsOf(job), ...pair).misses.find((m) => m.along.x === 1)!.worst).toBeCloseTo(0.01, 9);
  expect(simulate(job, pair, 3, 500)!.outside).toBe(0);
});
