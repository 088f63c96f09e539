/*
 * Every sum against a number worked out by hand, or printed by a handbook; then all of them with anything in their
 * limits.
 */
import fc from 'fast-check';
import { speechIn } from '../units';
import { QUICK_SUMS, startOf, type SumAnswer, type SumValues } from '.';

const sumOf = (id: string) => QUICK_SUMS.find((s) => s.id === id)!;
function answer(id: string, values: SumValues = {}, units: 'mm' | 'inch' = 'mm'): SumAnswer {
  const given = sumOf(id).answer({ ...startOf(sumOf(id)), ...values }, speechIn(units));
  if ('problem' in given) throw new Error(given.problem);
  return given;
}
const result = (of: SumAnswer, label: string) => {
  const found = of.results.find((r) => r.label === label)!;
  return 'mm' in found ? found.mm : found.says;
};
const problem = (id: string, values: SumValues): string => {
  const given = sumOf(id).answer({ ...startOf(sumOf(id)), ...values }, speechIn('mm'));
  return 'problem' in given ? given.problem : '';
};

test('touch-off from either side, with a feeler, and a face that is not zero', () => {
  const left = { reading: -345.2, diameter: 10, feeler: 0.1, face: 0 };
  expect(result(answer('touch-off', left), 'Register')).toBeCloseTo(-340.1, 9);
  const right = { ...left, stands: 'right of the face', face: 80 };
  // the tool stands at 80 + 5.1 of the work: zero is that far to the left of it
  expect(result(answer('touch-off', right), 'Register')).toBeCloseTo(-345.2 - 85.1, 9);
  expect(result(answer('touch-off', right), 'Or declare there')).toBeCloseTo(85.1, 9);
  expect(answer('touch-off', left, 'inch').sentence).toContain('declare \u22120.2008');
});

test('gauge blocks: the length comes out of blocks that are in the set; half a micrometer is refused', () => {
  const made = answer('gauge-blocks', { length: 41.287, set: '87 pieces, metric' });
  const blocks = made.results.flatMap((r) => ('mm' in r ? [r.mm] : []));
  expect(blocks.reduce((a, b) => a + b)).toBeCloseTo(41.287, 9);
  expect(problem('gauge-blocks', { length: 41.28713 })).toMatch(/does not make 41\.287 mm/);
});

test('sine bar: half of its length at 30 degrees', () => {
  expect(result(answer('sine-bar', { length: 127, angle: 30 }), 'Blocks under one roller')).toBeCloseTo(63.5, 9);
});

test('indicator: 0.04 on 120 is 0.0667 on 200', () => {
  const made = answer('indicator', { first: 0, second: 0.04, apart: 120, length: 200 });
  expect(result(made, 'Over the length that matters')).toBeCloseTo(0.0666667, 6);
  expect(made.sentence).toMatch(/towards the indicator/);
  expect(answer('indicator', { second: 0 }).sentence).toMatch(/runs true/);
});

test('bolt M12 8.8: stress area 84.3 mm², proof load 48 900 N (ISO 898-1, from memory); 60 N·m dry pull 25 kN', () => {
  const made = answer('bolt');
  expect(result(made, 'Section that carries')).toBe('84.3 mm²');
  expect(result(made, 'It pulls with')).toBe('25.0 kN');
  expect(result(made, 'Proof load of class 8.8')).toMatch(/^48\.9 kN: 51 %/);
  expect(answer('bolt', { torque: 200 }).sentence).toMatch(/^Too much/);
});

test('vacuum: 80 % of 101.325 kPa over 300 × 200 mm', () => {
  const made = answer('vacuum');
  expect(result(made, 'Air here')).toBe('101.3 kPa');
  expect(result(made, 'Held down with')).toBe(`${Math.round(0.8 * 0.101325 * 60_000)} N`);
  expect(answer('vacuum', { altitude: 2000 }).sentence).not.toBe(made.sentence);
});

test('ring: three jaws on a thin ring (mechanics handbook, from memory); a thick one is refused', () => {
  const made = answer('ring');
  const [w, r, e, i, theta] = [2000, 38, 70_000, (20 * 4 ** 3) / 12, Math.PI / 3];
  const shape = (theta + Math.sin(theta) * Math.cos(theta)) / (2 * Math.sin(theta) ** 2) - 1 / theta;
  expect(result(made, 'Gives under each jaw')).toBeCloseTo((w * r ** 3 * shape) / (2 * e * i), 9);
  // 6000 − 3 · 0.8 · 0.06 · ω²
  const omega = (2 * Math.PI * 1500) / 60;
  expect(result(answer('ring', { rpm: 1500 }), 'Left of the force at speed')).toBe(
    `${Math.round(6000 - 3 * 0.8 * 0.06 * omega ** 2)} N`,
  );
  expect(problem('ring', { bore: 20 })).toMatch(/no thin ring/);
  expect(problem('ring', { bore: 80 })).toMatch(/no wall/);
});

test('speeds and feeds: 180 m/min on 12 is 4775 1/min; a slow spindle says what it reaches', () => {
  const made = answer('speeds');
  expect(result(made, 'Spindle')).toBe('4775 1/min');
  expect(result(made, 'Feed in a minute')).toBeCloseTo(4775 * 3 * 0.05, 9);
  expect(answer('speeds', { most: 2000 }).sentence).toMatch(/does not go faster: 75 m\/min instead of 180 m\/min/);
  expect(answer('speeds', { most: 2000 }, 'inch').sentence).toMatch(/247 ft\/min instead of 591 ft\/min/);
});

test('bar out of a chuck: F·l³/(3·E·I), and 7/768 of F·l³/(E·I) half way to a tailstock', () => {
  const inertia = (Math.PI * 20 ** 4) / 64;
  expect(result(answer('overhang'), 'Gives under the tool')).toBeCloseTo((150 * 120 ** 3) / (3 * 210_000 * inertia), 9);
  const carried = answer('overhang', { tool: 60, end: 'in the tailstock' });
  expect(result(carried, 'Gives under the tool')).toBeCloseTo((7 * 150 * 120 ** 3) / (768 * 210_000 * inertia), 12);
  expect(problem('overhang', { tool: 121 })).toMatch(/beyond the end/);
});

test('318 + 0.5 + 2.5 on a stroke of 128: three grips, pulls of 107', () => {
  const made = answer('re-grip');
  expect([result(made, 'Grips'), result(made, 'Change 1, behind the raw end')]).toEqual(['3', expect.closeTo(107, 9)]);
  expect(problem('re-grip', { length: 10_000, stroke: 0.01 })).toMatch(/more than forty grips/);
});

test('a flip: the demo block, 3 underneath and at the jaw, from 32 to 16 parallels, as the job has it', () => {
  // ΔZ of the vane bearing block from Op 10 to Op 20, worked out from its solids
  const made = answer('flip');
  expect(result(made, 'Z of zero moves by')).toBeCloseTo(-19, 9);
  expect(result(made, 'Y of zero moves by, towards the fixed jaw')).toBeCloseTo(3, 9);
  expect(answer('flip', { jawBefore: 0, jawAfter: 0 }).sentence).toMatch(/at the same Y/);
  expect(
    result(answer('flip', { jawBefore: 0, jawAfter: 0.5 }), 'Y of zero moves by, towards the moving jaw'),
  ).toBeCloseTo(0.5, 9);
});

test('a pin for an edge: half of it and the stock beside the edge, on either side', () => {
  const made = answer('edge-pin', { edge: 20, stock: 2, diameter: 9.996 });
  expect([result(made, 'Middle of the pin'), result(made, 'When that edge is finished already')]).toEqual([
    expect.closeTo(26.998, 9),
    expect.closeTo(24.998, 9),
  ]);
  const other = answer('edge-pin', {
    edge: -20,
    stock: 11.1125,
    diameter: 9.525,
    side: 'on the minus side of the edge',
  });
  expect(result(other, 'Middle of the pin')).toBeCloseTo(-20 - 11.1125 - 4.7625, 9);
});

test('two dowels 8 h8 in H7, 120 apart: 0 to 0.037 of play (ISO 286-1, from memory)', () => {
  const made = answer('dowels', { pin: 'h8' });
  expect(result(made, 'Play, at least')).toBeCloseTo(0, 9);
  expect(result(made, 'Play, at most')).toBeCloseTo(0.037, 9);
  expect(result(made, 'Over the distance ±')).toBeCloseTo(0.037, 9);
  expect(made.sentence).toMatch(/no relieved dowel goes on/);
  // 8 · 0.005 / (2 · s) less s, with s what the round dowel leaves of the error
  expect(result(answer('dowels'), 'Land, at most')).toBeCloseTo((4.0025 ** 2 - 16) / 0.0175 - 0.0175, 9);
  expect(answer('dowels', { pin: 'm6' }).sentence).toMatch(/pressed on/);
  expect(result(answer('dowels', { wrong: 0 }), 'Land')).toBe('need not be relieved');
});

test('a vise: 8 gripped and 2 to spare; parallels as high as the jaws hold nothing', () => {
  const made = answer('vise');
  expect([result(made, 'Gripped'), result(made, 'Cut above the jaw tops')]).toEqual([8, 2]);
  expect(answer('vise', { depth: 37 }).sentence).toMatch(/1\.000 mm below the jaw tops/);
  expect(answer('vise', { depth: 50 }).sentence).toMatch(/into the parallels/);
  expect(result(answer('vise', { height: 5, depth: 0 }), 'Gripped')).toBe(5);
  expect(problem('vise', { parallels: 40 })).toMatch(/nothing is held/);
});

test('copies: as many as are laid one after the other, and exactly full counts', () => {
  expect(result(answer('copies', { length: 98, one: 45, gap: 8, ends: 0 }), 'Copies')).toBe('2');
  expect(result(answer('copies', { length: 97.999, one: 45, gap: 8, ends: 0 }), 'Copies')).toBe('1');
  expect(problem('copies', { length: 40 })).toMatch(/Not one fits: 55\.000 mm/);
  fc.assert(
    fc.property(
      fc.tuple(
        fc.integer({ min: 1, max: 900 }),
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 0, max: 20 }),
      ),
      ([length, one, gap, ends]) => {
        let [laid, at] = [0, ends];
        while (at + one <= length - ends) {
          laid += 1;
          at += one + gap;
        }
        const given = sumOf('copies').answer({ length, one, gap, ends }, speechIn('mm'));
        expect('problem' in given ? '0' : result(given, 'Copies')).toBe(String(laid));
      },
    ),
  );
});

test('an offcut: what fits turned is what is found by turning it a little at a time', () => {
  const fits = (p: number, q: number, a: number, b: number) => {
    for (let i = 0; i <= 3600; i++) {
      const t = (i * Math.PI) / 7200;
      const [wide, high] = [p * Math.cos(t) + q * Math.sin(t), p * Math.sin(t) + q * Math.cos(t)];
      if ((wide <= a && high <= b) || (wide <= b && high <= a)) return true;
    }
    return false;
  };
  const side = fc.double({ min: 5, max: 300, noNaN: true });
  fc.assert(
    fc.property(side, side, side, side, (p, q, a, b) => {
      const of = (grow: number) =>
        result(answer('offcut', { a, b, p: p * grow, q: q * grow, around: 0 }), 'It fits') !== 'no';
      // within what a tenth of a degree can tell
      if (fits(p, q, a, b)) expect(of(0.999)).toBe(true);
      else expect(of(1.001)).toBe(false);
    }),
    { seed: 18, numRuns: 400 },
  );
  // a long thin one goes in only across the corner
  expect(result(answer('offcut', { a: 100, b: 100, p: 130, q: 5, around: 0 }), 'It fits')).toMatch(/turned by/);
  expect(result(answer('offcut', { a: 200, b: 300, p: 150, q: 280, around: 3 }), 'It fits')).toBe('yes, straight');
  expect(answer('offcut', { p: 290, q: 199 }).sentence).toMatch(/does not fit/);
});

test('any numbers in their limits, in both units: an answer in words or what is wrong, never a number that is none', () => {
  const of = (s: (typeof QUICK_SUMS)[number]) =>
    fc.record(
      Object.fromEntries(
        s.fields.map((f) => [
          f.key,
          f.unit === 'choice'
            ? fc.constantFrom(...f.choices)
            : f.whole
              ? fc.integer({ min: f.min, max: f.max })
              : fc.double({ min: f.min, max: f.max, noNaN: true }).filter((v) => !f.positive || v > 0),
        ]),
      ),
    );
  for (const s of QUICK_SUMS)
    fc.assert(
      fc.property(of(s), fc.constantFrom('mm' as const, 'inch' as const), (values, units) => {
        const given = s.answer(values as SumValues, speechIn(units));
        if (!('problem' in given)) expect(given.results.every((r) => !('mm' in r) || Number.isFinite(r.mm))).toBe(true);
        expect(JSON.stringify(given)).not.toMatch(/NaN|Infinity|undefined/);
      }),
      { seed: 18, numRuns: 150 },
    );
});
