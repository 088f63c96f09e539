import { ALL_ORIENTATIONS, rotationOf, thenRotate, transpose, turned } from '../frames';
import { HAND_MOVES, handMovesFor, moved } from '.';

test('every one of the 24 turns is told in at most two hand moves that really make it', () => {
  for (const from of ALL_ORIENTATIONS) {
    for (const to of ALL_ORIENTATIONS) {
      const turn = thenRotate(transpose(rotationOf(from)), rotationOf(to));
      const moves = handMovesFor(turn);
      expect(moves.length).toBeLessThanOrEqual(2);
      expect(moves.reduce((o, m) => turned(o, m.rotation), from)).toEqual(to);
    }
  }
});

test('each hand move done often enough brings the part back', () => {
  for (const move of HAND_MOVES) {
    let o = ALL_ORIENTATIONS[7];
    for (let i = 0; i < 4; i++) o = moved(o, move.id);
    expect(o).toEqual(ALL_ORIENTATIONS[7]);
  }
});

test('tipping toward you brings the top to the front and the rear up', () => {
  expect(moved({ up: '+z', right: '+x' }, 'tip-toward-you')).toEqual({ up: '+y', right: '+x' });
  expect(moved({ up: '+z', right: '+x' }, 'tip-to-the-left')).toEqual({ up: '+x', right: '-z' });
});
