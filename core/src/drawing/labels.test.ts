import type { Scene, Shape } from '../scene';
import { rectangle } from '../scene';
import { layoutScene } from './layout';
import { roomOf, sharedRoom, type Text } from './placeTexts';

const options = { width: 400, height: 300, fontSize: 10, hatchSpacing: 5, markSize: 5 };
const block: Shape = { kind: 'region', role: 'steel-open', outlines: rectangle(0, 0, 100, 60) };
const named = (text: string, at: readonly [number, number]): Shape => ({
  kind: 'label',
  at,
  text,
  anchor: 'middle',
  backed: true,
});
const textOf = (scene: Scene, text: string): Text =>
  layoutScene(scene, options).primitives.find((p): p is Text => p.kind === 'text' && p.text === text)!;
const laid = (...shapes: readonly Shape[]): Scene => ({ title: '', shapes: [block, ...shapes] });

test('a name keeps off what stands over the drawing, and stays where it was when nothing does', () => {
  const name = named('strap 1', [30, 20]);
  const alone = textOf(laid(name), 'strap 1');
  const grip: Shape = { kind: 'kept-free', at: [30, 20], aside: [0, 0], half: 7 };
  const beside = textOf(laid(name, grip), 'strap 1');
  expect(beside.at).not.toEqual(alone.at);
  const page = layoutScene(laid(name, grip), options);
  const [x, y] = page.toPage([30, 20]);
  expect(sharedRoom(roomOf(beside), { x0: x - 7, x1: x + 7, y0: y - 7, y1: y + 7 })).toBe(0);
  // below the middle it goes further down, not over the part
  expect(beside.at[1]).toBeGreaterThan(alone.at[1]);
  const elsewhere: Shape = { ...grip, at: [80, 50] };
  expect(textOf(laid(name, elsewhere), 'strap 1').at).toEqual(alone.at);
});

test('two names of one place do not cover each other', () => {
  const scene = laid(named('front fence', [50, 10]), named('edge clamp 1', [52, 11]));
  expect(sharedRoom(roomOf(textOf(scene, 'front fence')), roomOf(textOf(scene, 'edge clamp 1')))).toBe(0);
});

test('the ground under a name goes with it', () => {
  const grip: Shape = { kind: 'kept-free', at: [30, 20], aside: [0, 0], half: 7 };
  const ground = (...more: Shape[]) => {
    const found = layoutScene(laid(named('strap 1', [30, 20]), ...more), options).primitives;
    const i = found.findIndex((p) => p.role === 'ground');
    const [path, text] = [found[i], found[i + 1]];
    if (path.kind !== 'path' || text.kind !== 'text') throw new Error('ground and its text were expected');
    const [x, y] = /^M([\d.-]+) ([\d.-]+)/.exec(path.d)!.slice(1).map(Number);
    return [text.at[0] - x, text.at[1] - y];
  };
  expect(ground(grip).map((v) => Math.round(v * 100))).toEqual(ground().map((v) => Math.round(v * 100)));
});
