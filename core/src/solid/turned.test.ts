import fc from 'fast-check';
import { loadKernel, meshBox, meshVolume, turnedSolid, type Kernel } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const steps = fc.array(
  fc.record({
    length: fc.integer({ min: 1, max: 80 }),
    from: fc.integer({ min: 1, max: 60 }),
    to: fc.integer({ min: 1, max: 60 }),
  }),
  { minLength: 1, maxLength: 8 },
);

test('a typed turned part is a closed solid of its size, along any axis; its volume is that of its chords', () => {
  fc.assert(
    fc.property(steps, fc.constantFrom('x' as const, 'y' as const, 'z' as const), (of, along) => {
      const mesh = turnedSolid(of, along);
      const made = kernel.fromMesh(mesh);
      if (!made.ok) throw new Error(made.problem);
      made.value.release();
      const { min, max } = meshBox(mesh);
      expect(max[along] - min[along]).toBe(of.reduce((sum, s) => sum + s.length, 0));
      const across = (['x', 'y', 'z'] as const).find((a) => a !== along)!;
      expect(max[across]).toBeCloseTo(Math.max(...of.flatMap((s) => [s.from, s.to])) / 2, 9);
      // area of a regular polygon over that of its circle, for as many corners as one ring has
      const corners = (mesh.positions.length / 3 - 2) / ringCount(of);
      const share = Math.sin((2 * Math.PI) / corners) / ((2 * Math.PI) / corners);
      const round = of.reduce(
        (sum, s) => sum + (Math.PI * s.length * (s.from ** 2 + s.from * s.to + s.to ** 2)) / 12,
        0,
      );
      expect(meshVolume(mesh) / (round * share)).toBeCloseTo(1, 9);
    }),
    { seed: 17, numRuns: 60 },
  );
});

/** Rings of corners: one at each end of a length, one where two lengths go on in one diameter. */
const ringCount = (of: readonly { from: number; to: number }[]): number =>
  of.reduce((sum, s, i) => sum + (i > 0 && of[i - 1].to === s.from ? 1 : 2), 0);
