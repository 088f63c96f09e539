import type { BoardView } from '@violet-jaw/core/drawing';
import { vec } from '@violet-jaw/core/frames';
import type { Decision } from '@violet-jaw/core/holdings';
import { axisOnPage, draggedBy, gripsIn, movedPoint, nudgedBy, sightOf, type Sight } from './placed';

/** A view at 2 page units a millimeter, its origin at 100, 200. */
const view = (name: BoardView['view']): Sight =>
  sightOf({ view: name, toPage: ([u, v]) => [100 + 2 * u, 200 - 2 * v] });

/** Isometric from the front and the left at 2 page units a millimeter: X rises to the right, Y to the left. */
const space: Sight = {
  view: 'space',
  title: 'In space',
  place: ({ x: a, y: b, z: c }) => [100 + 2 * Math.cos(Math.PI / 6) * (a - b), 200 - 2 * (0.5 * (a + b) + c)],
  keys: {
    ArrowUp: [
      ['y', 1],
      ['z', 1],
    ],
    PageUp: [['z', 1]],
  },
};
const decision = (change: Partial<Decision>): Decision => ({
  id: 'stop',
  item: 'stop',
  thing: 'stop',
  name: 'Stop',
  axis: 'x',
  mm: 20,
  from: 0,
  way: 1,
  at: vec(20, -30, 10),
  least: -100,
  most: 100,
  signed: true,
  snaps: [],
  measures: '',
  get: () => 20,
  set: (s) => s,
  ...change,
});
const x = decision({});
/** counted towards the operator, as from a fixed jaw at the rear */
const y = decision({ id: 'from-jaw', axis: 'y', mm: 30, way: -1, least: 0 });
const z = decision({ id: 'height', axis: 'z', mm: 10 });

test('axes run as the views show them: rear up from above, rear to the left from the left end', () => {
  expect(axisOnPage(view('above'), 'y')).toEqual([0, -2]);
  expect(axisOnPage(view('leftEnd'), 'y')).toEqual([-2, 0]);
  expect(axisOnPage(view('front'), 'z')).toEqual([0, -2]);
  expect(axisOnPage(view('front'), 'y').map((v) => v + 0)).toEqual([0, 0]);
});

test('each view offers what it does not look along', () => {
  const grips = gripsIn([view('above'), view('front'), view('leftEnd')], [x, y, z]);
  expect(grips.map((g) => g.decisions.map((d) => d.axis).join(''))).toEqual(['xy', 'xz', 'yz']);
  expect(grips[0].at).toEqual([140, 260]);
});

test('a drag moves along each axis by what the pointer moved, the way its number counts', () => {
  const [grip] = gripsIn([view('above')], [x, y]);
  const to = draggedBy(grip, [41, 20], { step: 1, free: false });
  // 20.5 right is 41 on the page; down is towards the operator, away from the fixed jaw
  expect(to.map((m) => m.mm)).toEqual([41, 40]);
  expect(movedPoint(to)).toEqual(vec(41, -40, 10));
  expect(draggedBy(grip, [41, 20], { step: 0.1, free: true }).map((m) => m.mm)).toEqual([
    expect.closeTo(40.5, 9),
    expect.closeTo(40, 9),
  ]);
});

test('what is dragged along one axis stays where it is along the other, ugly number and all', () => {
  const [grip] = gripsIn([view('above')], [decision({ mm: 17.4625 }), y]);
  expect(draggedBy(grip, [3, 40], { step: 1, free: false }).map((m) => m.mm)).toEqual([17.4625, 50]);
});

test('it is drawn to what is near, and not past what is allowed', () => {
  const snaps = [{ mm: 25.4, says: 'slot 2' }];
  const [grip] = gripsIn([view('above')], [decision({ snaps })]);
  expect(draggedBy(grip, [14, 0], { step: 1, free: false })[0]).toMatchObject({ mm: 25.4, says: 'slot 2' });
  expect(draggedBy(grip, [14, 0], { step: 0.1, free: true })[0]).toMatchObject({ mm: 27, says: null });
  expect(draggedBy(grip, [1000, 0], { step: 1, free: false })[0].mm).toBe(100);
});

test('arrow keys move the way they point, whatever way the number counts', () => {
  const [above] = gripsIn([view('above')], [x, y]);
  expect(nudgedBy(above, 'ArrowLeft', 1)).toEqual({ decision: x, by: -1 });
  expect(nudgedBy(above, 'ArrowDown', 0.1)).toEqual({ decision: y, by: 0.1 });
  expect(nudgedBy(above, 'ArrowUp', 10)).toEqual({ decision: y, by: -10 });
  expect(nudgedBy(above, 'a', 1)).toBeNull();
  const [front] = gripsIn([view('front')], [z]);
  expect(nudgedBy(front, 'ArrowLeft', 1)).toBeNull();
});

test('in space what is moved along two axes follows the pointer; a third stays, and has keys of its own', () => {
  const [grip] = gripsIn([space], [x, y, z]);
  expect(grip.decisions.map((d) => d.axis).join('')).toBe('xyz');
  const to = draggedBy(grip, [37, -61], { step: 0, free: true });
  const from = grip.view.place(vec(20, -30, 10));
  const at = grip.view.place(movedPoint(to));
  expect([at[0] - from[0], at[1] - from[1]]).toEqual([expect.closeTo(37, 9), expect.closeTo(-61, 9)]);
  expect(to[2].mm).toBe(z.mm);
  // Y counts towards the operator: up on the page is to the rear, so less
  expect(nudgedBy(grip, 'ArrowUp', 1)).toEqual({ decision: y, by: -1 });
  expect(nudgedBy(grip, 'PageUp', 0.1)).toEqual({ decision: z, by: 0.1 });
  expect(nudgedBy(grip, 'ArrowLeft', 1)).toBeNull();
  const [height] = gripsIn([space], [z]);
  expect(nudgedBy(height, 'ArrowUp', 1)).toEqual({ decision: z, by: 1 });
  expect(draggedBy(height, [0, -50], { step: 0, free: true })[0].mm).toBeCloseTo(35, 9);
});

test('in space an axis that is looked along cannot be moved along', () => {
  const above: Sight = { ...space, place: ({ x: a, y: b, z: c }) => [a - 0.05 * c, -b] };
  expect(gripsIn([above], [x, z])[0].decisions).toEqual([x]);
});
