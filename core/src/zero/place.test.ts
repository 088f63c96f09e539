import fc from 'fast-check';
import { ALL_ORIENTATIONS, AXES, rotate, rotationOf, vec, type Orientation } from '../frames';
import { findFeatures, type Feature } from '../part';
import { circleLoop, meshBox, polygonLoop, prism } from '../solid';
import { box, seatBlock, setup, station, told } from '../testing/fixtures';
import { zeroAsProgrammed } from './checks/zeroAsProgrammed';
import { zeroOnFeature } from './checks/zeroOnFeature';
import { compareProgrammed, featureLevel, featureLevels, placeName, workZero } from '.';

const mesh = prism(
  polygonLoop([
    [0, 0],
    [100, 0],
    [100, 60],
    [0, 60],
  ]),
  [circleLoop({ u: 30, v: 20, radius: 10 })],
  30,
);
const part = meshBox(mesh);
const { features } = findFeatures(mesh, part);
const bore = features.find((f) => f.kind === 'bore')!;
const side = (d: string) => features.find((f) => f.kind === 'plane' && f.side === d)!;
const lookup = (id: string): Feature | null => features.find((f) => f.id === id) ?? null;
const UPRIGHT: Orientation = { up: '+z', right: '+x' };
const LOADED = box([-2, -2, -2], [102, 62, 32]);

test("work zero on a bore's axis: 30 and 20 from the part's corner, in every way the bore stands upright", () => {
  const s = setup({
    zero: { of: 'finished part', x: { on: bore.id }, y: { on: bore.id }, z: 'max', extra: { x: 0, y: 0, z: 0 } },
  });
  const seat = seatBlock(LOADED, part, s);
  const { levels, problems } = featureLevels(s.zero, s.orientation, lookup);
  expect(problems).toEqual([]);
  const zero = workZero(seat, s.zero, station, levels);
  const corner = workZero(seat, setup({}).zero, station);
  expect(zero.inPart).toMatchObject({ x: expect.closeTo(30, 9), y: expect.closeTo(20, 9), z: expect.closeTo(30, 9) });
  expect(zero.inMachine!.x - corner.inMachine!.x).toBeCloseTo(30, 9);
  expect(zero.inMachine!.y - corner.inMachine!.y).toBeCloseTo(-40, 9);
});

test('a face gives the axis it is square to, a bore the two across it, wherever the part is turned', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ALL_ORIENTATIONS),
      fc.constantFrom(...features.filter((f) => f.kind === 'plane' || f.kind === 'bore')),
      fc.constantFrom(...AXES),
      (orientation, f, axis) => {
        const turned = rotate(rotationOf(orientation), f.kind === 'plane' ? f.normal : f.axis)[axis];
        const level = featureLevel(f, axis, orientation);
        const gives = f.kind === 'plane' ? Math.abs(turned) > 0.5 : Math.abs(turned) < 0.5;
        return (
          (level !== null) === gives &&
          (level === null || Math.abs(level - rotate(rotationOf(orientation), f.at)[axis]) < 1e-9)
        );
      },
    ),
  );
});

test('the middle between two faces is half way', () => {
  const { levels } = featureLevels(
    { x: { between: [side('-x').id, side('+x').id] }, y: 'min', z: { between: [side('-z').id, side('+z').id] } },
    UPRIGHT,
    lookup,
  );
  expect(levels).toEqual({ x: expect.closeTo(50, 9), z: expect.closeTo(15, 9) });
});

test('what lies the wrong way or is gone gives no place, and is told apart', () => {
  const { levels, problems } = featureLevels(
    { x: { on: side('+z').id }, y: { on: 'nothing' }, z: 'max' },
    UPRIGHT,
    lookup,
  );
  expect(levels).toEqual({});
  expect(problems.map((p) => [p.axis, p.why])).toEqual([
    ['x', 'direction'],
    ['y', 'gone'],
  ]);
  expect(zeroOnFeature(problems, () => 'top face', told)).toMatchObject([
    {
      code: 'zero-feature-gives-no-place',
      says: 'Zero in X is to be on top face, which gives no place along X the way the part lies.',
    },
  ]);
});

test('places are named as they are chosen', () => {
  const nameOf = (id: string) => (id === 'b' ? 'bore ⌀20 through' : 'left face');
  expect([
    placeName('x', 'min', nameOf),
    placeName('x', { on: 'b' }, nameOf),
    placeName('x', { on: 'a' }, nameOf),
    placeName('x', { between: ['a', 'b'] }, nameOf),
  ]).toEqual(['left', 'axis of bore ⌀20 through', 'left face', 'middle between left face and bore ⌀20 through']);
});

describe('how it was programmed', () => {
  const programmed = {
    of: 'finished part' as const,
    orientation: UPRIGHT,
    x: 'min' as const,
    y: 'max' as const,
    z: 'max' as const,
  };
  const compare = (change: Parameters<typeof setup>[0], p = programmed) => {
    const s = setup({ programmed: p, ...change });
    const seat = seatBlock(LOADED, part, s);
    const facts = compareProgrammed({
      programmed: p,
      setup: s,
      seat,
      zero: workZero(seat, s.zero, station, featureLevels(s.zero, s.orientation, lookup).levels),
      part,
      blank: LOADED,
      lookup,
    });
    return { facts, findings: zeroAsProgrammed(facts, p, s, told) };
  };
  const zero = (z: object) => ({ zero: { ...setup({}).zero, ...z } });

  test('the same point is no finding, however it is named', () => {
    expect(compare({}).findings).toEqual([]);
    expect(compare(zero({ x: { on: side('-x').id } })).findings).toEqual([]);
  });

  test('zero on the raw corner cuts every side the stock too far left, to the rear and too high', () => {
    const { facts, findings } = compare(zero({ of: 'raw blank' }));
    expect(facts.off).toMatchObject({ x: expect.closeTo(-2, 9), y: expect.closeTo(2, 9), z: expect.closeTo(2, 9) });
    expect(findings[0].says).toBe(
      "Work zero is not where the program has it: X −2.000, Y +2.000, Z +2.000 from the program's zero. At the machine every side would be cut 2.000 mm too far left; every side would be cut 2.000 mm too far to the rear; every depth would end 2.000 mm too high, and that much stays on.",
    );
  });

  test('a shift on purpose counts: 0.762 to the left is 0.762 off', () => {
    expect(compare(zero({ extra: { x: -0.762, y: 0, z: 0 } })).findings[0].says).toMatch(
      /every side would be cut 0\.762 mm too far left\.$/,
    );
  });

  test('turned the other way is a stop of its own, whatever the point', () => {
    const { findings } = compare({ orientation: { up: '-z', right: '+x' } });
    expect(findings).toMatchObject([
      {
        code: 'lies-not-as-programmed',
        says: expect.stringMatching(
          /programmed with the top face up and the right face to the right, held with the bottom face up/,
        ),
      },
    ]);
  });

  test('the difference is that of the two points in the part (independent: matrix product by hand)', () => {
    const places = fc.constantFrom('min' as const, 'middle' as const, 'max' as const);
    fc.assert(
      fc.property(places, places, places, places, (x, y, px, pz) => {
        const { facts } = compare(zero({ x, y }), { ...programmed, x: px, z: pz } as typeof programmed);
        const at = (p: string, low: number, high: number) =>
          p === 'min' ? low : p === 'max' ? high : (low + high) / 2;
        const expected = vec(at(x, 0, 100) - at(px, 0, 100), at(y, 0, 60) - 60, 30 - at(pz, 0, 30));
        return AXES.every((a) => Math.abs(facts.off[a] - expected[a]) < 1e-9);
      }),
    );
  });
});
