import { boxMesh, loadKernel, type Kernel } from '../solid';
import { box } from '../testing/fixtures';
import { levelsBelowTop, bodyKey, partOf, summarizePart } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

test('a typed block is a part with one corner at the origin', () => {
  const made = partOf(kernel, boxMesh({ min: { x: 0, y: 0, z: 0 }, max: { x: 76.2, y: 50.8, z: 31.75 } }));
  expect(made).toMatchObject({
    ok: true,
    value: { box: { min: { x: 0, y: 0, z: 0 }, max: { x: 76.2, y: 50.8, z: 31.75 } } },
  });
  if (!made.ok) throw new Error(made.problem);
  const summary = summarizePart(made.value);
  expect(summary.volumeMm3).toBeCloseTo(76.2 * 50.8 * 31.75, 3);
  expect(summary.sides.map((s) => s.levels.length)).toEqual([1, 1, 1, 1, 1, 1]);
});

test('levels are depths below the outermost face, seen along the direction that is up', () => {
  const mesh = kernel
    .subtract(kernel.box(box([0, 0, 0], [40, 30, 20])), kernel.box(box([10, 10, 12], [30, 20, 21])))
    .mesh();
  const made = partOf(kernel, mesh);
  if (!made.ok) throw new Error(made.problem);
  expect(levelsBelowTop(made.value, '+z').map((l) => [l.belowTop, Math.round(l.areaMm2)])).toEqual([
    [0, 1000],
    [8, 200],
  ]);
  expect(levelsBelowTop(made.value, '-z').map((l) => [l.belowTop, Math.round(l.areaMm2)])).toEqual([[0, 1200]]);
  expect(levelsBelowTop(made.value, '-x').map((l) => l.belowTop)).toEqual([0, 30]);
});

test('the key of a body changes with its shape and with nothing else', () => {
  expect(bodyKey({ file: 'a.step', sha256: 'f'.repeat(64), body: 1 })).toBe(
    bodyKey({ file: 'renamed.step', sha256: 'f'.repeat(64), body: 1 }),
  );
  expect(bodyKey({ file: 'a.step', body: 1 })).not.toBe(bodyKey({ file: 'a.step', body: 2 }));
});
