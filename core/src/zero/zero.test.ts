import { MM_PER_INCH } from '../units';
import { declareAtSide, declareOnTop } from '.';

const inch = (v: number) => v * MM_PER_INCH;

describe('touch-off check values (common practice, no source)', () => {
  const r = inch(0.25);
  test('tool ½ in, zero on the raw corner, touching the left face: −0.2500 in', () => {
    expect(declareAtSide(0, -1, r)).toBeCloseTo(inch(-0.25), 9);
  });
  test('touching the rear face of the same block with zero at the rear: +0.2500 in', () => {
    expect(declareAtSide(0, 1, r)).toBeCloseTo(inch(0.25), 9);
  });
  test('zero on the finished rear face with 0.03 in still on the rough side: +0.2800 in', () => {
    expect(declareAtSide(inch(0.03), 1, r)).toBeCloseTo(inch(0.28), 9);
  });
  test('top of raw stock with 0.03 in to face off and zero on the finished top: +0.0300 in', () => {
    expect(declareOnTop(inch(0.03))).toBeCloseTo(inch(0.03), 9);
  });
  test("a feeler adds its thickness on the tool's side", () => {
    expect(declareAtSide(0, -1, r, 0.1)).toBeCloseTo(inch(-0.25) - 0.1, 9);
    expect(declareOnTop(0, 0.1)).toBe(0.1);
  });
});
