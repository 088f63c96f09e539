import { ALL_ORIENTATIONS, boxSize } from '../frames';
import { box, seatBlock, setup, told } from '../testing/fixtures';
import { sameFaceLost } from './checks/sameFaceLost';
import { describeTransition, faceKeptInWords, moved, type HandMoveId } from '.';

const part = box([0, 0, 0], [100, 60, 40]);
const raw = box([-2, -3, -4], [103, 65, 41]);
const lying = (orientation = setup().orientation, loaded = part) =>
  seatBlock(
    loaded,
    part,
    setup({ orientation, stop: { side: 'left', position: 10, height: 30, fromJaw: 12, face: null } }),
  );
const after = (...moves: HandMoveId[]) => describeTransition(lying(), lying(moves.reduce(moved, setup().orientation)));

test.each<[HandMoveId[], string, string]>([
  [[], 'Take out and clamp again the same way up', 'front stays front; left stays left; top stays top'],
  [
    ['flip-front-to-back'],
    'Flip front to back',
    'the edge nearest you goes to the rear; left stays left; top goes down',
  ],
  [['flip-left-to-right'], 'Flip left to right', 'front stays front; left goes to the right; top goes down'],
  [
    ['turn-half-round'],
    'Turn half round',
    'the edge nearest you goes to the rear; left goes to the right; top stays top',
  ],
  [
    ['turn-quarter-left'],
    'Turn a quarter left',
    'the edge nearest you goes to the right; left goes to the front; top stays top',
  ],
  [
    ['turn-quarter-right'],
    'Turn a quarter right',
    'the edge nearest you goes to the left; left goes to the rear; top stays top',
  ],
  [['tip-toward-you'], 'Tip toward you', 'the edge nearest you goes down; left stays left; top goes to the front'],
  [['tip-to-the-rear'], 'Tip to the rear', 'the edge nearest you goes up; left stays left; top goes to the rear'],
  [['tip-to-the-right'], 'Tip to the right', 'front stays front; left goes up; top goes to the right'],
  [['tip-to-the-left'], 'Tip to the left', 'front stays front; left goes down; top goes to the left'],
])('%j', (moves, says, edges) => {
  const t = after(...moves);
  expect([t.says, t.edges.join('; ')]).toEqual([says, edges]);
});

test('two moves are told one after the other', () => {
  expect(after('flip-front-to-back', 'turn-quarter-left').says).toMatch(/^[A-Z].*, then /);
});

describe('the face against a locator', () => {
  test('flip front to back: another face on the fixed jaw, the same on the stop', () => {
    const t = after('flip-front-to-back');
    expect(t.jaw).toMatchObject({ same: false, from: '+y', to: '-y', sizeMm: 60 });
    expect(t.stop).toMatchObject({ same: true, rawChanged: false, sizeMm: null });
    expect(faceKeptInWords(t.jaw, 'fixed jaw')).toBe('other face on the fixed jaw: front face instead of rear face');
    expect(faceKeptInWords(t.stop, 'stop')).toBe('same face on the stop: left face');
  });

  test('flip left to right keeps the jaw and loses the stop', () => {
    expect(after('flip-left-to-right')).toMatchObject({
      jaw: { same: true },
      stop: { same: false, from: '-x', to: '+x', sizeMm: 100 },
    });
  });

  test('between opposite faces the size is that of the part, in every one of the 24 × 24 turns', () => {
    const size = boxSize(part);
    for (const a of ALL_ORIENTATIONS) {
      for (const b of ALL_ORIENTATIONS) {
        const { jaw } = describeTransition(lying(a), lying(b));
        if (jaw.sizeMm !== null) expect(jaw.sizeMm).toBeCloseTo(size[jaw.from[1] as 'x'], 9);
        expect(jaw.sizeMm !== null).toBe(!jaw.same && jaw.from[1] === jaw.to[1]);
      }
    }
  });

  test('the check tells the size with its tolerance', () => {
    expect(sameFaceLost(after('flip-front-to-back'), 0.05, told).map((f) => f.says)).toEqual([
      'The front face meets the fixed jaw, not the rear face as before. The size between them, 60.000 ±0.050, now matters.',
    ]);
    expect(sameFaceLost(after(), 0.05, told)).toEqual([]);
  });

  test('is called what it is there: a fence is no fixed jaw', () => {
    const [from, to] = [lying(), lying(moved(setup().orientation, 'flip-front-to-back'))];
    const locators = {
      ...to.locators,
      y: { ...to.locators.y, name: 'rear fence' },
      x: { ...to.locators.x, name: 'left pins' },
    };
    expect(sameFaceLost(describeTransition(from, { ...to, locators }), 0.05, told)[0]).toMatchObject({
      says: expect.stringContaining('The front face meets the rear fence, not the rear face as before.') as string,
      remedy: expect.stringContaining('on the rear fence') as string,
    });
    expect(describeTransition(from, to).at).toEqual({ jaw: 'fixed jaw', stop: 'stop' });
    expect(describeTransition(from, { ...to, locators }).at.stop).toBe('left pins');
  });

  test('the same face, raw before and finished now, is a note of its own', () => {
    const t = describeTransition(lying(undefined, raw), lying());
    expect(sameFaceLost(t, 0.05, told).map((f) => f.says)).toEqual([
      'The rear face meets the fixed jaw again, but raw one time and finished the other.',
      'The left face meets the stop again, but raw one time and finished the other.',
    ]);
  });
});
