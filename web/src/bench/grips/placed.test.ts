import type { BoardView } from '@violet-jaw/core/drawing';
import { vec } from '@violet-jaw/core/frames';
import type { Decision } from '@violet-jaw/core/holdings';
import { axisOnPage, draggedBy, gripsIn, movedPoint, nudgedBy } from './placed';

/** A view at 2 page units a millimeter, its origin at 100, 200. */
const view = (name: BoardView['view']): BoardView => ({
  view: name,
  title: name,
  area: [0, 0, 400, 400],
  toPage: ([u, v]) => [100 + 2 * u, 200 - 2 * v],
  fromPage: ([x, y]) => [(x - 100) / 2, (200 - y) / 2],
});
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
