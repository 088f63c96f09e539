import { planBlank } from '../blank';
import { ALL_ORIENTATIONS, AXES, DIRECTIONS, rotationOf, type Box3, type Direction, type Orientation } from '../frames';
import { newBlank, newJob, ONE_COPY, type Allowance } from '../job';
import { featureNames, findFeatures } from '../part';
import { Planner } from '../plan';
import { bar, loadKernel, meshBox, type Kernel, type Solid } from '../solid';
import { EMPTY_SHOP, type RoundDevice } from '../shop';
import { box, machine, setup, tool, vise } from '../testing/fixtures';
import { chuck } from '../testing/held';
import { speechIn } from '../units';
import { depthLimits, directionsIn, proposeRoutes, reachOf, roundAbout, setupsFrom, sizesIn, type Proposal } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const all = (mm: number): Allowance => ({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });

function propose(
  solid: Solid,
  allowance = all(2),
  finished: readonly Direction[] = [],
  most: number | null = null,
  round: readonly RoundDevice[] = [],
): Proposal & { ups: Direction[][]; names: string[] } {
  const surface = solid.mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const names = featureNames(features, speechIn('mm'));
  const blank = planBlank(part, { allowance, blank: newBlank(allowance), copies: ONE_COPY });
  const level = (d: Direction, b: Box3) => (d[0] === '+' ? b.max[d[1] as 'x'] : -b.min[d[1] as 'x']);
  const reach = reachOf({
    surface: marked,
    part,
    finishedSides: finished.map((side) => ({ side, level: level(side, blank.box) })),
    tell: undefined,
    mostDeep: most === null ? undefined : () => most,
  });
  const nameOf = (f: number) => names.get(features[f]?.id) ?? 'a free face';
  const proposal = proposeRoutes({ reach, features, part, blank, vise, round, nameOf, speech: speechIn('mm') });
  return {
    ...proposal,
    ups: proposal.routes.map((r) => r.setups.map((s) => s.orientation.up)),
    names: proposal.unreachable.map((u) => nameOf(u.feature)),
  };
}

const block = () => kernel.box(box([0, 0, 0], [80, 50, 30]));
const cut = (solid: Solid, ...tools: Box3[]) => tools.reduce((s, t) => kernel.subtract(s, kernel.box(t)), solid);

test('a block with stock all round: two setups, one flip, the same face on the jaw', () => {
  const { ups, routes, unreachable } = propose(block());
  expect(unreachable).toEqual([]);
  expect(ups[0]).toEqual(['+z', '-z']);
  expect(routes[0]).toMatchObject({ flips: 1, turns: 0 });
  expect(routes[0].sameJawSide).not.toBeNull();
  expect(routes[0].reasons.join(' ')).toMatch(
    /2 setups reach every face.*no fewer do.*1 flip, 0 quarter turns.*finished faces to hold/,
  );
  // what the jaws cover in the first setup is left for the second: together they cover the height
  const [a, b] = routes[0].setups.map((s) => s.cutsBelowTop);
  expect(a).toBeLessThanOrEqual(30 + 2 - vise.minimumGrip - vise.clearanceAboveJaws + 1e-9);
  expect(a + b).toBeGreaterThanOrEqual(30 - 1e-6);
});

test('a block whose bottom and sides come finished needs one setup', () => {
  const sides = ['-x', '+x', '-y', '+y', '-z'] as const;
  const { ups, routes } = propose(block(), { ...all(0), zPlus: 2 }, sides);
  expect(ups[0]).toEqual(['+z']);
  expect(routes[0].setups[0].cutsBelowTop).toBeCloseTo(0, 9);
});

test('a block whose sides must be cut whole has the jaws in the way with one setup, so two are proposed first', () => {
  const { ups, routes } = propose(block(), { ...all(2), zMinus: 0 }, ['-z']);
  expect(ups[0]).toEqual(['+z', '-z']);
  expect(routes[0].reasons[0]).toMatch(/by direction alone 1 would do/);
});

test('a stepped block: the setup from above goes down to the lowest step, the other as far as the jaws leave', () => {
  const stepped = cut(block(), box([40, -1, 20], [81, 51, 31]), box([60, -1, 10], [81, 51, 31]));
  const { ups, routes } = propose(stepped);
  // the whole bottom is more to rest and hold by than the stepped top, so it is cut first
  expect(ups[0]).toEqual(['-z', '+z']);
  expect(routes[0].setups[0].cutsBelowTop).toBeLessThanOrEqual(
    30 + 2 - vise.minimumGrip - vise.clearanceAboveJaws + 1e-6,
  );
  expect(routes[0].setups[1].cutsBelowTop).toBeGreaterThanOrEqual(20);
  expect(routes[0].setups[0].cutsBelowTop + routes[0].setups[1].cutsBelowTop).toBeGreaterThanOrEqual(30 - 1e-6);
});

test('a block with a blind hole in its side: every proposal has that side up once, and says what is cut there', () => {
  const { ups, routes } = propose(cut(block(), box([60, 20, 10], [81, 30, 20])));
  expect(ups.length).toBeGreaterThan(1);
  expect(ups.every((u) => u.filter((d) => d === '+x').length === 1)).toBe(true);
  // on end it takes two setups; lying flat three
  expect(ups[0]).toHaveLength(2);
  expect(ups.some((u) => u.length === 3 && u.includes('+z') && u.includes('-z'))).toBe(true);
  expect(routes[0].reasons.join(' ')).toMatch(/2 setups reach every face.*no fewer do/);
  expect(routes.find((r) => r.setups.length === 3)!.reasons.join(' ')).toMatch(
    /3 setups.*by direction alone 2 would do/,
  );
});

test('a block with a hole through its side can take the other direction instead: alternatives are given', () => {
  const { ups } = propose(cut(block(), box([-1, 20, 10], [81, 30, 20])));
  expect(ups[0]).toHaveLength(2);
  // from either end
  expect(ups.every((u) => u.some((d) => d[1] === 'x'))).toBe(true);
  expect(ups.length).toBeGreaterThan(1);
});

test('an undercut nobody can reach is said, with its face; the rest is still proposed', () => {
  // a hollow inside, open nowhere but through a narrow slot whose walls hide the sides of the hollow
  const hollow = cut(block(), box([20, 20, 10], [60, 30, 20]), box([38, 20, 15], [42, 30, 31]));
  const { unreachable, names, ups } = propose(hollow);
  expect(unreachable.length).toBeGreaterThan(0);
  expect(names.some((n) => /deep|face/.test(n))).toBe(true);
  expect(ups[0].length).toBeGreaterThanOrEqual(2);
  const total = unreachable.reduce((sum, u) => sum + u.areaMm2, 0);
  // roof of the hollow (40 × 10 less the slot's 4 × 10), its two ends (10 × 10 each), and of floor and sides what lies
  // beside the slot
  expect(Math.abs(total - (360 + 200 + 360 + 2 * 40 * 10 - 2 * 4 * 5)) / total).toBeLessThan(0.05);
});

test('reach of a block agrees with what can be seen: each side from its own direction and as a wall from four others', () => {
  const surface = block().mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const { places } = reachOf({ surface: marked, part, finishedSides: [] });
  for (const p of places) {
    const f = features[p.feature];
    if (f.kind !== 'plane' || !f.side) throw new Error('a block has six sides');
    const opposite = `${f.side[0] === '+' ? '-' : '+'}${f.side[1]}`;
    expect(directionsIn(p.mask)).toEqual(DIRECTIONS.filter((d) => d !== opposite));
  }
});

test('each proposed setup is an ordinary setup: planned, the route leaves nothing and nothing stops it but the unknown station', () => {
  const stepped = cut(block(), box([40, -1, 20], [81, 51, 31]));
  const surface = stepped.mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const job = {
    ...newJob({ number: '1', part: 'block', units: 'mm' }, { file: 'stepped.step' }),
    allowance: all(3),
    blank: newBlank(all(3)),
    machine: 'm',
  };
  const blank = planBlank(part, job);
  const nameOf = (f: number) => [...featureNames(features, speechIn('mm')).values()][f];
  const { routes } = proposeRoutes({
    reach: reachOf({ surface: marked, part, finishedSides: [] }),
    features,
    part,
    blank,
    vise,
    nameOf,
    speech: speechIn('mm'),
  });
  let n = 0;
  const setups = setupsFrom(
    routes[0],
    job,
    { vise, blank, registers: ['G54', 'G55'], stations: [] },
    { nameOf, newId: () => `s${++n}` },
  );
  expect(setups.map((s) => [s.op, s.register])).toEqual([
    [10, 'G54'],
    [20, 'G55'],
  ]);
  const planned = new Planner(kernel).plan({
    job: { ...job, setups },
    shop: { ...EMPTY_SHOP, machines: [machine], devices: [vise] },
    bodies: () => ({ mesh: surface, key: 'stepped' }),
  });
  if (!planned.ok) throw new Error(planned.problem);
  expect(planned.value.unreached?.volumeMm3).toBeCloseTo(0, 3);
  expect(planned.value.findings.filter((f) => f.level === 'stop').map((f) => `${f.op} ${f.code}: ${f.says}`)).toEqual(
    [],
  );
});

describe('how deep a cutter reaches', () => {
  const tall = () => kernel.box(box([0, 0, 0], [50, 40, 90]));

  test('a block 90 high is not milled 90 deep from one side: from top and bottom, or lying', () => {
    const onEnd = (most: number | null) => {
      const { routes, ups } = propose(tall(), all(2), [], most);
      return (
        routes[ups.findIndex((u) => u.includes('+z') && u.includes('-z'))]?.setups.map((s) => s.cutsBelowTop) ?? []
      );
    };
    // nothing limits: as deep from the first side as the jaws leave it
    expect(Math.max(...onEnd(null))).toBeGreaterThan(75);
    expect(onEnd(50).length).toBeGreaterThanOrEqual(2);
    expect(Math.max(...onEnd(50))).toBeLessThanOrEqual(50 + 1e-6);
    expect(onEnd(50).reduce((sum, d) => sum + d, 0)).toBeGreaterThanOrEqual(90);
  });

  test('walls too deep from everywhere are still proposed, and said', () => {
    // a pocket 60 deep, open at the top only
    const { routes } = propose(cut(tall(), box([10, 10, 30], [40, 30, 91])), all(2), [], 40);
    expect(routes.length).toBeGreaterThan(0);
    expect(routes[0].reasons.join(' ')).toMatch(
      /Some walls lie deeper than usual cutters reach: one must reach (5[5-9]|60)\.\d{3} mm\./,
    );
  });

  test('the limit is the longest milling cutter of the job; 50 without any; five diameters in an inner corner; none in a bore', () => {
    const hollow = (kind: 'bore' | 'round') => ({
      id: '',
      areaMm2: 1,
      box: box([0, 0, 0], [1, 1, 1]),
      kind,
      hollow: true,
      diameter: 8,
      axis: { x: 0, y: 0, z: 1 },
      at: { x: 0, y: 0, z: 0 },
      depth: 1,
      through: true,
      opens: null,
    });
    const features = [hollow('round'), hollow('bore')];
    const none = depthLimits({ setups: [] }, features);
    expect([none(-1), none(0), none(1)]).toEqual([50, 40, Infinity]);
    const long = depthLimits(
      {
        setups: [setup({ tools: [tool({ use: 'milling', stickOut: 70 }), tool({ use: 'drilling', stickOut: 120 })] })],
      },
      features,
    );
    expect([long(-1), long(0)]).toEqual([70, 40]);
  });
});

describe('parts that are round about an axis', () => {
  const solidOf = (along: 'x' | 'z', length = 120) => {
    const made = kernel.fromMesh(bar({ section: 'round', across: 30, bore: 0, length, along }, { x: 0, y: 0, z: 0 }));
    if (!made.ok) throw new Error(made.problem);
    return made.value;
  };

  test.each(['x', 'z'] as const)('a shaft along %s is offered a chuck, one end up and then the other', (along) => {
    const { routes } = propose(solidOf(along), all(1), [], null, [chuck as RoundDevice]);
    expect(routes[0].about).toMatchObject({
      device: { id: 'chuck' },
      round: { axis: along, diameter: expect.closeTo(30, 3), length: expect.closeTo(120, 6) },
    });
    expect(routes[0].setups.map((s) => s.orientation.up)).toEqual([`+${along}`, `-${along}`]);
    // 30 in the jaws and 1 of room stay for the second setup, 1 of them stock
    expect(routes[0].setups.map((s) => s.cutsBelowTop)).toEqual([expect.closeTo(90, 6), expect.closeTo(30, 6)]);
    const [first] = setupsFrom(
      routes[0],
      newJob({ number: '1', part: 'shaft', units: 'mm' }, { block: { x: 1, y: 1, z: 1 } }),
      { vise, blank: { box: box([-16, -16, -1], [16, 16, 121]) }, registers: ['G54'], stations: [] },
      { nameOf: () => 'face', newId: () => 'id' },
    );
    expect(first).toMatchObject({ device: 'chuck', zero: { x: 'middle', y: 'middle', z: 'max' } });
  });

  test('a block, and a shaft no chuck of the shop takes, are not', () => {
    expect(propose(block(), all(1), [], null, [chuck as RoundDevice]).routes[0].about).toBeUndefined();
    expect(
      propose(solidOf('z'), all(1), [], null, [{ ...chuck, maxDiameter: 20 } as RoundDevice]).routes[0].about,
    ).toBeUndefined();
    expect(propose(solidOf('z', 40), all(1), [], null, [chuck as RoundDevice]).routes[0].about).toBeUndefined();
    const { features } = findFeatures(block().mesh(), meshBox(block().mesh()));
    expect(roundAbout(features, meshBox(block().mesh()))).toBeNull();
  });
});

test('sizes that come between setups: one for each part axis that is located by both its sides', () => {
  const between = (...all: Orientation[]) => sizesIn(all.map((orientation) => ({ orientation })));
  // a flip about X: rest and jaw change their face, the left stop keeps its own
  expect(between({ up: '+z', right: '+x' }, { up: '-z', right: '+x' })).toBe(2);
  // a flip about Y keeps the jaw's face
  expect(between({ up: '+z', right: '+x' }, { up: '-z', right: '-x' })).toBe(2);
  expect(between({ up: '+z', right: '+x' })).toBe(0);
  // a quarter turn about Y: what was at the left lies below, what was below at the right
  const located = ALL_ORIENTATIONS.map((o) => between({ up: '+z', right: '+x' }, o));
  // independent: by the signed axes that point down, to the rear and to the left
  const sides = (o: (typeof ALL_ORIENTATIONS)[number]) => {
    const { rows } = rotationOf(o);
    return new Set(
      [
        [2, -1],
        [1, 1],
        [0, -1],
      ].map(([row, sign]) => {
        const v = rows[row];
        const axis = AXES.find((a) => Math.abs(v[a]) > 0.5)!;
        return `${v[axis] * sign > 0 ? '+' : '-'}${axis}`;
      }),
    );
  };
  const first = sides({ up: '+z', right: '+x' });
  ALL_ORIENTATIONS.forEach((o, i) => {
    const all = new Set([...first, ...sides(o)]);
    expect(located[i]).toBe(AXES.filter((a) => all.has(`+${a}`) && all.has(`-${a}`)).length);
  });
});
