import { restOf, viseHold } from '..';
import { box, seatBlock, setup, told, vise } from '../../testing/fixtures';
import { gripCentered } from './checks/gripCentered';
import { gripDepth } from './checks/gripDepth';
import { jawOpening } from './checks/jawOpening';
import { parallelsBelowJaws } from './checks/parallelsBelowJaws';
import { rawCaught } from './checks/rawCaught';

const block = box([0, 0, 0], [100, 60, 40]);
const held = (height: number, size = block) =>
  viseHold(seatBlock(size, size, setup({ parallels: { height } })), vise, restOf(vise, height), { torqueNm: null });

describe('how a plain block is held', () => {
  test('opening is its width, grip is jaw top less parallels', () => {
    const hold = held(25);
    expect(hold.openingMm).toBeCloseTo(60, 9);
    expect(hold.gripDepthMm).toBeCloseTo(15, 3);
    expect(hold.caught).toEqual({ fixed: 0, moving: 0 });
  });

  test('both jaw faces touch over length × grip', () => {
    const hold = held(25);
    expect(hold.fixedJawAreaMm2).toBeCloseTo(100 * 15, 0);
    expect(hold.movingJawAreaMm2).toBeCloseTo(100 * 15, 0);
  });

  test('a thin plate below the jaw tops is gripped over its own height', () => {
    expect(held(20, box([0, 0, 0], [100, 60, 12])).gripDepthMm).toBeCloseTo(12, 3);
  });

  test("only what lies within the jaws' width is gripped", () => {
    const long = box([0, 0, 0], [300, 60, 40]);
    expect(held(25, long).fixedJawAreaMm2).toBeCloseTo((150 - 10) * 15, 0);
  });
});

describe('gripped beside the middle of the jaws', () => {
  // the stop stands 10 from the left end of jaws of 150
  const off = (length: number, others: readonly number[] = []) => {
    const size = box([0, 0, 0], [length, 60, 40]);
    return viseHold(seatBlock(size, size, setup({ parallels: { height: 25 } })), vise, restOf(vise, 25), {
      torqueNm: null,
      others,
    });
  };

  test('the jaw yaws: that share of the force does not arrive, and from a sixth of the jaws on it is said', () => {
    const short = off(40);
    expect(short.offCenterMm).toBeCloseTo(10 + 20 - 75, 9);
    expect(short.closingForceN).toBeCloseTo(vise.ratedForceN * (1 - 45 / 150), 6);
    expect(gripCentered(short, vise, 1, told)[0]).toMatchObject({
      level: 'caution',
      says: expect.stringMatching(
        /^The part is gripped 45\.000 mm left of the middle of the jaws: the moving jaw yaws, and only .* are counted\.$/,
      ),
    });
  });

  test('in the middle all of it arrives', () => {
    expect(off(130)).toMatchObject({ offCenterMm: 0, closingForceN: vise.ratedForceN });
    expect(gripCentered(off(100), vise, 1, told)).toEqual([]);
  });

  test('pieces side by side are gripped in the middle of them all: evenly to both sides nothing yaws, both at one end they do', () => {
    // 40 long from 10 on and from 100 on: 30 and 120, in the middle of 150
    expect(off(40, [90])).toMatchObject({ offCenterMm: expect.closeTo(0, 9), closingForceN: vise.ratedForceN / 2 });
    const oneEnd = off(40, [45]);
    expect(oneEnd.offCenterMm).toBeCloseTo((30 + 75) / 2 - 75, 9);
    expect(oneEnd.closingForceN).toBeCloseTo((vise.ratedForceN / 2) * (1 - 22.5 / 150), 6);
    expect(gripCentered(off(20, [25]), vise, 2, told)[0].says).toMatch(
      /^The 2 pieces together are gripped 42\.500 mm left of the middle of the jaws: .* are counted for each\.$/,
    );
  });

  test('the shorter the part at the stop, the less arrives', () => {
    const forces = [130, 110, 90, 70, 50, 30, 10].map((length) => off(length).closingForceN);
    forces.slice(1).forEach((f, i) => expect(f).toBeLessThan(forces[i]));
  });
});

describe('grip depth', () => {
  test.each([
    [25, null],
    [34, null],
    [35, 'caution'],
    [36.5, 'caution'],
    [37.5, 'stop'],
  ] as const)('parallels %d: %s', (height, level) => {
    expect(gripDepth(held(height), vise, told).map((f) => f.level)).toEqual(level ? [level] : []);
  });

  test('says how much is missing and what to do', () => {
    expect(gripDepth(held(36), vise, told)[0]).toMatchObject({
      says: 'The grip is 4.000 mm deep; this vise wants 6.000 mm.',
      remedy: expect.stringContaining('2.000 mm lower'),
    });
  });
});

test('a part as wide as the vise opens still goes in; a hair more does not', () => {
  const wide = (y: number) => jawOpening(held(20, box([0, 0, 0], [100, y, 40])), vise, told);
  expect(wide(160)).toEqual([]);
  expect(wide(160.5)[0].says).toContain('0.500 mm too little');
});

test('parallels as high as the jaws are a stop', () => {
  expect(parallelsBelowJaws(restOf(vise, 39.9), vise, told)).toEqual([]);
  expect(parallelsBelowJaws(restOf(vise, 40), vise, told)).toHaveLength(1);
});

describe('raw stock caught by the jaws', () => {
  const caught = (fixed: number, moving: number) => {
    const seat = seatBlock(block, block);
    return rawCaught(
      { ...viseHold(seat, vise, restOf(vise, 20), { torqueNm: null }), caught: { fixed, moving } },
      seat,
      told,
    )[0]?.says;
  };
  test('says which jaw', () => {
    expect(caught(0, 0)).toBeUndefined();
    expect(caught(2, 0)).toBe('The fixed jaw touches raw stock: the raw flange reaches 2.000 mm below the jaw tops.');
    expect(caught(0, 3)).toMatch(/^The moving jaw touches/);
    expect(caught(2, 3)).toMatch(/^Both jaws touch raw stock: the raw flange reaches 3\.000/);
  });

  test('a raw block held low down is raw on purpose: nothing narrower lies below', () => {
    const raw = box([-3, -3, -3], [103, 63, 43]);
    const seat = seatBlock(raw, block);
    expect(seat.y.rawMm).toBeCloseTo(3, 9);
    expect(rawCaught(viseHold(seat, vise, restOf(vise, 20), { torqueNm: null }), seat, told)).toEqual([]);
  });
});
