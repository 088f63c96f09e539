import fc from 'fast-check';
import { axisOf, DIRECTIONS, signOf } from '../frames';
import { box, told } from '../testing/fixtures';
import { blankContainsPart } from './checks/blankContainsPart';
import { allowanceOn, blankBox, planBlank, withAllowance } from '.';

const part = box([0, 0, 0], [110, 70, 38]);
const none = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
const mm = fc.integer({ min: -5000, max: 20_000 }).map((micrometres) => micrometres / 1000);
const anyAllowance = fc.record({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });

test('each side of the blank stands off by its allowance', () => {
  fc.assert(fc.property(anyAllowance, (a) => {
    const blank = blankBox(part, a);
    return DIRECTIONS.every((side) => {
      const axis = axisOf(side);
      const off = signOf(side) > 0 ? blank.max[axis] - part.max[axis] : part.min[axis] - blank.min[axis];
      return Math.abs(off - allowanceOn(a, side)) < 1e-9;
    });
  }));
});

test('an allowance is set on one side only', () => {
  expect(withAllowance(none, '-y', 3)).toEqual({ ...none, yMinus: 3 });
});

test('the blank is short exactly on the sides with a negative allowance, by that amount', () => {
  fc.assert(fc.property(anyAllowance, (a) => {
    const { short } = planBlank(part, a);
    const expected = DIRECTIONS.filter((side) => allowanceOn(a, side) < -1e-9);
    return short.length === expected.length && short.every(({ side, by }) => expected.includes(side) && Math.abs(by + allowanceOn(a, side)) < 1e-9);
  }));
});

test('volume is the product of its sides', () => {
  expect(planBlank(part, { ...none, xPlus: 6, zMinus: 2 })).toMatchObject({ size: { x: 116, y: 70, z: 40 }, volumeMm3: 116 * 70 * 40, hasVolume: true });
});

describe('the check', () => {
  test('is silent while the blank contains the part, flush sides included', () => {
    expect(blankContainsPart(planBlank(part, none), told)).toEqual([]);
  });

  test('names every short side with its amount', () => {
    const [finding] = blankContainsPart(planBlank(part, { ...none, xMinus: -0.5, zPlus: -1.25 }), told);
    expect(finding).toMatchObject({ level: 'stop', numbers: { '-x': 0.5, '+z': 1.25 } });
    expect(finding.says).toBe('The blank does not contain the part: it is short on the left face (-X) by 0.500 mm, the top face (+Z) by 1.250 mm.');
  });

  test('a blank turned inside out has no size', () => {
    const [finding] = blankContainsPart(planBlank(part, { ...none, zMinus: -20, zPlus: -20 }), told);
    expect(finding.says).toMatch(/^The blank has no size: 110\.000 × 70\.000 × −2\.000/);
  });
});
