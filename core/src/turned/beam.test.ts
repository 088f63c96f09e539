import { Matrix, solve } from 'ml-matrix';
import { cantileverDeflectionMm, roundInertiaMm4 } from '../hold';
import { barLathe, planTurnedCase } from '../testing/turnedJobs';
import { proppedDeflectionMm } from '.';

/**
 * Deflection at a node by beam elements of two nodes (Hermite shapes, any book on finite elements), built in at the
 * left end, carried at the right end where `propped`.
 */
function byElements({ a, b, load, ei, propped }: { a: number; b: number; load: number; ei: number; propped: boolean }) {
  const n = 20;
  const lengths = [...Array(n).fill(a / n), ...(b > 0 ? Array(n).fill(b / n) : [])] as number[];
  const size = 2 * (lengths.length + 1);
  const k = Matrix.zeros(size, size);
  lengths.forEach((l, i) => {
    const e = [
      [12, 6 * l, -12, 6 * l],
      [6 * l, 4 * l * l, -6 * l, 2 * l * l],
      [-12, -6 * l, 12, -6 * l],
      [6 * l, 2 * l * l, -6 * l, 4 * l * l],
    ];
    for (let r = 0; r < 4; r++)
      for (let c = 0; c < 4; c++) k.set(2 * i + r, 2 * i + c, k.get(2 * i + r, 2 * i + c) + (ei / l ** 3) * e[r][c]);
  });
  const fixed = [0, 1, ...(propped ? [size - 2] : [])];
  const free = Array.from({ length: size }, (_, i) => i).filter((i) => !fixed.includes(i));
  const force = Matrix.zeros(free.length, 1);
  force.set(free.indexOf(2 * n), 0, load);
  return solve(k.selection(free, free), force).get(free.indexOf(2 * n), 0);
}

const steel = { youngGPa: 200, inertiaMm4: roundInertiaMm4(14) };
const ei = steel.youngGPa * 1000 * steel.inertiaMm4;

test.each([
  [22, 87],
  [22, 193.75],
  [60, 10],
  [100, 100],
])('carried at its front, %s to the tool and %s on: as beam elements give it', (a, b) => {
  const made = proppedDeflectionMm({ forceN: 300, toTool: a, toSupport: b, ...steel });
  expect(made).toBeCloseTo(byElements({ a, b, load: 300, ei, propped: true }), 9);
});

test('half way along it gives 7·F·l³/(768·E·I) (formulas of beams, any mechanics handbook, from memory)', () => {
  const made = proppedDeflectionMm({ forceN: 300, toTool: 60, toSupport: 60, ...steel });
  expect(made).toBeCloseTo((7 * 300 * 120 ** 3) / (768 * ei), 12);
});

test('not carried: F·l³/(3·E·I), as beam elements give it', () => {
  const made = cantileverDeflectionMm(300, 40, steel.youngGPa, steel.inertiaMm4);
  expect(made).toBeCloseTo(byElements({ a: 40, b: 0, load: 300, ei, propped: false }), 9);
  // a support far away helps less and less than one right behind the tool, and never hurts
  const carried = (b: number) => proppedDeflectionMm({ forceN: 300, toTool: 40, toSupport: b, ...steel });
  expect(carried(1)).toBeLessThan(carried(50));
  expect(carried(5000)).toBeLessThanOrEqual(made);
});

test('a thin bar that sticks out far: the diameter comes out larger than it may be, and nothing carries it', () => {
  const bar = (change: object, bushing: number | null = null) =>
    planTurnedCase({
      ...{ steps: [{ length: 60, from: 6, to: 6 }], machine: barLathe(100, { bushing }), across: 8 },
      turned: { grip: 20, depth: 1, feed: 0.1, within: 0.02, ...change },
    });
  const { planned, findings } = bar({});
  const [section] = planned.sections;
  // from the collet all the way forward, and the whole section back
  expect(section.overhang).toBeCloseTo(20 + 62.5, 9);
  const bends = findings.filter((f) => f.code === 'bar-bends').map((f) => f.level);
  expect(bends).toEqual(['caution', 'stop']);
  expect(bar({}, 12).codes).not.toContain('bar-bends');
  expect(bar({ feed: null }).findings.find((f) => f.code === 'bend-not-known')!.says).toMatch(/feed missing/);
});
