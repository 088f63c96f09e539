import fc from 'fast-check';
import { AXES } from '../frames';
import { newBlank, newJob, type Job } from '../job';
import { loadKernel } from '../solid';
import { bar, DIRECTIONS, leftWrong, planBar, randomBar, routed, setupOf } from '../testing/bars';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

test('a shaft ⌀25 of a bar ⌀28, one end faced, turned end for end: the 2.000 that were faced off do not come back', () => {
  const { planned } = planBar(
    planner,
    bar('x', { across: 25, length: 100, bar: 28, ends: 2 }, [setupOf(10, '+x', '+y', 60), setupOf(20, '-x', '-y', 40)]),
  );
  const [, second] = planned.setups;
  const { seat } = second.facts!;
  // faced off at its end: what lies on the parallels is finished
  expect(seat.loadedBox.max.z - seat.loadedBox.min.z).toBeCloseTo(102, 9);
  expect(seat.rest.rawMm).toBe(0);
  expect(second.facts!.zero.inMachine!.z).toBeCloseTo(-450 + 10 + 100, 9);
  expect(JSON.stringify(planned)).not.toMatch(/Infinity|NaN/);
});

/**
 * Bar 25 × 100 along X in ⌀28, 2 on both ends, cut 60 deep with the right face up, then flipped left to right: the
 * shortest that failed.
 */
test.each(['x', 'y', 'z'] as const)('turning the drawing of the part changes no zero: along %s', (along) => {
  const ways = { x: ['+x', '+y', '-x'], y: ['+y', '+z', '-y'], z: ['+z', '+x', '-z'] } as const;
  const [up, right, down] = ways[along];
  const zero = (job: Job) => planBar(planner, job).planned.setups.map((s) => s.facts!.zero.inMachine!);
  const size = { across: 25, length: 100, bar: 28, ends: 2 };
  const here = zero(bar(along, size, [setupOf(10, up, right, 60), setupOf(20, down, right, 40)]));
  const there = zero(bar('x', size, [setupOf(10, '+x', '+y', 60), setupOf(20, '-x', '+y', 40)]));
  here.forEach((z, i) => AXES.forEach((a) => expect(z[a]).toBeCloseTo(there[i][a], 9)));
});

describe('for any numbers: what is left is the part and what stands on it, and no facet bounds nothing', () => {
  test('blocks', () => {
    const sixteenths = (from: number, to: number) => fc.integer({ min: from, max: to }).map((n) => (n * 25.4) / 16);
    const ugly = fc.oneof(
      sixteenths(10, 60),
      fc.integer({ min: 100, max: 900 }).map((n) => n / 9),
      fc.double({ min: 12, max: 90, noNaN: true }),
    );
    const stock = fc.oneof(fc.constant(0), sixteenths(1, 5), fc.double({ min: 0.1, max: 6, noNaN: true }));
    const route = fc.array(fc.tuple(fc.constantFrom(...DIRECTIONS), fc.double({ min: 0.05, max: 1, noNaN: true })), {
      minLength: 1,
      maxLength: 3,
    });
    fc.assert(
      fc.property(ugly, ugly, ugly, fc.array(stock, { minLength: 6, maxLength: 6 }), route, (x, y, z, a, steps) => {
        const allowance = { xMinus: a[0], xPlus: a[1], yMinus: a[2], yPlus: a[3], zMinus: a[4], zPlus: a[5] };
        const job = {
          ...newJob({ number: 'b', part: 'b', units: 'mm' }, { block: { x, y, z } }),
          allowance,
          blank: newBlank(allowance),
          machine: 'm',
          setups: routed(steps, { x, y, z }),
        };
        return leftWrong(planner, job).length === 0;
      }),
      { numRuns: 60 },
    );
  });

  // with these numbers; `npm run check:slivers` takes others: about one in 2000 still keeps a crack of no width
  test('bars and tubes in bars and tubes, on size and larger, cut anywhere and through the very corners of their facets', () => {
    expect(Array.from({ length: 60 }, (_, i) => leftWrong(planner, randomBar(1 + i))).flat()).toEqual([]);
  });

  test.each([
    [
      'round, on size, through the corner of a facet',
      'x',
      { across: 19.408021593591386, length: 12, bar: 19.408021593591386, ends: 1.5875 },
      [
        ['+z', 0.5225490070400468],
        ['+x', 0.05],
      ],
    ],
    [
      'hexagon, on size, through its corners',
      'x',
      { across: 69.88888888888889, length: 15.875, bar: 69.88888888888889, ends: 5.328034281264991, hexagon: true },
      [
        ['-x', 0.25],
        ['-z', 0.5],
        ['-y', 0.75],
      ],
    ],
    [
      'tube with its bore on size',
      'z',
      { across: 41.275, length: 55.5625, bar: 41.275, ends: 6.35, bore: 20.6375, inBore: 0 },
      [['-x', 0.8966766701456175]],
    ],
    [
      'thicker round bar, cut twice to one level',
      'y',
      { across: 19.049999999999997, length: 32.495316145475954, bar: 22.425267532227747, ends: 1.5875 },
      [
        ['+x', 0.25],
        ['-x', 0.75],
      ],
    ],
    [
      'tube on size whose bore is not',
      'x',
      { across: 82.55, length: 65.47370071336627, bar: 82.55, ends: 4.762499999999999, bore: 41.275, inBore: 1 },
      [
        ['-z', 0.6710100716628342],
        ['-x', 0.3705904774487395],
        ['-z', 0.26912569338248304],
      ],
    ],
  ] as const)('%s', (_, along, what, steps) => {
    expect(
      leftWrong(
        planner,
        bar(along, what, routed(steps, { x: what.across, y: what.across, z: what.across, [along]: what.length })),
      ),
    ).toEqual([]);
  });
});

test('a part that lies enclosed in what nobody reached is no metal: the total counts the void', () => {
  const allowance = { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 2, zPlus: 2 };
  const job: Job = {
    ...newJob({ number: 'v', part: 'v', units: 'mm' }, { block: { x: 30, y: 20, z: 10 } }),
    allowance,
    blank: newBlank(allowance),
    machine: 'm',
    setups: [setupOf(10, '+z', '+x', -1)],
  };
  const { planned } = planBar(planner, job);
  expect(planned.unreached!.volumeMm3).toBeCloseTo(34 * 24 * 13 - 30 * 20 * 10, 3);
});
