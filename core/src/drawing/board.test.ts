import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { findFeatures, featureNames, measureBetween, symmetryOf, type Feature } from '../part';
import { boxMesh, circleLoop, loadKernel, meshBox, openEdges, polygonLoop, prism, type Kernel } from '../solid';
import { box } from '../testing/fixtures';
import { speechIn } from '../units';
import {
  centerLines,
  layoutBoard,
  openScene,
  openViews,
  layoutScene,
  PartPicker,
  placeDimensions,
  projectionSymbol,
  rectangle,
  sectionOf,
  textWidth,
  VIEWS,
  type Dimension,
  type Primitive,
  type Scene,
} from '.';
import { loadModelKernel } from '../../../formats/src/model/load';
import { readStep } from '../../../formats/src/model';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const options = { width: 640, height: 480, fontSize: 12, hatchSpacing: 5, markSize: 5 };
const speech = speechIn('mm');
const plate = prism(
  polygonLoop([
    [0, 0],
    [100, 0],
    [100, 60],
    [0, 60],
  ]),
  [circleLoop({ u: 30, v: 20, radius: 10 }), circleLoop({ u: 70, v: 40, radius: 5 })],
  12,
);

/** Boxes of the texts on a page. */
function textBoxes(primitives: readonly Primitive[]) {
  return primitives.flatMap((p) => {
    if (p.kind !== 'text' || !p.measures) return [];
    const w = textWidth(p.text, p.size) * 0.9;
    const x = p.anchor === 'start' ? p.at[0] : p.anchor === 'end' ? p.at[0] - w : p.at[0] - w / 2;
    return [{ text: p.text, x0: x, x1: x + w, y0: p.at[1] - p.size * 0.75, y1: p.at[1] }];
  });
}

test('dimensions never run into each other, whatever is measured', () => {
  const side = fc.constantFrom('left' as const, 'right' as const, 'top' as const, 'bottom' as const);
  const dims = fc.array(
    fc.tuple(
      side,
      fc.integer({ min: 0, max: 95 }),
      fc.integer({ min: 1, max: 60 }),
      fc.constantFrom('', 'part', 'stock'),
    ),
    { minLength: 1, maxLength: 9 },
  );
  fc.assert(
    fc.property(dims, (list) => {
      const shapes = list.map(([s, from, length, name], i): Dimension => {
        const along = s === 'left' || s === 'right' ? ('vertical' as const) : ('horizontal' as const);
        const most = along === 'vertical' ? 60 : 100;
        const [low, high] = [Math.min(from, most - 1), Math.min(from + length, most)];
        return {
          kind: 'dimension',
          measures: `d${i}`,
          along,
          from: low,
          to: high,
          reach: s === 'left' || s === 'bottom' ? 0 : along === 'vertical' ? 100 : 60,
          side: s,
          name,
          value: speech.size(high - low),
        };
      });
      const scene: Scene = {
        title: '',
        shapes: [{ kind: 'region', role: 'part', outlines: rectangle(0, 0, 100, 60) }, ...shapes],
      };
      const page = layoutScene(scene, options);
      const boxes = textBoxes(page.primitives);
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1)) {
          const apart = a.x1 <= b.x0 + 0.5 || b.x1 <= a.x0 + 0.5 || a.y1 <= b.y0 + 0.5 || b.y1 <= a.y0 + 0.5;
          if (!apart) throw new Error(`"${a.text}" on "${b.text}": ${JSON.stringify([a, b])}`);
        }
      // and none stands in the picture
      const [x0, y1] = page.toPage([0, 0]);
      const [x1, y0] = page.toPage([100, 60]);
      return boxes.every((b) => b.x1 <= x0 + 1 || b.x0 >= x1 - 1 || b.y1 <= y0 + 1 || b.y0 >= y1 - 1);
    }),
    { numRuns: 300 },
  );
});

test('short dimensions stand nearer than long ones over them, and two that are clear share a row', () => {
  const d = (from: number, to: number): Dimension => ({
    kind: 'dimension',
    measures: '',
    along: 'horizontal',
    from,
    to,
    reach: 0,
    side: 'bottom',
    name: '',
    value: speech.size(to - from),
  });
  const rows = placeDimensions({ title: '', shapes: [d(0, 100), d(0, 45), d(55, 100)] }, 6, 10);
  expect(rows.map((r) => [r.dimension.from, r.dimension.to, r.row])).toEqual([
    [0, 45, 0],
    [55, 100, 0],
    [0, 100, 1],
  ]);
});

describe('three views on the board', () => {
  const scene = (title: string, w: number, h: number): Scene => ({
    title,
    shapes: [{ kind: 'region', role: 'part', outlines: rectangle(0, 0, w, h) }],
  });
  const scenes = {
    above: scene('From above', 100, 60),
    front: scene('From the front', 100, 30),
    leftEnd: scene('From the left end', 60, 30),
  };

  test('stand aligned and to one scale, third angle: above on top, left view on the left', () => {
    const board = layoutBoard(scenes, 'third angle', options);
    const at = Object.fromEntries(board.views.map((v) => [v.view, v]));
    expect(at.above.toPage([0, 0])[0]).toBeCloseTo(at.front.toPage([0, 0])[0], 6);
    expect(at.leftEnd.toPage([0, 0])[1]).toBeCloseTo(at.front.toPage([0, 0])[1], 6);
    expect(at.above.toPage([0, 0])[1]).toBeLessThan(at.front.toPage([0, 30])[1]);
    expect(at.leftEnd.toPage([60, 0])[0]).toBeLessThan(at.front.toPage([0, 0])[0]);
    for (const v of board.views)
      expect(v.fromPage(v.toPage([12, 7]))).toEqual([expect.closeTo(12, 6), expect.closeTo(7, 6)]);
  });

  test('first angle: above underneath, left view on the right', () => {
    const board = layoutBoard(scenes, 'first angle', options);
    const at = Object.fromEntries(board.views.map((v) => [v.view, v]));
    expect(at.above.toPage([0, 60])[1]).toBeGreaterThan(at.front.toPage([0, 0])[1]);
    expect(at.leftEnd.toPage([0, 0])[0]).toBeGreaterThan(at.front.toPage([100, 0])[0]);
  });

  test('the symbol is a cone with its two circles: on the left of it in third angle, on the right in first (ISO 5456-2)', () => {
    const first = (p: Primitive[]) => {
      const [shape] = p;
      return shape.kind === 'path' ? shape.d : '';
    };
    const cone = (d: string) => Number(/^M([\d.]+)/.exec(d)![1]);
    const circle = (d: string) => Number(/ZM([\d.]+) [\d.]+a/.exec(d)![1]);
    const [third, other] = [
      first(projectionSymbol('third angle', [10, 20], 20)),
      first(projectionSymbol('first angle', [10, 20], 20)),
    ];
    expect(circle(third)).toBeLessThan(cone(third));
    expect(circle(other)).toBeGreaterThan(cone(other));
  });
});

test('center lines: a cross where the bore is seen end on, one line where it lies across', () => {
  const { features } = findFeatures(plate, meshBox(plate));
  expect(centerLines(features, { rows: VIEWS.above.rows })).toHaveLength(2 * 2 * 4);
  const across = centerLines(features, { rows: VIEWS.front.rows });
  expect(across).toHaveLength(2 * 4);
  expect([across[0], across[2]]).toEqual([expect.closeTo(30, 9), expect.closeTo(30, 9)]);
});

describe('picking in a view', () => {
  const part = meshBox(plate);
  const found = findFeatures(plate, part);
  const names = featureNames(found.features, speech);
  const picker = new PartPicker(found.surface, found.features);
  const pick = (view: 'above' | 'front', u: number, v: number) => {
    const id = picker.pick(view, [u, v], 0.5).featureId;
    return id && names.get(id);
  };

  test('the face under the pointer, the bore in its mouth, the side at its edge, nothing beside the part', () => {
    expect(pick('above', 50, 50)).toBe('top face');
    expect(pick('above', 33, 22)).toBe('bore ⌀20 through');
    expect(pick('above', 70, 40)).toBe('bore ⌀10 through');
    expect(pick('above', 0.2, 33)).toBe('left face');
    expect(pick('front', 50, 11.8)).toBe('top face');
    expect(pick('front', 50, 6)).toBe('front face');
    expect(pick('above', 120, 10)).toBeNull();
  });

  test('a corner near the pointer', () => {
    expect(picker.pick('above', [99.8, 0.3], 0.5).corner).toMatchObject({ x: 100, y: 0, z: 12 });
    expect(picker.pick('above', [50, 30], 0.5).corner).toBeNull();
  });

  test('edges of a chosen feature: rims of a bore from above, its two ends from the front', () => {
    const bore = found.features.find((f) => f.kind === 'bore')!;
    const edges = picker.edges([bore.id]);
    const length = (s: number[]) => {
      let sum = 0;
      for (let i = 0; i < s.length; i += 4) sum += Math.hypot(s[i + 2] - s[i], s[i + 3] - s[i + 1]);
      return sum;
    };
    expect(length(edges.above)).toBeCloseTo(2 * 2 * Math.PI * 10, 0);
    expect(length(edges.front)).toBeCloseTo(2 * 2 * 20, 6);
  });
});

describe('measuring between two picks', () => {
  const { features } = findFeatures(plate, meshBox(plate));
  const names = featureNames(features, speech);
  const end = (name: string) => {
    const feature = features.find((f) => names.get(f.id) === name) as Feature;
    return { feature, name };
  };
  test.each([
    ['two faces', end('left face'), end('right face'), 100],
    ['a face and an axis', end('front face'), end('bore ⌀20 through'), 20],
    ['an axis and a face', end('bore ⌀20 through'), end('front face'), 20],
    ['two axes', end('bore ⌀20 through'), end('bore ⌀10 through'), Math.hypot(40, 20)],
    ['a corner and a face', { point: { x: 0, y: 0, z: 12 } }, end('rear face'), 60],
    ['two corners', { point: { x: 0, y: 0, z: 0 } }, { point: { x: 100, y: 60, z: 12 } }, Math.hypot(100, 60, 12)],
    ['a corner and an axis', { point: { x: 30, y: 0, z: 0 } }, end('bore ⌀20 through'), 20],
  ])('%s', (_, a, b, mm) => {
    expect(measureBetween(a, b, speech)?.mm).toBeCloseTo(mm, 9);
  });
  test('faces at right angles, and an axis that meets a face, have no distance', () => {
    expect(measureBetween(end('left face'), end('top face'), speech)).toBeNull();
    expect(measureBetween(end('bore ⌀20 through'), end('top face'), speech)).toBeNull();
  });
});

test('a cut through a bore shows it open: the hatched area is the plate less the bore', () => {
  const made = kernel.fromMesh(plate);
  if (!made.ok) throw new Error(made.problem);
  const area = (o: readonly (readonly (readonly [number, number])[])[]) =>
    Math.abs(
      o.reduce(
        (s, r) =>
          s +
          r.reduce((t, [x, y], i) => {
            const [p, q] = r[(i + 1) % r.length];
            return t + x * q - y * p;
          }, 0) /
            2,
        0,
      ),
    );
  expect(area(sectionOf(kernel, made.value, { axis: 'y', at: 20 }).cutFace)).toBeCloseTo((100 - 20) * 12, 1);
  expect(area(sectionOf(kernel, made.value, { axis: 'y', at: 55 }).cutFace)).toBeCloseTo(100 * 12, 3);
  expect(area(sectionOf(kernel, made.value, { axis: 'x', at: 30 }).cutFace)).toBeCloseTo((60 - 20) * 12, 1);
  expect(
    Math.abs(area(sectionOf(kernel, made.value, { axis: 'z', at: 6 }).cutFace) - (6000 - Math.PI * 125)),
  ).toBeLessThan(2 * Math.PI * 15 * 0.01);
});

test('outlines are symmetric or not: a block both ways, a plate with one corner off not', () => {
  const of = (mesh: typeof plate) => {
    const made = kernel.fromMesh(mesh);
    if (!made.ok) throw new Error(made.problem);
    return symmetryOf(kernel, { solid: made.value, surface: mesh, box: meshBox(mesh) });
  };
  expect(of(boxMesh(box([0, 0, 0], [10, 20, 30])))).toEqual(
    ['x', 'y', 'z'].map((along) => ({ along, leftRight: true, upDown: true, halfTurn: true })),
  );
  const cornered = prism(
    polygonLoop([
      [0, 0],
      [40, 0],
      [40, 20],
      [30, 30],
      [0, 30],
    ]),
    [],
    5,
  );
  expect(of(cornered)[2]).toEqual({ along: 'z', leftRight: false, upDown: false, halfTurn: false });
  const parallelogram = prism(
    polygonLoop([
      [0, 0],
      [40, 0],
      [50, 20],
      [10, 20],
    ]),
    [],
    5,
  );
  expect(of(parallelogram)[2]).toEqual({ along: 'z', leftRight: false, upDown: false, halfTurn: true });
});

test('the hidden lines of the demo part from the front: two bores and the recess, dashed', async () => {
  const read = readStep(await loadModelKernel(), readFileSync('demo/vane-bearing-block.step'));
  if (!read.ok) throw new Error(read.problem);
  const made = kernel.fromMesh(read.value[0].mesh);
  if (!made.ok) throw new Error(made.problem);
  const { viewLines } = await import('../solid');
  const { visible, hidden } = viewLines(made.value.mesh(), { rows: VIEWS.front.rows });
  const total = (s: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < s.length; i += 4) sum += Math.hypot(s[i + 2] - s[i], s[i + 3] - s[i + 1]);
    return sum;
  };
  // outline 110 × 38: the rounds' tangent edges are not drawn
  expect(total(visible)).toBeCloseTo(2 * (110 + 38), 2);
  // two ⌀9 (the rear ones stand behind them), ⌀42 below the recess, recess sides 4 deep and its floor
  expect(total(hidden)).toBeCloseTo(2 * 2 * 38 + 2 * 34 + 2 * 4 + 60, 1);
});

test('an open surface is shown with a cross where it is open', () => {
  const cube = boxMesh(box([0, 0, 0], [10, 10, 10]));
  const open = { ...cube, triangles: cube.triangles.slice(6) };
  const views = openViews(open, openEdges(open));
  expect(views.above.places).toHaveLength(4);
  const scene = openScene('above', views.above);
  expect(scene.shapes.map((s) => (s.kind === 'lines' ? [s.role, s.segments.length / 4] : []))).toEqual([
    ['edges', 12],
    ['chosen', 8],
  ]);
});
