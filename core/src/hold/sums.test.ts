import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import {
  airPressureKPa,
  boltForceN,
  cantileverDeflectionMm,
  grippingForceN,
  proofLoadN,
  roundInertiaMm4,
  strapForceN,
  stressAreaMm2,
  suctionN,
  T_SLOT_BOLTS,
  wallUnderPressure,
  warmFactor,
} from './sums';
import { ringDeflectionMm, ringInBoredJaws, ringStressMPa } from './squeezed';

// ISO 2533:1975, table 5 (geometric altitude in m, pressure in kPa); values from memory of the published table
test.each([
  [0, 101.325],
  [500, 95.461],
  [1000, 89.876],
  [2000, 79.501],
  [3000, 70.121],
])('standard atmosphere at %d m: %d kPa', (altitude, kPa) => {
  // the formula takes geopotential meters; below 3000 m the two differ by less than 1.5 m, which is 0.02 kPa
  expect(Math.abs(airPressureKPa(altitude) - kPa)).toBeLessThan(0.02);
});

test('vacuum: 80 kPa on 100 × 100 mm hold 800 N down', () => {
  expect(suctionN(100 * 100, 80)).toBeCloseTo(800, 9);
});

describe('bolts', () => {
  // ISO 898-1:2013, tables 4 and 5, coarse thread: nominal stress area in mm², proof load in N (published values are
  // rounded to three figures)
  test.each([
    [8, 36.6, '8.8', 21_200],
    [10, 58.0, '8.8', 33_700],
    [12, 84.3, '8.8', 48_900],
    [16, 157, '8.8', 91_000],
    [20, 245, '8.8', 147_000],
    [10, 58.0, '10.9', 48_100],
    [12, 84.3, '12.9', 81_800],
  ])('M%d: stress area %d mm², class %s stands %d N', (d, area, grade, proof) => {
    expect(Math.abs(stressAreaMm2(d) / area - 1)).toBeLessThan(0.005);
    expect(Math.abs(proofLoadN(d, grade) / proof - 1)).toBeLessThan(0.01);
  });

  test('F = T/(K·d): 50 N·m on M10 dry pull 25 kN (any mechanics handbook)', () => {
    expect(boltForceN(50, 0.2, 10)).toBeCloseTo(25_000, 9);
    expect(boltForceN(50, 0.15, 10)).toBeGreaterThan(boltForceN(50, 0.2, 10));
  });

  test('lever of a strap: the bolt nearer to the part presses more on it', () => {
    expect(strapForceN(12_000, 60, 30)).toBeCloseTo(8000, 9);
    expect(strapForceN(12_000, 30, 60)).toBeCloseTo(4000, 9);
    expect(strapForceN(12_000, 0, 0)).toBe(0);
  });

  // ISO 299:1987, table 1: width of slot a and bolt d
  test.each([
    [10, 8],
    [12, 10],
    [14, 12],
    [18, 16],
    [22, 20],
    [28, 24],
  ])('a %d slot takes M%d', (slot, bolt) => {
    expect(T_SLOT_BOLTS).toContainEqual([slot, bolt]);
  });
});

test('a chuck loses n·m·r·ω² to speed (VDI 3106), and never grips with less than nothing', () => {
  // 3 jaws of 2 kg, 80 mm out, at 2000 1/min: ω = 209.44 1/s, 3 · 2 · 0.08 · 209.44² = 21 055 N
  expect(60_000 - grippingForceN(60_000, 2000, { count: 3, massKg: 2, radiusMm: 80 })).toBeCloseTo(
    3 * 2 * 0.08 * ((2 * Math.PI * 2000) / 60) ** 2,
    6,
  );
  expect(grippingForceN(60_000, 2000, { count: 3, massKg: 2, radiusMm: 80 })).toBeCloseTo(38_945, 0);
  expect(grippingForceN(60_000, 9000, { count: 3, massKg: 2, radiusMm: 80 })).toBe(0);
});

describe('a thin ring under jaws', () => {
  const [W, R, t, L, E] = [1000, 40, 3, 20, 70];
  const EI = (E * 1000 * L * t ** 3) / 12;

  test('two opposite forces: 0.149 W·R³/(E·I) across (mechanics handbooks), half of it on each side', () => {
    expect(
      (2 * ringDeflectionMm(W, { jaws: 2, radiusMm: R, wallMm: t, lengthMm: L }, E) * EI) / (W * R ** 3),
    ).toBeCloseTo(Math.PI / 4 - 2 / Math.PI, 9);
  });

  test.each([2, 3, 4, 6])('%d jaws: the same from the strain energy, summed numerically (Castigliano)', (n) => {
    const theta = Math.PI / n;
    // bending moment at an angle from the middle between two jaws, from statics and the ring's symmetry
    const moment = (phi: number) => ((W * R) / 2) * (Math.cos(phi) / Math.sin(theta) - 1 / theta);
    const steps = 20_000;
    let energy = 0;
    for (let i = 0; i < steps; i++)
      energy += (moment(((i + 0.5) * theta) / steps) ** 2 * (theta / steps) * R) / (2 * EI);
    expect(ringDeflectionMm(W, { jaws: n, radiusMm: R, wallMm: t, lengthMm: L }, E)).toBeCloseTo(
      (2 * (2 * n * energy)) / (n * W),
      8,
    );
    expect(ringStressMPa(W, { jaws: n, radiusMm: R, wallMm: t, lengthMm: L })).toBeCloseTo(
      (6 * Math.abs(moment(theta))) / (L * t * t),
      6,
    );
  });
});

describe('a ring in jaws bored to size', () => {
  const [W, R, t, L, E] = [1000, 40, 3, 20, 70];

  test.each([2, 3, 4, 6])('%d jaws that touch on a line: the closed formula', (n) => {
    const line = ringInBoredJaws(W, { jaws: n, radiusMm: R, wallMm: t, lengthMm: L }, E, 0);
    expect(line.deflectionMm / ringDeflectionMm(W, { jaws: n, radiusMm: R, wallMm: t, lengthMm: L }, E)).toBeCloseTo(
      1,
      6,
    );
    expect(
      Math.abs(line.stressMPa / ringStressMPa(W, { jaws: n, radiusMm: R, wallMm: t, lengthMm: L }) - 1),
    ).toBeLessThan(0.005);
  });

  test('jaws that close all round bend nothing, and the wider the jaw, the less', () => {
    const at = (arc: number) => ringInBoredJaws(W, { jaws: 3, radiusMm: R, wallMm: t, lengthMm: L }, E, arc);
    expect(at(2 * Math.PI * R).deflectionMm).toBeLessThan(1e-12);
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 80, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (arc, less) => {
          expect(at(arc).deflectionMm).toBeLessThanOrEqual(at(arc * less).deflectionMm + 1e-12);
          expect(at(arc).stressMPa).toBeLessThanOrEqual(at(arc * less).stressMPa * 1.001);
        },
      ),
    );
  });
});

/** A beam of elements (Euler–Bernoulli, cubic shape functions), solved with ml-matrix. */
function beam(
  length: number,
  EI: number,
  elements: number,
  fixed: (dof: number, last: number) => boolean,
  load: (node: number, h: number) => [number, number],
): number[] {
  const h = length / elements;
  const size = 2 * (elements + 1);
  const K = Matrix.zeros(size, size);
  const k = [
    [12, 6 * h, -12, 6 * h],
    [6 * h, 4 * h * h, -6 * h, 2 * h * h],
    [-12, -6 * h, 12, -6 * h],
    [6 * h, 2 * h * h, -6 * h, 4 * h * h],
  ];
  for (let e = 0; e < elements; e++)
    for (let i = 0; i < 4; i++)
      for (let j = 0; j < 4; j++) K.set(2 * e + i, 2 * e + j, K.get(2 * e + i, 2 * e + j) + (k[i][j] * EI) / h ** 3);
  const f = Matrix.zeros(size, 1);
  for (let n = 0; n <= elements; n++) {
    const [q, m] = load(n, h);
    f.set(2 * n, 0, q);
    f.set(2 * n + 1, 0, m);
  }
  const free = Array.from({ length: size }, (_, d) => d).filter((d) => !fixed(d, size));
  const u = solve(K.subMatrixRow(free).subMatrixColumn(free), f.subMatrixRow(free));
  return Array.from({ length: size }, (_, d) => (free.includes(d) ? u.get(free.indexOf(d), 0) : 0));
}

describe('Euler–Bernoulli, against a beam of elements solved with ml-matrix', () => {
  test('a bar held at one end gives F·L³/(3·E·I) at the other', () => {
    const I = roundInertiaMm4(20);
    const u = beam(
      150,
      70_000 * I,
      8,
      (d) => d < 2,
      (n) => (n === 8 ? [300, 0] : [0, 0]),
    );
    expect(cantileverDeflectionMm(300, 150, 70, I)).toBeCloseTo(u[16], 9);
    expect(roundInertiaMm4(20, 16)).toBeCloseTo((Math.PI / 64) * (20 ** 4 - 16 ** 4), 9);
  });

  test('a wall held at both ends under pressure gives q·L⁴/(384·E·I) in its middle', () => {
    const [q, L, t] = [2, 60, 3];
    const last = 8;
    const u = beam(
      L,
      (70_000 * t ** 3) / 12,
      last,
      (d, size) => d < 2 || d >= size - 2,
      (n, h) => [
        n === 0 || n === last ? (q * h) / 2 : q * h,
        n === 0 ? (q * h * h) / 12 : n === last ? (-q * h * h) / 12 : 0,
      ],
    );
    expect(wallUnderPressure(q, L, t, 70).deflectionMm).toBeCloseTo(u[last], 9);
    expect(wallUnderPressure(q, L, t, 70).stressMPa).toBeCloseTo((q * L * L) / 12 / ((t * t) / 6), 9);
  });
});

test('a bond keeps all its strength up to one temperature, none from another, in between in proportion', () => {
  expect([20, 40, 65, 90, 120].map((c) => warmFactor(c, 40, 90))).toEqual([1, 1, 0.5, 0, 0]);
});
