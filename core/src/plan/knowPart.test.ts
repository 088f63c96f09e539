import { demoShop, sensorFootJob } from '../../../demo';
import { newBlank, newJob, ONE_COPY, type Allowance, type Job, type Setup, oneCut } from '../job';
import { findFeatures, knownFeature, type Feature } from '../part';
import { bar, circleLoop, loadKernel, meshBox, polygonLoop, prism, type Kernel, type TriangleMesh } from '../solid';
import { box, machine, setup, vise } from '../testing/fixtures';
import { speechIn } from '../units';
import { Planner, proposeDepths, type PlannedJob } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const shop = { ...demoShop, machines: [machine], devices: [vise] };
const speech = speechIn('mm');
const NONE = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

function plan(job: Job, meshes: Record<string, TriangleMesh> = {}): PlannedJob {
  const planned = new Planner(kernel).plan({
    job,
    shop,
    bodies: ({ file }) => (meshes[file] ? { mesh: meshes[file], key: file } : null),
  });
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}
const codes = (planned: PlannedJob, level?: string) =>
  planned.findings.filter((f) => !level || f.level === level).map((f) => f.code);

/** An 18 mm sheet with a relief of the wanted depth from above and a hole through it. */
function relief(depth: number): TriangleMesh {
  const solid = kernel.subtract(
    kernel.subtract(kernel.box(box([0, 0, 0], [120, 80, 18])), kernel.box(box([20, 20, 18 - depth], [100, 60, 19]))),
    kernel.box(box([5, 5, -1], [12, 12, 19])),
  );
  return solid.mesh();
}
const plateJob = (change: (job: Job) => void = () => undefined): Job => {
  const job: Job = {
    ...newJob({ number: '1', part: 'plate', units: 'mm' }, { file: 'plate' }),
    machine: 'm',
    setups: [
      setup({ parallels: { height: 30 }, stop: { side: 'left', position: 10, height: 35, fromJaw: 15, face: null } }),
    ],
  };
  change(job);
  return job;
};

describe('material left under the last cut', () => {
  test('a 15 mm deep relief in an 18 mm sheet leaves 3 mm (common practice, no source)', () => {
    const job = plateJob((j) => {
      j.allowance = { ...NONE, zPlus: 1 };
      j.setups[0].cuts[0].below = 15;
    });
    expect(plan(job, { plate: relief(15) }).setups[0].material.floorMm).toBeCloseTo(3, 9);
  });
  test('a cut down to the bottom leaves no floor; one that only faces the top leaves the whole thickness', () => {
    const through = plateJob((j) => {
      j.allowance = { ...NONE, zPlus: 1 };
      j.setups[0].cuts[0].below = 18;
    });
    expect(plan(through, { plate: relief(18) }).setups[0].material.floorMm).toBeNull();
    const facing = plateJob((j) => {
      j.allowance = { ...NONE, zPlus: 1 };
      j.setups[0].cuts[0].below = 0;
    });
    expect(plan(facing, { plate: relief(15) }).setups[0].material.floorMm).toBeCloseTo(18, 9);
  });
});

describe('depth down to a face', () => {
  const floorOf = (mesh: TriangleMesh): Feature =>
    findFeatures(mesh, meshBox(mesh)).features.find(
      (f) => f.kind === 'plane' && f.side === '+z' && f.belowOutermost! > 1,
    )!;

  test('follows the face when a newer revision has it deeper, and says so', () => {
    const old = floorOf(relief(15));
    const job = plateJob((j) => {
      j.features = [knownFeature(old, 'top side, 15 deep', 'pocket floor')];
      j.setups[0].cuts[0].to = old.id;
      j.setups[0].cuts[0].below = 15;
      j.allowance = { ...NONE, zPlus: 1 };
    });
    expect(plan(job, { plate: relief(15) }).setups[0].setup.cuts[0].below).toBeCloseTo(15, 9);
    const newer = plan(job, { plate: relief(15.5) });
    expect(newer.setups[0].setup.cuts[0].below).toBeCloseTo(15.5, 9);
    expect(newer.findings.find((f) => f.code === 'feature-changed')?.says).toBe(
      'pocket floor is not where it was when it was picked: Z −0.500. The depth of Op 10 follows it.',
    );
  });

  test('keeps the number when the face is gone, and stops', () => {
    const old = floorOf(relief(15));
    const job = plateJob((j) => {
      j.features = [knownFeature(old, 'top side, 15 deep')];
      j.setups[0].cuts[0].to = old.id;
      j.setups[0].cuts[0].below = 15;
    });
    const without = kernel.box(box([0, 0, 0], [120, 80, 18])).mesh();
    const planned = plan(job, { plate: without });
    // the top face is the only one left that looks up; it lies too far from where the floor was
    expect(planned.setups[0].setup.cuts[0].below).toBe(15);
    expect(codes(planned, 'stop')).toContain('feature-gone');
  });

  test('a face that does not look up is refused', () => {
    const mesh = relief(15);
    const side = findFeatures(mesh, meshBox(mesh)).features.find((f) => f.kind === 'plane' && f.side === '-x')!;
    const job = plateJob((j) => {
      j.features = [knownFeature(side, 'left face')];
      j.setups[0].cuts[0].to = side.id;
    });
    expect(plan(job, { plate: mesh }).findings.find((f) => f.code === 'depth-face-does-not-look-up')?.says).toBe(
      'The lowest cut is to go down to left face, which does not look up with the top face up.',
    );
  });
});

test('depths that suggest themselves: the deepest face, what the jaws leave, where the other side stopped, only the top', () => {
  const job = plateJob((j) => {
    j.allowance = { ...NONE, zPlus: 2, zMinus: 2 };
    j.setups = [
      setup({ cuts: oneCut(15), parallels: { height: 30 } }),
      setup({ id: 't', op: 20, orientation: { up: '-z', right: '+x' }, parallels: { height: 30 } }),
    ];
  });
  const planned = plan(job, { plate: relief(15) });
  const says = (i: number) =>
    proposeDepths(planned.setups[i], planned, speech).map((d) => [
      Math.round(d.cutsBelowTop * 1000) / 1000,
      d.says.replace(/,.*/, ''),
    ]);
  // bottom of the blank on 30, jaws 40 high with 1 above them: 11 from the bottom, so 18 + 2 − 11 from the top
  expect(says(0)).toEqual([
    [15, 'the deepest face that looks up'],
    [9, 'what the jaws leave'],
    [0, 'only the top'],
  ]);
  expect(says(1)).toEqual([
    [3, 'where Op 10 stopped'],
    [7, 'what the jaws leave'],
    [0, 'only the top'],
  ]);
});

describe('the stop against a face', () => {
  const stepped = () =>
    kernel.union([kernel.box(box([0, 0, 0], [100, 60, 12])), kernel.box(box([10, 0, 12], [100, 60, 30]))]).mesh();
  const job = (height: number) => {
    const mesh = stepped();
    const upper = findFeatures(mesh, meshBox(mesh)).features.find(
      (f) => f.kind === 'plane' && f.side === '-x' && f.belowOutermost! > 1,
    )!;
    return {
      mesh,
      job: {
        ...plateJob((j) => {
          j.features = [knownFeature(upper, 'upper step')];
          j.setups = [
            setup({ cuts: oneCut(18) }),
            setup({
              id: 't',
              op: 20,
              cuts: oneCut(0),
              parallels: { height: 20 },
              stop: { side: 'left', position: 10, height, fromJaw: 20, face: upper.id },
            }),
          ];
        }),
      },
    };
  };
  test('is quiet where only that face is in front of the rod, and stops where another comes first', () => {
    const high = job(45);
    expect(
      plan(high.job, { plate: high.mesh })
        .findings.filter((f) => f.code === 'stop-meets-another-face')
        .map((f) => f.says),
    ).toEqual([]);
    const low = job(25);
    expect(plan(low.job, { plate: low.mesh }).findings.find((f) => f.code === 'stop-meets-another-face')?.says).toBe(
      'The stop meets something 10.000 mm before left side, 10 deep.',
    );
  });
});

describe('blanks that are no block', () => {
  const disc = prism(circleLoop({ u: 0, v: 0, radius: 40 }), [circleLoop({ u: 0, v: 0, radius: 10 })], 20);
  const base = (kind: Job['blank']['kind'], fields: Partial<Job['blank']> = {}): Job => ({
    ...newJob({ number: '1', part: 'disc', units: 'mm' }, { file: 'disc' }),
    machine: 'm',
    allowance: { ...NONE, zPlus: 2, zMinus: 2 },
    blank: { ...newBlank({ ...NONE, zPlus: 2, zMinus: 2 }), kind, along: 'z', ...fields },
    setups: [setup({ cuts: oneCut(20), parallels: { height: 20 } })],
  });

  test('a round bar loses a ring and a core: volumes by closed formula, within the mesh of the curves', () => {
    const planned = plan(base('round bar', { across: 84 }), { disc });
    const exact = Math.PI * 42 ** 2 * 22 - Math.PI * (40 ** 2 - 10 ** 2) * 20;
    expect(Math.abs(planned.setups[0].material.removedMm3 - exact) / exact).toBeLessThan(5e-3);
    expect(codes(planned)).not.toContain('part-sticks-out-of-blank');
  });

  test('a square block as large as the disc contains it; a bar thinner than it does not, and says where', () => {
    expect(codes(plan(base('block'), { disc }))).not.toContain('part-sticks-out-of-blank');
    const square = polygonLoop([
      [0, 0],
      [56.4, 0],
      [56.4, 56.4],
      [0, 56.4],
    ]);
    const planned = plan(
      { ...base('round bar', { across: 60 }), body: { file: 'square' } },
      { square: prism(square, [], 20) },
    );
    expect(planned.findings.find((f) => f.code === 'part-sticks-out-of-blank')?.says).toMatch(
      /^The part sticks out of the round bar: [\d.]+ cm³ of it lie outside, within X/,
    );
  });

  test('a casting of its own is cut to the part; one that was not read is a stop and a block stands in', () => {
    const casting = prism(circleLoop({ u: 0, v: 0, radius: 44 }), [circleLoop({ u: 0, v: 0, radius: 8 })], 26);
    const lowered = { ...casting, positions: casting.positions.map((v, i) => (i % 3 === 2 ? v - 3 : v)) };
    const job = base('own solid', { solid: { file: 'casting' } });
    const planned = plan(job, { disc, casting: lowered });
    expect(planned.blank).toMatchObject({ problem: null, size: { x: 88, y: 88, z: 26 } });
    expect(codes(planned, 'stop')).not.toContain('blank-not-made');
    expect(plan(job, { disc }).findings.find((f) => f.code === 'blank-not-made')?.says).toMatch(
      /"casting" has not been read yet/,
    );
  });

  test('a raw side at a locator is a caution, a sawn one a note, a finished one nothing', () => {
    const state = (zMinus: 'raw' | 'sawn' | 'finished', others: 'sawn' | 'finished', allowance?: Allowance) => {
      const job = { ...base('block'), ...(allowance ? { allowance } : {}) };
      job.blank.sides = { xMinus: others, xPlus: others, yMinus: others, yPlus: others, zMinus, zPlus: others };
      return plan(job, {
        disc: bar({ section: 'hexagon', across: 60, bore: 0, length: 20, along: 'z' }, { x: 0, y: 0, z: 0 }),
      }).findings.filter((f) => f.code === 'located-by-raw-face');
    };
    expect(state('raw', 'sawn')).toMatchObject([
      { level: 'caution', says: expect.stringMatching(/^Located by raw side: bottom face at the rest; by sawn: /) },
    ]);
    expect(state('sawn', 'finished')).toMatchObject([{ level: 'note' }]);
    // with stock on it no side is finished, so the fence and the rest are sawn ones
    expect(state('finished', 'finished')).toMatchObject([{ level: 'note' }]);
    expect(state('finished', 'finished', { ...NONE })).toEqual([]);
  });
});

test('several copies are cut together: twice the part stays, and zero is on the first', () => {
  const one: Job = {
    ...sensorFootJob(),
    machine: 'm',
    body: { block: { x: 30, y: 40, z: 20 } },
    units: 'mm',
    allowance: { ...NONE, zPlus: 1, xPlus: 2, xMinus: 2 },
    setups: [setup({ cuts: oneCut(8), parallels: { height: 30 } })],
  };
  one.blank = newBlank(one.allowance);
  const two: Job = { ...one, copies: { ...ONE_COPY, x: 2, gap: 12, cutter: 10 } };
  const [a, b] = [plan(one), plan(two)];
  expect(b.blank.size.x).toBeCloseTo(2 * 30 + 12 + 4, 9);
  expect(b.setups[0].facts?.zero.inMachine).toEqual(a.setups[0].facts?.zero.inMachine);
  // above the plane only the two parts stay: 76 × 40 × (8 + 1) less 2 × 30 × 40 × 8
  expect(b.setups[0].material.removedMm3).toBeCloseTo(76 * 40 * 9 - 2 * 30 * 40 * 8, 3);
  expect(b.part.size.x).toBe(30);
});

test('metal no setup reaches is told with the direction it is reached from', () => {
  const slotted = kernel
    .subtract(kernel.box(box([0, 0, 0], [60, 40, 30])), kernel.box(box([30, -1, 10], [61, 41, 20])))
    .mesh();
  const s = (fields: Partial<Setup>) => setup({ parallels: { height: 30 }, ...fields });
  const job: Job = {
    ...newJob({ number: '1', part: '', units: 'mm' }, { file: 'slotted' }),
    machine: 'm',
    setups: [s({ cuts: oneCut(30) })],
  };
  const planned = plan(job, { slotted });
  expect(planned.unreached?.pieces).toMatchObject([
    { volumeMm3: expect.closeTo(30 * 40 * 10, 3), reachedFrom: ['+x', '-y', '+y'] },
  ]);
  expect(planned.findings.find((f) => f.code === 'metal-never-reached')?.remedy).toBe(
    'Cut a setup deeper, or add one: all of it is reached with the right face or the front face or the rear face up.',
  );
});
