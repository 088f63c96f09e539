import fc from 'fast-check';
import { ALL_ORIENTATIONS } from '../frames';
import { demoShop } from '../../../demo';
import { datumAs, type Machine } from '../shop';
import { loadKernel, type Kernel, type Outlines } from '../solid';
import { box, machine } from '../testing/fixtures';
import { turnedBox } from '../seat';
import { roomOf, sharedRoom } from './placeTexts';
import {
  alignedMargins,
  facingEye,
  hatchLines,
  layoutScene,
  onView,
  rectangle,
  sceneBounds,
  sharedMargins,
  standardScale,
  stippleDots,
  tableScene,
  textWidth,
  VIEW_NAMES,
  viewRotation,
  type Scene,
} from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const options = { width: 400, height: 300, fontSize: 10, hatchSpacing: 5, markSize: 5 };

function extent(outlines: Outlines) {
  const points = outlines.flat();
  const of = (i: 0 | 1) => [Math.min(...points.map((p) => p[i])), Math.max(...points.map((p) => p[i]))];
  return [...of(0), ...of(1)];
}

test('each view shows what the eye sees: silhouettes of a turned block agree with its turned corners', () => {
  const shape = box([1, 2, 3], [11, 32, 53]);
  const solid = kernel.box(shape);
  fc.assert(
    fc.property(fc.constantFrom(...ALL_ORIENTATIONS), fc.constantFrom(...VIEW_NAMES), (orientation, view) => {
      const turned = turnedBox(shape, orientation);
      const [a, b] = [onView(view, turned.min), onView(view, turned.max)];
      const expected = [Math.min(a[0], b[0]), Math.max(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[1], b[1])];
      return extent(kernel.silhouette(solid, viewRotation(view, orientation))).every(
        (v, i) => Math.abs(v - expected[i]) < 1e-6,
      );
    }),
  );
});

test('from above the rear is up; from the left end the fixed jaw is on the left and the operator on the right', () => {
  expect(onView('above', { x: 1, y: 2, z: 3 })).toEqual([1, 2]);
  expect(onView('front', { x: 1, y: 2, z: 3 })).toEqual([1, 3]);
  expect(onView('leftEnd', { x: 1, y: -2, z: 3 })).toEqual([2, 3]);
  expect(VIEW_NAMES.map(facingEye)).toEqual(['+z', '-y', '-x']);
});

describe('hatch and stipple', () => {
  const plate: Outlines = [
    [
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ],
    [
      [30, 20],
      [30, 40],
      [70, 40],
      [70, 20],
    ],
  ];

  test('hatch runs at 45° inside the steel and stays out of the hole', () => {
    const lines = hatchLines(plate, 6);
    expect(lines.length).toBeGreaterThan(10);
    for (const [[x0, y0], [x1, y1]] of lines) {
      expect(Math.abs((y1 - y0) / (x1 - x0))).toBeCloseTo(1, 6);
      const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
      expect(x >= 0 && x <= 100 && y >= 0 && y <= 60 && !(x > 30 && x < 70 && y > 20 && y < 40)).toBe(true);
    }
  });

  test('hatch covers the area: lengths × spacing come to it', () => {
    const total = hatchLines(plate, 0.5).reduce((sum, [a, b]) => sum + Math.hypot(b[0] - a[0], b[1] - a[1]), 0);
    expect(Math.abs(total * 0.5 - (6000 - 800))).toBeLessThan(60);
  });

  test('dots lie inside only', () => {
    for (const [x, y] of stippleDots(plate, 4)) expect(x > 30 && x < 70 && y > 20 && y < 40).toBe(false);
    expect(stippleDots([], 4)).toEqual([]);
    expect(hatchLines([], 4)).toEqual([]);
  });
});

describe('laying out', () => {
  const scene: Scene = {
    title: 't',
    shapes: [
      { kind: 'region', role: 'steel', outlines: rectangle(0, 0, 100, 50) },
      {
        kind: 'dimension',
        measures: 'length',
        along: 'horizontal',
        from: 0,
        to: 100,
        reach: 0,
        side: 'bottom',
        name: 'length',
        value: '100.000',
      },
      {
        kind: 'dimension',
        measures: 'a',
        along: 'vertical',
        from: 0,
        to: 50,
        reach: 100,
        side: 'right',
        name: 'height',
        value: '50.000',
      },
      {
        kind: 'dimension',
        measures: 'b',
        along: 'vertical',
        from: 0,
        to: 20,
        reach: 100,
        side: 'right',
        name: 'grip',
        value: '20.000',
      },
      { kind: 'zero', mark: 'work', at: [0, 50], label: 'G54' },
    ],
  };

  test('everything lies on the page', () => {
    const page = layoutScene(scene, options);
    for (const p of page.primitives) {
      if (p.kind === 'text') {
        expect(p.at[0]).toBeGreaterThan(0);
        expect(p.at[0]).toBeLessThan(400);
        expect(p.at[1]).toBeGreaterThan(0);
        expect(p.at[1]).toBeLessThan(300);
      } else
        for (const [, x, y] of p.d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
          expect(Number(x)).toBeGreaterThanOrEqual(0);
          expect(Number(x)).toBeLessThanOrEqual(400);
          expect(Number(y)).toBeGreaterThanOrEqual(0);
          expect(Number(y)).toBeLessThanOrEqual(300);
        }
    }
  });

  test('no text runs over the edge of its page, also one that stands beside its line; ground lies under its text', () => {
    const narrow = (from: number, to: number, at: number): Scene => ({
      title: '',
      shapes: [
        { kind: 'region', role: 'steel', outlines: rectangle(0, 0, 100, 60) },
        { kind: 'label', at: [at, 30], text: 'fixed jaw', anchor: at > 50 ? 'end' : 'start', backed: true },
        {
          kind: 'dimension',
          measures: 'opening',
          along: 'horizontal',
          from,
          to,
          reach: 0,
          side: 'bottom',
          name: 'opening',
          value: '66.000',
        },
      ],
    });
    for (const [from, to, at] of [
      [70, 100, 98],
      [99, 100, 2],
      [0, 1, 98],
      [40, 41, 2],
      [90, 112, 98],
    ]) {
      const { primitives, width } = layoutScene(narrow(from, to, at), { ...options, width: 220, height: 200 });
      for (const p of primitives.filter((q) => q.kind === 'text')) {
        const w = textWidth(p.text, p.size);
        const left = p.anchor === 'start' ? p.at[0] : p.anchor === 'end' ? p.at[0] - w : p.at[0] - w / 2;
        expect([from, p.text, left >= 0 && left + w <= width - 4]).toEqual([from, p.text, true]);
      }
      const views = [
        { scene: narrow(from, to, at), width: 220, height: 200 },
        { scene: narrow(0, 100, at), width: 220, height: 90 },
      ];
      const aligned = alignedMargins(views, options.fontSize);
      for (const p of layoutScene(views[0].scene, { ...options, width: 220, height: 200, margins: aligned })
        .primitives) {
        if (p.kind === 'text' && p.anchor === 'start')
          expect([from, p.text, p.at[0] + textWidth(p.text, p.size) <= 220.01]).toEqual([from, p.text, true]);
      }
      const ground = primitives.find((p) => p.kind === 'path' && p.role === 'ground')!;
      const label = primitives.find((p) => p.kind === 'text' && p.text === 'fixed jaw')!;
      if (ground.kind !== 'path' || label.kind !== 'text') throw new Error('no label');
      const [, from0, wide] = /^M(-?[\d.]+) [\d.-]+h([\d.]+)/.exec(ground.d)!.map(Number);
      expect(label.anchor === 'end' ? label.at[0] - from0 - wide : label.at[0] - from0).toBeCloseTo(
        label.anchor === 'end' ? -3 : 3,
        1,
      );
    }
  });

  test("a zero's name and a loose label get out of the way of every other text, wherever they meet", () => {
    const at = (x: number, y: number) => fc.tuple(fc.integer({ min: 0, max: x }), fc.integer({ min: 0, max: y }));
    fc.assert(
      fc.property(at(100, 60), at(100, 60), at(100, 60), (zero, steel, loose) => {
        const { primitives } = layoutScene(
          {
            title: '',
            shapes: [
              { kind: 'region', role: 'steel', outlines: rectangle(0, 0, 100, 60) },
              { kind: 'label', at: steel, text: 'fixed jaw', anchor: 'middle', backed: true },
              { kind: 'label', at: loose, text: 'stop', anchor: 'start' },
              { kind: 'zero', mark: 'work', at: zero, label: 'G54' },
            ],
          },
          { ...options, width: 220, height: 160 },
        );
        const rooms = primitives.flatMap((p) => (p.kind === 'text' ? [roomOf(p)] : []));
        return rooms.length === 3 && rooms.every((a, i) => rooms.slice(i + 1).every((b) => sharedRoom(a, b) < 1e-9));
      }),
      {
        numRuns: 2000,
        examples: [
          [
            [0, 2],
            [0, 0],
            [0, 5],
          ],
        ],
      },
    );
    // nothing is in its way: where it always stands
    const free = layoutScene(scene, options).primitives.find((p) => p.kind === 'text' && p.text === 'G54');
    expect(free).toMatchObject({ anchor: 'start' });
  });

  test('up in the drawing is up on the page, and both axes have one scale', () => {
    const { toPage, scale } = layoutScene(scene, options);
    expect(toPage([0, 50])[1]).toBeLessThan(toPage([0, 0])[1]);
    expect(toPage([100, 0])[0] - toPage([0, 0])[0]).toBeCloseTo(100 * scale, 9);
    expect(toPage([0, 0])[1] - toPage([0, 50])[1]).toBeCloseTo(50 * scale, 9);
  });

  test('two dimensions on one side stand in rows of their own', () => {
    const xs = layoutScene(scene, options).primitives.flatMap((p) =>
      p.kind === 'text' && (p.text === '50.000' || p.text === '20.000') ? [p.at[0]] : [],
    );
    expect(new Set(xs).size).toBe(2);
  });

  test('with shared margins and one scale, above and front stand aligned', () => {
    const other: Scene = { title: 'o', shapes: [{ kind: 'region', role: 'left', outlines: rectangle(0, 0, 100, 20) }] };
    const margins = sharedMargins([scene, other], 10);
    const [a, b] = [scene, other].map((s) => layoutScene(s, { ...options, scale: 1.5, margins }));
    expect(a.toPage([37, 0])[0]).toBeCloseTo(b.toPage([37, 0])[0], 9);
  });

  test('the scale is a round one and the largest that fits', () => {
    const at = (width: number) => standardScale([{ scene, width, height: 400 }], 10, 72 / 25.4);
    expect(at(500).says).toBe('1:1');
    expect(at(270)).toEqual({ scale: 72 / 25.4 / 2, says: '1:2' });
    expect(at(120).says).not.toBe('1:2');
  });
});

test('the table is drawn in machine coordinates with machine zero, stations, and what they were measured for', () => {
  const away = { id: 'b', name: 'B', position: null, plusMinus: null, measuredFor: [], note: '' };
  const drawn = (station: Partial<Machine['stations'][number]>) =>
    tableScene({ ...machine, stations: [...machine.stations, { ...away, ...station }] }, demoShop.devices);
  const labels = (scene: Scene) => scene.shapes.filter((s) => s.kind === 'label').map((s) => s.text);
  const scene = drawn({});
  // one that is neither measured nor put anywhere is not drawn
  expect(labels(scene)).toEqual([expect.stringMatching(/^A/), 'machine zero']);
  expect(sceneBounds(scene)).toEqual({ min: [-800, -430], max: [40, 0] });
  expect(scene.shapes).toContainEqual({ kind: 'zero', mark: 'machine', at: [0, 0], label: '' });
  expect(labels(drawn({ roughly: { x: -100, y: -50 } }))[1]).toBe('B, only roughly here');
  // a vise whose fixed jaw is at the rear reaches toward you by what it opens, and as wide as its jaws
  const vise = demoShop.devices.find((d) => d.id === 'vise-150')!;
  const there = drawn({ position: { x: -700, y: -100, z: 0 }, measuredFor: [{ device: vise.id, as: datumAs(vise) }] });
  expect(labels(there)[1]).toBe('B: Vise 150');
  const room = there.shapes
    .flatMap((s) => (s.kind === 'region' && s.role === 'device-edges' ? s.outlines : []))
    .at(-1)!;
  expect([0, 1].map((k) => [Math.min(...room.map((p) => p[k])), Math.max(...room.map((p) => p[k]))])).toEqual([
    [-700, -550],
    [-100 - 160 - 45, -100 + 45],
  ]);
  // with other jaws its datum is somewhere else: it does not stand there any more
  expect(
    labels(drawn({ position: { x: -700, y: -100, z: 0 }, measuredFor: [{ device: vise.id, as: 'soft' }] }))[1],
  ).toBe('B');
});
