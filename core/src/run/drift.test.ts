import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { driftOf } from '.';

test('a steady residue walks: what is not taken back passes the end after room over residue parts', () => {
  const values = Array.from({ length: 8 }, (_, i) => -0.02 * i);
  const drift = driftOf(values, { toMin: 0.5, toMax: 400 });
  expect(drift).toMatchObject({ steady: true, perRun: expect.closeTo(-0.02, 9), runsLeft: 25 });
});

test('scatter alone is no drift', () => {
  expect(driftOf([0.01, -0.012, 0.004, -0.008, 0.011, -0.003])).toMatchObject({ steady: false, runsLeft: null });
  expect(driftOf([0.1, 0.2])).toMatchObject({ count: 2, perRun: null, scatter: null });
  // regular, but less than anybody can touch off
  expect(driftOf([0, 0.001, 0.002, 0.003, 0.004])).toMatchObject({ steady: false });
  expect(driftOf([])).toMatchObject({ count: 0, mean: 0, perRun: null });
  expect(driftOf([0, 0, 0, 0, 0])).toMatchObject({ steady: false });
});

test('slope and scatter are those of the least-squares library', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 3, maxLength: 20 }), (values) => {
      const design = new Matrix(values.map((_, i) => [1, i]));
      const line = solve(design, Matrix.columnVector(values), true);
      const [, slope] = line.to1DArray();
      const rest = Matrix.sub(Matrix.columnVector(values), design.mmul(line)).to1DArray();
      const scatter = Math.sqrt(rest.reduce((sum, v) => sum + v * v, 0) / (values.length - 2));
      const drift = driftOf(values);
      expect(drift.perRun).toBeCloseTo(slope, 9);
      expect(drift.scatter).toBeCloseTo(scatter, 9);
    }),
  );
});
