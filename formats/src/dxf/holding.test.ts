import { oneCut } from '@violet-jaw/core/job';
/**
 * What the planner draws for holding, written as DXF and read back by another project's reader: closed, right size,
 * right unit.
 */
import { Helper } from 'dxf';
import { planHeld, vacuumPlate } from '@violet-jaw/core/testing/held.ts';
import { vise } from '@violet-jaw/core/testing/fixtures.ts';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { writeDxf } from './write';

interface Polyline {
  layer: string;
  closed: boolean;
  vertices: { x: number; y: number }[];
}

function readBack(planned: PlannedSetup, role: string, unit: 'mm' | 'inch') {
  const rings = planned.facts!.hold.drawn.filter((d) => d.role === role).flatMap((d) => d.outlines);
  const { parsed } = new Helper(writeDxf([{ name: role, rings }], unit)) as {
    parsed: { header: { insUnits?: number }; entities: Polyline[] };
  };
  return { unit: parsed.header.insUnits, rings: parsed.entities };
}

const sizes = ({ vertices }: Polyline) =>
  (['x', 'y'] as const).map((a) => Math.max(...vertices.map((v) => v[a])) - Math.min(...vertices.map((v) => v[a])));
const lying = {
  x: { by: 'fence' as const, side: 'left' as const, at: 100, pins: [] },
  y: { by: 'fence' as const, side: 'front' as const, at: 90, pins: [] },
  pinHeight: 5,
};

describe('soft jaw pocket of a block 100 × 60', () => {
  const made = planHeld({ device: vise, hold: { softJaws: { on: true, depth: 3, fit: 0.02, ledge: 3, cutter: 6 } } });

  test('grown by the fit on every side, closed, millimeters', async () => {
    const { unit, rings } = readBack((await made).only, 'pocket', 'mm');
    expect(unit).toBe(4);
    expect(rings).toHaveLength(1);
    expect(rings[0].closed).toBe(true);
    // the straight sides lie 0.02 outside the block, whose wall stands at 10: most corners of the line are on reliefs,
    // so count along the middle of a side
    const xs = [...new Set(rings[0].vertices.map((v) => v.x.toFixed(3)))];
    expect(xs).toContain((10).toFixed(3));
    expect(xs).toContain((110 + 2 * 0.02).toFixed(3));
  });

  test("relieved in all four corners: a round cutter of 6 leaves nothing where the block's corners go", async () => {
    const { rings } = readBack((await made).only, 'pocket', 'mm');
    const inside = (x: number, y: number) => {
      let odd = false;
      const { vertices: v } = rings[0];
      v.forEach((a, i) => {
        const b = v[(i + 1) % v.length];
        if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) odd = !odd;
      });
      return odd;
    };
    for (const [x, y] of [
      [10.02, 3],
      [110.02, 3],
      [110.02, -57],
      [10.02, -57],
    ])
      expect(inside(x, y)).toBe(true);
    const [width, depth] = sizes(rings[0]);
    // each relief bulges r·(1 − cos 45°) beyond the sides
    expect(width).toBeCloseTo(100.04 + 2 * 3 * (1 - Math.SQRT1_2), 1);
    expect(depth).toBeCloseTo(60.04 + 2 * 3 * (1 - Math.SQRT1_2), 1);
  });

  test('the same in inches for an inch job', async () => {
    const [mm, inch] = [readBack((await made).only, 'pocket', 'mm'), readBack((await made).only, 'pocket', 'inch')];
    expect(inch.unit).toBe(1);
    expect(sizes(inch.rings[0]).map((s) => s * 25.4)).toEqual(sizes(mm.rings[0]).map((s) => expect.closeTo(s, 9)));
  });
});

test('a gasket lies in the grooves: closed, three fields by two of 20', async () => {
  const { only } = await planHeld({ device: vacuumPlate, hold: { ...lying, gasket: { on: true, inset: 2 } } });
  const { unit, rings } = readBack(only, 'gasket', 'mm');
  expect([unit, rings.length, rings[0].closed]).toEqual([4, 1, true]);
  expect(sizes(rings[0])).toEqual([60, 40]);
});

describe('a jig', () => {
  const jig = { on: true, fit: 0.1, thickness: 6, border: 20 };

  test("frame and cutout, the part's size and twice the fit", async () => {
    const { only } = await planHeld({ device: vacuumPlate, hold: lying, setup: { jig } });
    const { rings } = readBack(only, 'jig', 'mm');
    expect(rings.map((r) => r.closed)).toEqual([true, true]);
    const [frame, cutout] = rings.map(sizes).sort((a, b) => b[0] - a[0]);
    expect(cutout[0]).toBeGreaterThanOrEqual(100.2 - 1e-6);
    expect(cutout[1]).toBeGreaterThanOrEqual(60.2 - 1e-6);
    expect(frame[0]).toBeCloseTo(cutout[0] + 40, 6);
  });

  test('a window where the cutter works at the side, none where it only faces the top', async () => {
    const windows = async (below: number) =>
      readBack(
        (
          await planHeld({
            device: vacuumPlate,
            allowance: { xPlus: 3 },
            hold: lying,
            setup: { jig, cuts: oneCut(below) },
          })
        ).only,
        'jig-window',
        'mm',
      ).rings.length;
    expect(await windows(18)).toBeGreaterThan(0);
    expect(await windows(0)).toBe(0);
  });
});
