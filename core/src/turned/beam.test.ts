import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { cantileverDeflectionMm, roundInertiaMm4 } from '../hold';
import { barLathe, planTurnedCase, turnedMesh } from '../testing/turnedJobs';
import { profileOf, shaftDeflectionMm, stretchesBetween, type Stretch } from '.';

interface Shaft {
  readonly stretches: readonly Stretch[];
  readonly toTool: number;
  readonly toSupport: number | null;
}

/**
 * Deflection under the tool by beam elements of two nodes (Hermite shapes, any book on finite elements): built in at
 * the left end, carried at one node more. Nodes lie at every step, at the tool and at the support.
 */
function byElements({ stretches, toTool, toSupport }: Shaft, load: number, youngGPa: number): number {
  let at = 0;
  const steps = stretches.map((s) => ({ to: (at += s.length), inertia: s.inertiaMm4 }));
  const nodes = [
    ...new Set([0, toTool, toSupport ?? at, ...steps.map((s) => s.to)].map((x) => Math.round(x * 1e9) / 1e9)),
  ];
  nodes.sort((a, b) => a - b);
  const size = 2 * nodes.length;
  const k = Matrix.zeros(size, size);
  for (let i = 0; i + 1 < nodes.length; i++) {
    const l = nodes[i + 1] - nodes[i];
    const { inertia } = steps.find((s) => s.to > nodes[i] + l / 2)!;
    const e = [
      [12, 6 * l, -12, 6 * l],
      [6 * l, 4 * l * l, -6 * l, 2 * l * l],
      [-12, -6 * l, 12, -6 * l],
      [6 * l, 2 * l * l, -6 * l, 4 * l * l],
    ];
    const ei = youngGPa * 1000 * inertia;
    for (let r = 0; r < 4; r++)
      for (let c = 0; c < 4; c++) k.set(2 * i + r, 2 * i + c, k.get(2 * i + r, 2 * i + c) + (ei / l ** 3) * e[r][c]);
  }
  const dof = (x: number) => 2 * nodes.findIndex((n) => Math.abs(n - x) < 1e-8);
  const fixed = [0, 1, ...(toSupport === null ? [] : [dof(toSupport)])];
  const free = Array.from({ length: size }, (_, i) => i).filter((i) => !fixed.includes(i));
  const force = Matrix.zeros(free.length, 1);
  force.set(free.indexOf(dof(toTool)), 0, load);
  return solve(k.selection(free, free), force).get(free.indexOf(dof(toTool)), 0);
}

const inertiaMm4 = roundInertiaMm4(14);
const one = (length: number): Stretch[] => [{ length, inertiaMm4 }];
const gives = (shaft: Shaft) => shaftDeflectionMm({ forceN: 300, youngGPa: 200, ...shaft });
const ei = 200_000 * inertiaMm4;

test.each([
  [22, 87],
  [22, 193.75],
  [60, 10],
  [100, 100],
])('carried behind the tool, %s to it and %s on: F·a³·b²·(3a + 4b)/(12·E·I·l³)', (a, b) => {
  const l = a + b;
  const made = gives({ stretches: one(l), toTool: a, toSupport: l });
  expect(made).toBeCloseTo((300 * a ** 3 * b ** 2 * (3 * a + 4 * b)) / (12 * ei * l ** 3), 10);
});

test('half way along it gives 7·F·l³/(768·E·I) (formulas of beams, any mechanics handbook, from memory)', () => {
  expect(gives({ stretches: one(120), toTool: 60, toSupport: 120 })).toBeCloseTo((7 * 300 * 120 ** 3) / (768 * ei), 12);
});

test('carried before the tool, c beyond: F·c²·(3a + 4c)/(12·E·I) (formulas of beams, any mechanics handbook, from memory)', () => {
  const [a, c] = [80, 35];
  const made = gives({ stretches: one(115), toTool: 115, toSupport: a });
  expect(made).toBeCloseTo((300 * c ** 2 * (3 * a + 4 * c)) / (12 * ei), 11);
});

test('not carried: F·l³/(3·E·I); a support never hurts, and one at the tool takes all of it', () => {
  const free = gives({ stretches: one(40), toTool: 40, toSupport: null });
  expect(free).toBeCloseTo(cantileverDeflectionMm(300, 40, 200, inertiaMm4), 12);
  expect(gives({ stretches: one(5040), toTool: 40, toSupport: 5040 })).toBeLessThanOrEqual(free);
  expect(gives({ stretches: one(40), toTool: 40, toSupport: 40 })).toBeCloseTo(0, 12);
});

test('any stepped shaft, carried anywhere or nowhere: as beam elements give it', () => {
  const step = fc.record({ length: fc.integer({ min: 16, max: 1600 }), across: fc.integer({ min: 48, max: 640 }) });
  const share = fc.double({ min: 0.05, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), share, fc.option(share), (steps, tool, support) => {
      const stretches = steps.map((s) => ({ length: s.length / 16, inertiaMm4: roundInertiaMm4(s.across / 16) }));
      const length = stretches.reduce((sum, s) => sum + s.length, 0);
      const at = (x: number) => Math.round(x * length * 64) / 64;
      const shaft = { stretches, toTool: at(tool), toSupport: support === null ? null : at(support) };
      if (shaft.toTool <= 0 || shaft.toSupport === 0) return;
      const elements = Math.abs((shaft.toSupport ?? -1) - shaft.toTool) < 1e-9 ? 0 : byElements(shaft, 300, 200);
      const alone = gives({ ...shaft, toSupport: null });
      expect(Math.abs(gives(shaft) - elements)).toBeLessThan(1e-5 * alone);
    }),
    { seed: 17, numRuns: 400 },
  );
});

test('a part as a shaft: cylinders as they are, cones by their middles, a bore taken off, what is left to cut put on', () => {
  const mesh = turnedMesh([
    { length: 30, from: 20, to: 20 },
    { length: 16, from: 20, to: 12 },
    { length: 24, from: 12, to: 12 },
  ]);
  const profile = profileOf(mesh, '-x', { x: 0, y: 0, z: 0 });
  if (!profile.ok) throw new Error(profile.problem);
  const along = stretchesBetween(profile.value, [10, 60]);
  expect(along.map((s) => s.length).reduce((a, b) => a + b)).toBeCloseTo(50, 9);
  expect([along[0], along[1].inertiaMm4, along.at(-1)!]).toEqual([
    { length: 20, inertiaMm4: roundInertiaMm4(20) },
    expect.closeTo(roundInertiaMm4(19.75), 6),
    { length: 14, inertiaMm4: roundInertiaMm4(12) },
  ]);
  expect(stretchesBetween(profile.value, [60, 10])).toEqual([...along].reverse());
  expect(stretchesBetween(profile.value, [0, 5], { left: 3, atMost: 22 })[0].inertiaMm4).toBe(roundInertiaMm4(22));
  const hollow = { ...profile.value, bores: [{ from: 0, to: 30, fromDiameter: 10, toDiameter: 10, arc: null }] };
  expect(stretchesBetween(hollow, [0, 5])[0].inertiaMm4).toBeCloseTo(roundInertiaMm4(20) - roundInertiaMm4(10), 9);
});

test('a thin bar that sticks out far: the diameter comes out larger than it may be, and nothing carries it', () => {
  const bar = (change: object, bushing: number | null = null) =>
    planTurnedCase({
      ...{ steps: [{ length: 60, from: 6, to: 6 }], machine: barLathe(100, { bushing }), across: 8 },
      turned: { grip: 20, depth: 1, feed: 0.1, within: 0.02, ...change },
    });
  const { planned, findings } = bar({});
  const [section] = planned.sections;
  // from the collet all the way forward, and the whole section back
  expect(section.overhang).toBeCloseTo(20 + 62.5, 9);
  const bends = findings.filter((f) => f.code === 'bar-bends').map((f) => f.level);
  expect(bends).toEqual(['caution', 'stop']);
  expect(bar({}, 12).codes).not.toContain('bar-bends');
  expect(bar({ feed: null }).findings.find((f) => f.code === 'bend-not-known')!.says).toMatch(/feed missing/);
});
