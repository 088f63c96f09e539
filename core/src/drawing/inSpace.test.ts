import { demoShop, sensorFootJob } from '../../../demo';
import type { Vec3 } from '../frames';
import { Planner, type PlannedJob } from '../plan';
import { buildSheet } from '../sheet';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';
import { deviceSolids, outlinesOf, type Scene } from '.';

const job = sensorFootJob();
Object.assign(held('vise', job.setups[0]).stop, { side: 'left', position: 10.31875 });
let spaces: Scene[];
let planned: PlannedJob;
beforeAll(async () => {
  const planner = new Planner(await loadKernel());
  const made = planner.plan({ job, shop: demoShop, bodies: () => null });
  if (!made.ok) throw new Error(made.problem);
  planned = made.value;
  const outlines = outlinesOf(planner, planned, { inSpace: true });
  spaces = buildSheet({ job, planned, outlines, shop: demoShop, issue: null }).setups.map((s) => s.space!);
});

/**
 * Isometric as ISO 5456-3 draws it, written out: two axes rise to the sides at 30 degrees, all are shortened by √(2/3).
 * From the left X rises to the right and Y to the left; from the right X falls to the right and Y rises.
 */
function isometric(from: 'left' | 'right', { x, y, z }: Vec3): [number, number] {
  const [short, c] = [Math.sqrt(2 / 3), Math.cos(Math.PI / 6)];
  return from === 'left'
    ? [short * c * (x - y), short * ((x + y) / 2 + z)]
    : [short * c * (x + y), short * ((y - x) / 2 + z)];
}

const EYES = ['left', 'right'] as const;

test('a setup is looked at from the side of its stop', () => {
  expect(job.setups.map((s) => (s.hold?.family === 'vise' ? s.hold.stop.side : null))).toEqual(EYES);
  expect(spaces.map((s) => s.title)).toEqual(EYES.map((eye) => `As loaded, from the front, ${eye} and above`));
});

test.each(EYES)('from the %s the zero stands where an isometric drawing has it', (eye) => {
  const i = EYES.indexOf(eye);
  const mark = spaces[i].shapes.find((s) => s.kind === 'zero')!;
  const [u, v] = isometric(eye, planned.setups[i].facts!.zero.shiftedInDevice);
  expect(mark).toMatchObject({ label: planned.setups[i].register });
  expect('at' in mark && mark.at).toEqual([expect.closeTo(u, 9), expect.closeTo(v, 9)]);
});

test.each(EYES)('from the %s each jaw is named once, on its own top face', (eye) => {
  const i = EYES.indexOf(eye);
  const labels = spaces[i].shapes.flatMap((s) => (s.kind === 'label' && s.text.length > 1 ? [s] : []));
  expect(labels.map((l) => l.text).sort()).toEqual(expect.arrayContaining(['fixed jaw', 'moving jaw']));
  expect(new Set(labels.map((l) => l.text)).size).toBe(labels.length);
  for (const { text, at } of labels) {
    const onTop = deviceSolids(planned.setups[i])
      .filter((d) => d.name === text)
      .some(({ outlines, to: z }) => {
        const [xs, ys] = [0, 1].map((k) => outlines.flat().map((p) => p[k]));
        // back from the drawing to the level of the top face
        const [a, b] = [at[0] / Math.sqrt(1 / 2), (at[1] / Math.sqrt(2 / 3) - z) * 2];
        const [x, y] = eye === 'left' ? [(a + b) / 2, (b - a) / 2] : [(a - b) / 2, (a + b) / 2];
        return x > Math.min(...xs) && x < Math.max(...xs) && y > Math.min(...ys) && y < Math.max(...ys);
      });
    expect(onTop).toBe(true);
  }
});
