import fc from 'fast-check';
import { AXES, dot, type Axis, type Vec3 } from '../frames';
import { newBlank, newJob, NO_HOLD, touchChoices, type Job, type Setup } from '../job';
import { facet, loadKernel, meshVolume, type TriangleMesh } from '../solid';
import { machine, vise } from '../testing/fixtures';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => { planner = new Planner(await loadKernel()); });

const shop = { name: '', projection: 'third angle' as const, altitude: 0, machines: [machine], devices: [vise], clamps: [], bonds: [], materials: [], stock: [], offcuts: [] };

const setupOf = (op: number, up: Setup['orientation']['up'], right: Setup['orientation']['right'], cutsBelowTop: number): Setup => ({
  id: `op-${op}`, op, does: '', register: 'G54', orientation: { up, right }, cutsBelowTop, cutsTo: null, programmed: null, device: 'v', station: 'a', ...structuredClone(NO_HOLD),
  parallels: { height: 10 }, stop: { side: 'left', position: 0, height: 20, fromJaw: 15, face: null }, zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
  ...touchChoices(10), tools: [], program: '', why: { seat: '', hold: '', zero: '' },
});

interface Shaft {
  readonly across: number;
  readonly length: number;
  readonly bar: number;
  readonly ends: number;
  readonly bore?: number;
  /** stock in the bore, on the diameter */
  readonly inBore?: number;
  readonly hexagon?: boolean;
}

/** A bar along an axis made of a longer bar of the same section, which may be thicker. */
function shaft(along: Axis, { across, length, bar, ends, bore = 0, inBore = 1, hexagon = false }: Shaft, setups: Setup[]): Job {
  const allowance = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0, [`${along}Minus`]: ends, [`${along}Plus`]: ends };
  const blank = { ...newBlank(allowance), kind: hexagon ? 'hexagon bar' as const : bore > 0 ? 'tube' as const : 'round bar' as const, along, across: bar, bore: bore > 0 ? bore - inBore : 0 };
  return { ...newJob({ number: 'shaft', part: 'shaft', units: 'mm' }, { bar: { section: hexagon ? 'hexagon' : bore > 0 ? 'tube' : 'round', across, bore, length, along } }), allowance, blank, machine: 'm', setups };
}

function plan(job: Job) {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return { planned: planned.value, solids: planner.solids! };
}

test('a shaft ⌀25 of a bar ⌀28, one end faced, turned end for end: the 2.000 that were faced off do not come back', () => {
  const { planned } = plan(shaft('x', { across: 25, length: 100, bar: 28, ends: 2 }, [setupOf(10, '+x', '+y', 60), setupOf(20, '-x', '-y', 40)]));
  const [, second] = planned.setups;
  const { seat } = second.facts!;
  // faced off at its end: what lies on the parallels is finished
  expect(seat.loadedBox.max.z - seat.loadedBox.min.z).toBeCloseTo(102, 9);
  expect(seat.rest.rawMm).toBe(0);
  expect(second.facts!.zero.inMachine!.z).toBeCloseTo(-450 + 10 + 100, 9);
  expect(JSON.stringify(planned)).not.toMatch(/Infinity|NaN/);
});

/** Bar 25 × 100 along X in ⌀28, 2 on both ends, cut 60 deep with the right face up, then flipped left to right: the shortest that failed. */
test.each(['x', 'y', 'z'] as const)('turning the drawing of the part changes no zero: along %s', (along) => {
  const ways = { x: ['+x', '+y', '-x'], y: ['+y', '+z', '-y'], z: ['+z', '+x', '-z'] } as const;
  const [up, right, down] = ways[along];
  const zero = (job: Job) => plan(job).planned.setups.map((s) => s.facts!.zero.inMachine!);
  const size = { across: 25, length: 100, bar: 28, ends: 2 };
  const here = zero(shaft(along, size, [setupOf(10, up, right, 60), setupOf(20, down, right, 40)]));
  const there = zero(shaft('x', size, [setupOf(10, '+x', '+y', 60), setupOf(20, '-x', '+y', 40)]));
  here.forEach((z, i) => AXES.forEach((a) => expect(z[a]).toBeCloseTo(there[i][a], 9)));
});

/** Facets that bound no material: two of some area that lie on each other and look opposite ways. */
function facetsOfNothing(mesh: TriangleMesh): number {
  const { positions: p, triangles: t } = mesh;
  const at = (i: number) => [0, 1, 2].map((k) => Math.round(p[3 * i + k] * 1e6)).join();
  const seen = new Map<string, Vec3[]>();
  for (let i = 0; i < t.length; i += 3) {
    const { area, normal } = facet(mesh, i);
    if (area < 1e-9) continue;
    const key = [t[i], t[i + 1], t[i + 2]].map(at).sort().join(' ');
    seen.set(key, [...(seen.get(key) ?? []), normal]);
  }
  return [...seen.values()].filter((normals) => normals.some((n) => dot(n, normals[0]) < 0)).length;
}

const DIRECTIONS = ['+x', '-x', '+y', '-y', '+z', '-z'] as const;

describe('for any numbers: what is left is the part and what stands on it, no facet bounds nothing, and the box is the box', () => {
  const sixteenths = (from: number, to: number) => fc.integer({ min: from, max: to }).map((n) => (n * 25.4) / 16);
  const ugly = fc.oneof(sixteenths(10, 60), fc.integer({ min: 100, max: 900 }).map((n) => n / 9), fc.double({ min: 12, max: 90, noNaN: true }));
  const stock = fc.oneof(fc.constant(0), sixteenths(1, 5), fc.double({ min: 0.1, max: 6, noNaN: true }));
  const route = fc.array(fc.tuple(fc.constantFrom(...DIRECTIONS), fc.double({ min: 0.05, max: 1, noNaN: true })), { minLength: 1, maxLength: 3 });

  const holds = (job: Job) => {
    const { planned, solids } = plan(job);
    const part = solids.part.solid.volumeMm3();
    return solids.cuts.every((cut, i) => {
      const { left } = cut;
      const mesh = left.solid.mesh();
      const stands = left.excess.isEmpty() ? 0 : left.excess.volumeMm3();
      // by the closed surface itself, not by what the planner says
      const byMesh = meshVolume(mesh);
      const before = i === 0 ? solids.blank : solids.cuts[i - 1].onward;
      const hair = 2e-3 + 1e-8 * byMesh;
      return Math.abs(byMesh - (part + stands)) < hair && Math.abs(left.volumeMm3 - byMesh) < hair && Math.abs(before.volumeMm3 - left.volumeMm3 - cut.removedMm3) < hair
        && facetsOfNothing(mesh) === 0 && (planned.unreached?.volumeMm3 ?? 0) >= 0
        && (i + 1 < solids.cuts.length || Math.abs((planned.unreached?.volumeMm3 ?? 0) - stands) < 0.02 + stands * 1e-9);
    });
  };
  const routed = (steps: readonly (readonly [typeof DIRECTIONS[number], number])[], size: Record<Axis, number>) =>
    steps.map(([up, share], i) => setupOf(10 * (i + 1), up, up[1] === 'x' ? '+y' : up[1] === 'y' ? '+z' : '+x', share * size[up[1] as Axis]));

  test('blocks', () => {
    fc.assert(fc.property(ugly, ugly, ugly, fc.array(stock, { minLength: 6, maxLength: 6 }), route, (x, y, z, a, steps) => {
      const allowance = { xMinus: a[0], xPlus: a[1], yMinus: a[2], yPlus: a[3], zMinus: a[4], zPlus: a[5] };
      return holds({ ...newJob({ number: 'b', part: 'b', units: 'mm' }, { block: { x, y, z } }), allowance, blank: newBlank(allowance), machine: 'm', setups: routed(steps, { x, y, z }) });
    }), { numRuns: 60 });
  });

  test('bars and tubes in bars and tubes, on size and larger, cut anywhere and through the very corners of their facets', () => {
    const corner = fc.integer({ min: 1, max: 71 }).map((n) => (1 - Math.cos((Math.PI * n) / 72)) / 2);
    const cuts = fc.array(fc.tuple(fc.constantFrom(...DIRECTIONS), fc.oneof(corner, fc.constantFrom(0.25, 0.5, 0.75), fc.double({ min: 0.05, max: 1, noNaN: true }))), { minLength: 1, maxLength: 3 });
    fc.assert(fc.property(
      fc.constantFrom(...AXES), ugly, ugly, fc.oneof(fc.constant(0), stock), stock, fc.constantFrom('bar', 'hexagon', 'tube'), fc.oneof(fc.constant(0), fc.constant(1), sixteenths(1, 2)), cuts,
      (along, across, length, more, ends, section, inBore, steps) => {
        const size = { x: across, y: across, z: across, [along]: length };
        return holds(shaft(along, { across, length, bar: across + more, ends, bore: section === 'tube' ? across / 2 : 0, inBore, hexagon: section === 'hexagon' }, routed(steps, size)));
      },
    ), { numRuns: 60 });
  });

  test.each([
    ['round, on size, through the corner of a facet', 'x', { across: 19.408021593591386, length: 12, bar: 19.408021593591386, ends: 1.5875 }, [['+z', 0.5225490070400468], ['+x', 0.05]]],
    ['hexagon, on size, through its corners', 'x', { across: 69.88888888888889, length: 15.875, bar: 69.88888888888889, ends: 5.328034281264991, hexagon: true }, [['-x', 0.25], ['-z', 0.5], ['-y', 0.75]]],
    ['tube with its bore on size', 'z', { across: 41.275, length: 55.5625, bar: 41.275, ends: 6.35, bore: 20.6375, inBore: 0 }, [['-x', 0.8966766701456175]]],
    ['thicker round bar, cut twice to one level', 'y', { across: 19.049999999999997, length: 32.495316145475954, bar: 22.425267532227747, ends: 1.5875 }, [['+x', 0.25], ['-x', 0.75]]],
  ] as const)('%s', (_, along, what, steps) => {
    expect(holds(shaft(along, what, routed(steps, { x: what.across, y: what.across, z: what.across, [along]: what.length })))).toBe(true);
  });
});

test('a part that lies enclosed in what nobody reached is no metal: the total counts the void', () => {
  const allowance = { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 2, zPlus: 2 };
  const job: Job = { ...newJob({ number: 'v', part: 'v', units: 'mm' }, { block: { x: 30, y: 20, z: 10 } }), allowance, blank: newBlank(allowance), machine: 'm', setups: [setupOf(10, '+z', '+x', -1)] };
  const { planned } = plan(job);
  expect(planned.unreached!.volumeMm3).toBeCloseTo(34 * 24 * 13 - 30 * 20 * 10, 3);
});

