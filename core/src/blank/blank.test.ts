import fc from 'fast-check';
import { axisOf, DIRECTIONS, signOf } from '../frames';
import { box, told } from '../testing/fixtures';
import { newBlank, NO_ALLOWANCE, ONE_COPY, type Allowance, type Blank, type Copies } from '../job';
import { bar, circleLoop, meshVolume, prism } from '../solid';
import { blankContainsPart } from './checks/blankContainsPart';
import { cutterFitsGap } from './checks/cutterFitsGap';
import {
  allowanceOn,
  barNeed,
  blankBox,
  boxOfCopies,
  copyPlaces,
  fittingStock,
  gapFor,
  gapLeft,
  planBlank,
  withAllowance,
  withSize,
  withState,
  withStock,
  stateOf,
} from '.';

const part = box([0, 0, 0], [110, 70, 38]);
const none = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
const mm = fc.integer({ min: -5000, max: 20_000 }).map((micrometers) => micrometers / 1000);
const anyAllowance = fc.record({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });

test('each side of the blank stands off by its allowance', () => {
  fc.assert(
    fc.property(anyAllowance, (a) => {
      const blank = blankBox(part, a);
      return DIRECTIONS.every((side) => {
        const axis = axisOf(side);
        const off = signOf(side) > 0 ? blank.max[axis] - part.max[axis] : part.min[axis] - blank.min[axis];
        return Math.abs(off - allowanceOn(a, side)) < 1e-9;
      });
    }),
  );
});

const job = (allowance: Allowance) => ({ allowance, blank: newBlank(allowance), copies: ONE_COPY });

test('an allowance is set on one side only', () => {
  expect(withAllowance(none, '-y', 3)).toEqual({ ...none, yMinus: 3 });
});

test('the blank is short exactly on the sides with a negative allowance, by that amount', () => {
  fc.assert(
    fc.property(anyAllowance, (a) => {
      const { short } = planBlank(part, job(a));
      const expected = DIRECTIONS.filter((side) => allowanceOn(a, side) < -1e-9);
      return (
        short.length === expected.length &&
        short.every(({ side, by }) => expected.includes(side) && Math.abs(by + allowanceOn(a, side)) < 1e-9)
      );
    }),
  );
});

test('volume is the product of its sides', () => {
  expect(planBlank(part, job({ ...none, xPlus: 6, zMinus: 2 }))).toMatchObject({
    size: { x: 116, y: 70, z: 40 },
    volumeMm3: 116 * 70 * 40,
    hasVolume: true,
  });
});

describe('the check', () => {
  test('is silent while the blank contains the part, flush sides included', () => {
    expect(blankContainsPart(planBlank(part, job(none)), told)).toEqual([]);
  });

  test('names every short side with its amount', () => {
    const [finding] = blankContainsPart(planBlank(part, job({ ...none, xMinus: -0.5, zPlus: -1.25 })), told);
    expect(finding).toMatchObject({ level: 'stop', numbers: { '-x': 0.5, '+z': 1.25 } });
    expect(finding.says).toBe(
      'The blank does not contain the part: it is short on the left face (-X) by 0.500 mm, the top face (+Z) by 1.250 mm.',
    );
  });

  test('a blank turned inside out has no size', () => {
    const [finding] = blankContainsPart(planBlank(part, job({ ...none, zMinus: -20, zPlus: -20 })), told);
    expect(finding.says).toMatch(/^The blank has no size: 110\.000 × 70\.000 × −2\.000/);
  });
});

describe('kinds of blank', () => {
  const of = (blank: Partial<Blank>, allowance: Allowance = none, copies: Copies = ONE_COPY) =>
    planBlank(part, { allowance, blank: { ...newBlank(allowance), ...blank }, copies });

  test('a round bar stands around the middle of the part, as long as its ends say', () => {
    const facts = of({ kind: 'round bar', along: 'x', across: 90 }, { ...none, xMinus: 2, xPlus: 3 });
    expect(facts.box.min).toMatchObject({ x: -2, y: expect.closeTo(35 - 45, 9), z: expect.closeTo(19 - 45, 9) });
    expect(facts.size).toMatchObject({ x: 115, y: expect.closeTo(90, 9), z: expect.closeTo(90, 9) });
    expect(facts.volumeMm3 / (Math.PI * 45 ** 2 * 115)).toBeCloseTo(1, 3);
    expect(facts.allowance).toMatchObject({ xMinus: 2, yMinus: expect.closeTo(10, 9), zPlus: expect.closeTo(26, 9) });
  });

  test('a hexagon has its size across flats one way and across corners the other (closed formula)', () => {
    const facts = of({ kind: 'hexagon bar', along: 'z', across: 140 });
    expect(facts.size.y).toBeCloseTo(140, 9);
    expect(facts.size.x).toBeCloseTo((140 * 2) / Math.sqrt(3), 9);
    expect(facts.volumeMm3).toBeCloseTo((Math.sqrt(3) / 2) * 140 ** 2 * 38, 3);
  });

  test('a tube has its bore; without a wall it cannot be made and says so', () => {
    expect(
      of({ kind: 'tube', along: 'z', across: 140, bore: 40 }).volumeMm3 / ((Math.PI / 4) * (140 ** 2 - 40 ** 2) * 38),
    ).toBeCloseTo(1, 3);
    expect(of({ kind: 'tube', along: 'z', across: 140, bore: 140 }).problem).toMatch(/no length or no wall/);
    expect(of({ kind: 'round bar', across: 0 }).problem).toMatch(/no size across/);
  });

  test('a solid of its own is taken as read, and missed when it is not', () => {
    const mesh = bar({ section: 'round', across: 200, bore: 0, length: 50, along: 'z' }, { x: 55, y: 35, z: -5 });
    const blank = { ...newBlank(none), kind: 'own solid' as const, solid: { file: 'casting.step' } };
    expect(planBlank(part, { allowance: none, blank, copies: ONE_COPY }, mesh)).toMatchObject({
      problem: null,
      size: { x: 200, y: 200, z: 50 },
      volumeMm3: expect.closeTo(meshVolume(mesh), 6),
    });
    expect(planBlank(part, { allowance: none, blank, copies: ONE_COPY }).problem).toMatch(
      /"casting\.step" has not been read yet/,
    );
  });

  test('size from allowance and allowance from size are one account', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300_000 }), (micrometers) => {
        const wanted = micrometers / 1000;
        const allowance = withSize({ ...none, xMinus: 2 }, 'x', 112, wanted);
        return (
          Math.abs(planBlank(part, job(allowance)).size.x - wanted) < 1e-9 &&
          Math.abs(allowance.xMinus - allowance.xPlus - 2) < 1e-9
        );
      }),
    );
  });

  test('a side that gets stock is no longer finished; one that was told raw stays raw', () => {
    const told = withState(newBlank(none), '+x', 'raw');
    const { blank } = withStock({ blank: told, allowance: none }, { ...none, xPlus: 2, xMinus: 1 });
    expect([stateOf(blank, '-x'), stateOf(blank, '+x'), stateOf(blank, '+y')]).toEqual(['sawn', 'raw', 'finished']);
  });

  test('the state of a side is kept by side', () => {
    expect(stateOf(withState(newBlank(none), '-z', 'raw'), '-z')).toBe('raw');
    expect(stateOf(withState(newBlank(none), '-z', 'raw'), '+z')).toBe('finished');
    expect(stateOf(newBlank({ ...none, xPlus: 1 }), '+x')).toBe('sawn');
  });
});

describe('copies', () => {
  const copies: Copies = { x: 3, y: 2, z: 1, gap: 12, cutter: 10 };

  test('each copy stands a part and a gap from the one before', () => {
    const places = copyPlaces(part, copies);
    expect(places).toHaveLength(6);
    expect(places[0].by).toEqual({ x: 0, y: 0, z: 0 });
    expect(places[4]).toEqual({ number: 5, by: { x: 122, y: 82, z: 0 } });
    expect(boxOfCopies(part, copies).max).toEqual({ x: 354, y: 152, z: 38 });
    expect(planBlank(part, { allowance: { ...none, xPlus: 5 }, blank: newBlank(none), copies }).size.x).toBe(359);
  });

  test('two parts 0.1 in apart with a 2 mm cutter leave about 0.02 in (common practice, no source)', () => {
    expect(gapLeft({ ...ONE_COPY, x: 2, gap: 2.54, cutter: 2 })! / 25.4).toBeCloseTo(0.02, 2);
    expect(gapFor(2, 0.27)).toBeCloseTo(2.54, 9);
    expect(gapLeft(ONE_COPY)).toBeNull();
  });

  test('a cutter thicker than the gap is a stop, an unknown one a caution', () => {
    expect(cutterFitsGap({ ...copies, cutter: 12.5 }, told)).toMatchObject([
      {
        level: 'stop',
        says: expect.stringMatching(
          /12\.500 mm does not pass between copies 12\.000 mm apart: it is 0\.500 mm too thick/,
        ),
      },
    ]);
    expect(cutterFitsGap({ ...copies, cutter: 0 }, told)).toMatchObject([{ level: 'caution' }]);
    expect(cutterFitsGap(copies, told)).toEqual([]);
    expect(cutterFitsGap(ONE_COPY, told)).toEqual([]);
  });
});

describe('nearest stock size up', () => {
  const flat = (thickness: number, width: number) => ({
    id: `${thickness}x${width}`,
    name: '',
    kind: 'flat bar' as const,
    material: '',
    thickness,
    width,
    across: 0,
    bore: 0,
  });
  const bars = (kind: 'round bar' | 'hexagon bar' | 'tube', across: number, bore = 0) => ({
    id: `${kind} ${across}`,
    name: '',
    kind,
    material: '',
    thickness: 0,
    width: 0,
    across,
    bore,
  });
  const block = (x: number, y: number, z: number) =>
    prism(
      {
        points: [
          [0, 0],
          [x, 0],
          [x, y],
          [0, y],
        ],
        pieces: [0, 1, 2, 3].map((curve) => ({ curve, curved: false })),
      },
      [],
      z,
    );
  const needs = (mesh: ReturnType<typeof block>, b: typeof part) => ({
    x: barNeed(mesh, b, 'x'),
    y: barNeed(mesh, b, 'y'),
    z: barNeed(mesh, b, 'z'),
  });
  const size = { x: 110, y: 70, z: 38 };

  test('a flat bar is laid the way that wastes least; one too thin is not offered', () => {
    const fits = fittingStock(size, needs(block(110, 70, 38), part), [flat(40, 80), flat(45, 80), flat(50, 100)], 2);
    expect(fits[0]).toMatchObject({
      stock: { id: '45x80' },
      size: { x: 114, y: 80, z: 45 },
      sawn: ['x'],
      allowance: { xMinus: 2, yPlus: 5, zMinus: 3.5 },
    });
    expect(fits.some((f) => f.stock.id === '40x80')).toBe(false);
  });

  test('a round bar must clear the corners; a round part needs only its own diameter', () => {
    const [diagonal] = [Math.hypot(70, 38)];
    expect(barNeed(block(110, 70, 38), part, 'x').round).toBeCloseTo(diagonal, 9);
    const disc = prism(circleLoop({ u: 0, v: 0, radius: 50 }), [circleLoop({ u: 0, v: 0, radius: 20 })], 30);
    const need = barNeed(disc, box([-50, -50, 0], [50, 50, 30]), 'z');
    expect(need.round).toBeCloseTo(100, 9);
    // chords of the bore come nearer to the axis than the circle, by the deviation of the mesh
    expect(need.bore).toBeLessThanOrEqual(40);
    expect(need.bore).toBeGreaterThan(39.97);
    expect(barNeed(block(110, 70, 38), part, 'x').bore).toBe(0);
    const fits = fittingStock(
      { x: 100, y: 100, z: 30 },
      needs(disc, box([-50, -50, 0], [50, 50, 30])),
      [bars('round bar', 101), bars('round bar', 104), bars('tube', 110, 30), bars('tube', 110, 39)],
      1,
    );
    expect(fits.map((f) => f.stock.id)).toEqual(['round bar 104', 'tube 110']);
    expect(fits[0].stock.across).toBe(104);
  });

  test('a hexagon needs its flats beyond every corner (hexagon of a hexagon)', () => {
    const hexagon = bar({ section: 'hexagon', across: 30, bore: 0, length: 20, along: 'z' }, { x: 0, y: 0, z: 0 });
    expect(barNeed(hexagon, box([-30 / Math.sqrt(3), -15, 0], [30 / Math.sqrt(3), 15, 20]), 'z').hexagon).toBeCloseTo(
      30,
      9,
    );
    expect(NO_ALLOWANCE.xMinus).toBe(0);
  });
});
