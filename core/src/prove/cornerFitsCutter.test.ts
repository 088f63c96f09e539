import { oneCut } from '../job';
import { loadKernel, prism, type Loop } from '../solid';
import { board, heldJob, heldShop, lightCut } from '../testing/held';
import { Planner } from '../plan';
import { told, tool } from '../testing/fixtures';
import { cornerFitsCutter } from './checks/cornerFitsCutter';

const says = (tools: Parameters<typeof cornerFitsCutter>[1]['tools'], radii = [3, 5, 3]) =>
  cornerFitsCutter(
    radii.map((radiusMm) => ({ radiusMm })),
    { tools },
    told,
  ).map((f) => f.says);

test('the smallest mill must go into the smallest inner corner; exactly as large it does', () => {
  expect(says([tool({ diameter: 16 }), tool({ number: 2, diameter: 8 })])).toEqual([
    '2 inner corners down to R3.000 mm need a cutter of 6.000 mm at most; the smallest mill in the list has 8.000 mm.',
  ]);
  expect(says([tool({ diameter: 16 }), tool({ number: 2, diameter: 6 })])).toEqual([]);
  expect(says([tool({ diameter: 12.7 })], [6.35])).toEqual([]);
  expect(says([tool({ diameter: 12.7 })], [6.34])).toHaveLength(1);
});

test('a drill makes no corner; while a diameter is missing nothing is said', () => {
  expect(says([tool({ diameter: 16 }), tool({ number: 2, use: 'drilling', diameter: 4 })])).toHaveLength(1);
  expect(says([tool({ diameter: 16 }), tool({ number: 2, diameter: null })])).toEqual([]);
  expect(says([])).toEqual([]);
});

/** A rectangle whose corners are rounded. */
function rounded(x0: number, y0: number, x1: number, y1: number, r: number): Loop {
  const points: [number, number][] = [];
  const pieces: { curve: number; curved: boolean }[] = [];
  const corners = [
    [x1 - r, y0 + r, 270],
    [x1 - r, y1 - r, 0],
    [x0 + r, y1 - r, 90],
    [x0 + r, y0 + r, 180],
  ];
  corners.forEach(([cx, cy, from], c) => {
    for (let i = 0; i <= 8; i++) {
      const a = ((from + (90 * i) / 8) * Math.PI) / 180;
      points.push([cx + r * Math.cos(a), cy + r * Math.sin(a)]);
      pieces.push(i < 8 ? { curve: 2 * c, curved: true } : { curve: 2 * c + 1, curved: false });
    }
  });
  return { points, pieces };
}

test.each([
  ['top', { up: '+z', right: '+x' }],
  ['turned over', { up: '-z', right: '-x' }],
] as const)(
  'a window with R4 corners is cut with 8, not with 10; outer corners take any cutter (%s up)',
  async (_, orientation) => {
    const mesh = prism(rounded(0, 0, 100, 60, 3), [rounded(20, 15, 80, 45, 4)], 20);
    const planner = new Planner(await loadKernel());
    const codes = (diameter: number) => {
      const plate = {
        x: { by: 'fence' as const, side: 'left' as const, at: 100, pins: [] },
        y: { by: 'fence' as const, side: 'front' as const, at: 90, pins: [] },
        bond: 'tape',
      };
      const setup = { orientation, cuts: oneCut(20), tools: [{ ...lightCut, diameter }] };
      const planned = planner.plan({
        job: heldJob({
          device: board,
          part: { file: 'window.dxf', body: 0 },
          hold: plate,
          setup,
          allowance: { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2 },
        }),
        shop: heldShop(board),
        bodies: () => ({ mesh, key: 'window' }),
      });
      if (!planned.ok) throw new Error(planned.problem);
      const found = planned.value.findings.filter((f) => f.code === 'corner-smaller-than-cutter');
      return found.map((f) => [f.numbers.count, Number(f.numbers.radiusMm).toFixed(6)]);
    };
    expect(codes(8)).toEqual([]);
    expect(codes(10)).toEqual([[4, '4.000000']]);
  },
);
