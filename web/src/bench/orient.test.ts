import { ALL_ORIENTATIONS, DIRECTIONS, partSideFacing } from '@violet-jaw/core/frames';
import { handMovesFor } from '@violet-jaw/core/transition';
import { rotationOf, thenRotate, transpose } from '@violet-jaw/core/frames';
import { sidesForRear, withFaceRear, withFaceUp } from './orient';

test('any face can be put up with a single hand move', () => {
  for (const from of ALL_ORIENTATIONS) {
    for (const side of DIRECTIONS) {
      const to = withFaceUp(from, side);
      expect(to.up).toBe(side);
      expect(handMovesFor(thenRotate(transpose(rotationOf(from)), rotationOf(to))).length).toBeLessThanOrEqual(1);
    }
  }
});

test('with a face up, four faces can be put on the fixed jaw, and the one up stays up', () => {
  for (const from of ALL_ORIENTATIONS) {
    const sides = sidesForRear(from);
    expect(new Set(sides).size).toBe(4);
    for (const side of sides) {
      const to = withFaceRear(from, side);
      expect([to.up, partSideFacing(to, '+y')]).toEqual([from.up, side]);
    }
  }
});

test('a face that cannot be at the rear changes nothing', () => {
  const from = { up: '+z', right: '+x' } as const;
  expect(withFaceRear(from, '+z')).toEqual(from);
});
