import { demoShop } from '../../../demo';
import { ALL_ORIENTATIONS, rotationOf, transpose } from '../frames';
import { cutFor, mergeDocuments, newBlank, newJob, oneCut, type Cut, type Job } from '../job';
import { featureNames, findFeatures, holeGroups, knownFeature, type Feature } from '../part';
import {
  circleLoop,
  loadKernel,
  meshBox,
  polygonLoop,
  prism,
  turnMesh,
  type Kernel,
  type TriangleMesh,
} from '../solid';
import { box, machine, setup, tool, vise } from '../testing/fixtures';
import { Dice } from '../testing/randomJobs';
import { speechIn } from '../units';
import { Planner, type PlannedJob } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const shop = { ...demoShop, machines: [machine], devices: [vise] };

function plan(job: Job, mesh: TriangleMesh): PlannedJob {
  const planned = new Planner(kernel).plan({ job, shop, bodies: () => ({ mesh, key: 'part' }) });
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}
const featuresOf = (mesh: TriangleMesh) => findFeatures(mesh, meshBox(mesh)).features;
const around = (mm: number) => ({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });
const without = (from: TriangleMesh, ...boxes: Parameters<typeof box>[]): TriangleMesh => {
  const solid = kernel.fromMesh(from);
  if (!solid.ok) throw new Error(solid.problem);
  return boxes.reduce((rest, b) => kernel.subtract(rest, kernel.box(box(...b))), solid.value).mesh();
};
const block = (x: number, y: number, z: number) => kernel.box(box([0, 0, 0], [x, y, z])).mesh();
/** A plate with holes through it. */
const drilled = (places: readonly (readonly [number, number])[], diameter = 6) =>
  prism(
    polygonLoop([
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ]),
    places.map(([u, v], curve) => circleLoop({ u, v, radius: diameter / 2, curve: 10 + curve })),
    40,
  );

function jobOf(mesh: TriangleMesh, cuts: Cut[], change: Partial<Job['setups'][number]> = {}, stock = 2): Job {
  const all = featuresOf(mesh);
  const known = all.filter((f) => cuts.some((c) => c.features.includes(f.id) || c.to === f.id));
  return {
    ...newJob({ number: '1', part: 'part', units: 'mm', material: 'EN AW-6082' }, { file: 'part' }),
    machine: 'm',
    allowance: around(stock),
    blank: newBlank(around(stock)),
    features: known.map((f) => knownFeature(f, 'as picked')),
    setups: [{ ...setup({ parallels: { height: 10 } }), cuts, ...change }],
  };
}
const codes = (planned: PlannedJob) => planned.findings.map((f) => f.code);
const floor = (mesh: TriangleMesh, below: number): Feature =>
  featuresOf(mesh).find(
    (f) => f.kind === 'plane' && f.side === '+z' && Math.abs((f.belowOutermost ?? -1) - below) < 1e-6,
  )!;
const ids = (features: readonly Feature[]) => features.map((f) => f.id);

describe('pockets', () => {
  test.each([
    [
      'closed all round',
      [
        [10, 10, 28],
        [54, 42, 41],
      ],
      { lengthMm: 44, widthMm: 32, depthMm: 12, cornerMm: null },
    ],
    [
      'open to the front',
      [
        [10, -1, 28],
        [54, 42, 41],
      ],
      null,
    ],
    [
      'a step',
      [
        [-1, -1, 28],
        [20, 61, 41],
      ],
      null,
    ],
    [
      'a slot along the part',
      [
        [-1, 20, 28],
        [101, 30, 41],
      ],
      null,
    ],
    [
      '11/16 deep',
      [
        [10, 10, 40 - 17.4625],
        [30, 20, 41],
      ],
      { lengthMm: 20, widthMm: 10, depthMm: 17.4625, cornerMm: null },
    ],
  ] as const)('%s', (_, [min, max], pocket) => {
    const mesh = without(block(100, 60, 40), [[...min], [...max]]);
    const depth = 40 - min[2];
    const found = floor(mesh, depth) as { pocket?: object | null };
    expect(
      found.pocket && Object.fromEntries(Object.entries(found.pocket).map(([k, v]) => [k, v && +(+v).toFixed(6)])),
    ).toEqual(pocket);
  });

  test('a pocket in a pocket is as deep as its own rim, an island leaves it one, a bore in its floor too', () => {
    const outer = without(block(100, 60, 40), [
      [10, 10, 30],
      [90, 50, 41],
    ]);
    const inner = without(outer, [
      [20, 20, 25],
      [40, 30, 41],
    ]);
    expect(floor(inner, 15)).toMatchObject({ pocket: { lengthMm: 20, widthMm: 10, depthMm: 5 } });
    expect(floor(inner, 10)).toMatchObject({ pocket: { lengthMm: 80, widthMm: 40, depthMm: 10 } });
    const island = kernel.union(
      [outer, block(1, 1, 1)].map((m, i) => {
        const made = kernel.fromMesh(m);
        if (!made.ok) throw new Error(made.problem);
        return i === 0 ? made.value : kernel.box(box([50, 25, 30], [60, 35, 37]));
      }),
    );
    expect(floor(island.mesh(), 10)).toMatchObject({ pocket: { lengthMm: 80, widthMm: 40, depthMm: 10 } });
    const bored = without(outer, [
      [30, 20, -1],
      [40, 30, 41],
    ]);
    expect(floor(bored, 10)).toMatchObject({ pocket: { lengthMm: 80, widthMm: 40, depthMm: 10 } });
    expect(featureNames(featuresOf(inner), speechIn('mm')).get(floor(inner, 15).id)).toBe(
      'pocket 20 × 10 × 5 in the top face',
    );
    expect(featureNames(featuresOf(inner), speechIn('inch')).get(floor(inner, 15).id)).toBe(
      'pocket 0.7874 × 0.3937 × 0.1969 in the top face',
    );
  });

  test('holes of one size that end alike are a group; others are none', () => {
    const mesh = drilled([
      [20, 15],
      [80, 15],
      [20, 45],
      [80, 45],
    ]);
    expect(holeGroups(featuresOf(mesh)).map((g) => g.length)).toEqual([4]);
    expect(holeGroups(featuresOf(drilled([[20, 15]])))).toEqual([]);
  });
});

/** Heights of columns of a grid, seen from above: the slow way to what several cuts leave. */
class Columns {
  constructor(
    readonly grain: number,
    readonly part: (x: number, y: number) => number,
    readonly stock: (x: number, y: number) => number,
    readonly range: readonly [x0: number, x1: number, y0: number, y1: number],
  ) {}
  readonly #now = new Map<string, number>();

  /** Cuts down to a height where `over` says so. @returns what it takes away, mm³ */
  cut(level: number, over: (x: number, y: number) => boolean): number {
    const g = this.grain;
    const [x0, x1, y0, y1] = this.range;
    let removed = 0;
    for (let x = x0 + g / 2; x < x1; x += g)
      for (let y = y0 + g / 2; y < y1; y += g) {
        if (!over(x, y)) continue;
        const before = this.#now.get(`${x},${y}`) ?? this.stock(x, y);
        const after = Math.max(this.part(x, y), Math.min(before, level));
        removed += (before - after) * g * g;
        this.#now.set(`${x},${y}`, after);
      }
    return removed;
  }
}

const inside = (x: number, y: number, [x0, y0, x1, y1]: readonly number[]) => x > x0 && x < x1 && y > y0 && y < y1;

test('several cuts take away what columns of a grid lose, however the part lies in its file', () => {
  for (let seed = 1; seed <= 24; seed++) {
    const dice = new Dice(9100 + seed);
    const g = 2;
    const even = (from: number, to: number) => dice.whole(from / g, to / g) * g;
    const [X, Y, Z, stock, runOut] = [even(60, 100), even(40, 60), even(20, 40), even(2, 6), even(2, 6)];
    // a pocket left, perhaps with an island, and a step along the right side
    const pocket = [even(2, 8), even(2, 8), even(24, 34), even(26, Y - 4)];
    const [deep, step, stepDeep] = [even(2, Z - 4), even(44, X - 6), even(2, Z - 4)];
    const island = dice.chance(0.5) ? [pocket[0] + 6, pocket[1] + 6, pocket[0] + 10, pocket[1] + 12] : null;
    const upright = without(
      block(X, Y, Z),
      [
        [pocket[0], pocket[1], Z - deep],
        [pocket[2], pocket[3], Z + 1],
      ],
      [
        [step, -1, Z - stepDeep],
        [X + 1, Y + 1, Z + 1],
      ],
    );
    const withIsland = island
      ? kernel.union([
          (kernel.fromMesh(upright) as { value: ReturnType<Kernel['box']> }).value,
          kernel.box(box([island[0], island[1], Z - deep], [island[2], island[3], Z - deep / 2])),
        ])
      : null;
    const orientation = dice.one(ALL_ORIENTATIONS);
    const mesh = turnMesh(withIsland?.mesh() ?? upright, transpose(rotationOf(orientation)));
    const floors = featuresOf(mesh).filter((f) => f.kind === 'plane' && f.side === orientation.up);
    const at = (area: number) => floors.find((f) => Math.abs(f.areaMm2 - area) < 1e-6)!;
    const islandArea = island ? 4 * 6 : 0;
    const pocketFloor = at((pocket[2] - pocket[0]) * (pocket[3] - pocket[1]) - islandArea);
    const stepFloor = at((X - step) * Y);
    const onIsland = (x: number, y: number) => island !== null && inside(x, y, island);
    const height = (x: number, y: number) => {
      if (!inside(x, y, [0, 0, X, Y])) return -stock;
      if (onIsland(x, y)) return Z - deep / 2;
      if (inside(x, y, pocket)) return Z - deep;
      return x > step ? Z - stepDeep : Z;
    };
    const columns = new Columns(g, height, () => Z + stock, [-stock, X + stock, -stock, Y + stock]);
    const overPocket = (x: number, y: number) => inside(x, y, pocket) && !onIsland(x, y);
    const overStep = (x: number, y: number) => inside(x, y, [step, -runOut, X + runOut, Y + runOut]);
    const makes: (() => { cut: Cut; mm3: number })[] = [
      () => {
        const below = even(-2, 8);
        return { cut: { ...oneCut(below)[0], id: 'all' }, mm3: columns.cut(Z - below, () => true) };
      },
      () => {
        const below = dice.chance(0.6) ? deep : even(0, Z);
        const to = below === deep ? pocketFloor.id : null;
        const cut = { ...cutFor('pocket', [pocketFloor.id], below), to };
        return { cut, mm3: columns.cut(Z - below, overPocket) };
      },
      () => {
        const below = dice.chance(0.6) ? stepDeep : even(0, Z);
        const cut = { ...cutFor('step', [stepFloor.id], below), to: null, width: 2 * runOut };
        return { cut, mm3: columns.cut(Z - below, overStep) };
      },
    ];
    const order = makes.sort(() => dice.next() - 0.5).map((make) => make());
    const job = jobOf(
      mesh,
      order.map((o) => o.cut),
      { orientation, device: null, hold: null },
      stock,
    );
    const [made] = plan(job, mesh).setups;
    expect({ seed, removed: made.cuts.map((c) => +c.removedMm3.toFixed(2)) }).toEqual({
      seed,
      removed: order.map((o) => o.mm3),
    });
    expect(made.material.removedMm3).toBeCloseTo(
      order.reduce((sum, o) => sum + o.mm3, 0),
      2,
    );
    expect(made.cuts.map((c) => c.beside)).toEqual(order.map((o) => o.cut.id !== 'pocket'));
  }
});

test('holes are cut to their end, out of the stock above them too: as cylinders, within the chords of the mesh', () => {
  const mesh = drilled([
    [20, 15],
    [80, 15],
  ]);
  const bores = featuresOf(mesh).filter((f) => f.kind === 'bore');
  const { setups } = plan(jobOf(mesh, cutFor1(bores)), mesh);
  const exact = 2 * Math.PI * 9 * 42;
  expect(setups[0].cuts[0]).toMatchObject({ name: '2 bores ⌀6', below: 40, beside: false });
  expect(Math.abs(setups[0].cuts[0].removedMm3 / exact - 1)).toBeLessThan(5e-3);
});
const cutFor1 = (features: readonly Feature[]) => [cutFor('c', ids(features), 0)];

test('of several copies the pocket of each is cut, and the step of each as far as the next stands', () => {
  const mesh = without(
    block(40, 30, 20),
    [
      [5, 5, 12],
      [15, 20, 21],
    ],
    [
      [30, -1, 14],
      [41, 31, 21],
    ],
  );
  const cuts = [cutFor('pocket', [floor(mesh, 8).id], 8), { ...cutFor('step', [floor(mesh, 6).id], 6), width: 10 }];
  const job: Job = { ...jobOf(mesh, cuts, {}, 0), copies: { x: 2, y: 1, z: 1, gap: 12, cutter: 10 } };
  const [made] = plan(job, mesh).setups;
  expect(made.cuts[0].removedMm3).toBeCloseTo(2 * 10 * 15 * 8, 6);
  // 5 of the 12 between them, above its floor; no stock stands beside the second
  expect(made.cuts[1].removedMm3).toBeCloseTo((2 * 10 + 5) * 30 * 6, 6);
});

describe('what is said of cuts', () => {
  const mesh = () =>
    without(block(100, 60, 40), [
      [30, 20, 15],
      [60, 40, 41],
    ]);
  const openStep = () =>
    without(block(100, 60, 40), [
      [70, -1, 15],
      [101, 61, 41],
    ]);

  test('a pocket may be deeper than the jaws are high, a step that goes out to them may not', () => {
    // jaws 40 high, parallels 10, stock 2 under the part: floors at 27 of the bed
    const closed = plan(jobOf(mesh(), cutFor1([floor(mesh(), 25)])), mesh());
    expect(closed.setups[0].facts?.prove).toMatchObject({ lowestCut: 27, aboveTop: null });
    expect(codes(closed)).not.toContain('jaw-top-above-lowest-cut');
    const open = plan(jobOf(openStep(), cutFor1([floor(openStep(), 25)])), openStep());
    expect(open.setups[0].facts?.prove.aboveTop).toBeCloseTo(27 - vise.jawHeight, 9);
    expect(codes(open)).toContain('jaw-top-above-lowest-cut');
  });

  test('of several cuts the one that is too deep is named', () => {
    const cuts = [...oneCut(1), ...cutFor1([floor(openStep(), 25)])];
    const planned = plan(jobOf(openStep(), cuts), openStep());
    expect(planned.findings.find((f) => f.code === 'jaw-top-above-lowest-cut')?.says).toBe(
      'The cut "top side, 25 deep" is 13.000 mm below the jaw tops.',
    );
  });

  test('nothing chosen, what cannot be reached, what takes nothing away, what goes into the rest', () => {
    const side = featuresOf(mesh()).find((f) => f.kind === 'plane' && f.side === '+x' && f.belowOutermost === 0)!;
    const nothing = plan(jobOf(mesh(), [...oneCut(0), ...cutFor1([])]), mesh());
    expect(nothing.findings.find((f) => f.code === 'cut-clears-nothing-chosen')).toMatchObject({ level: 'stop' });
    const aside = plan(jobOf(mesh(), [{ ...cutFor('c', [side.id], 5), to: null }]), mesh());
    expect(aside.findings.find((f) => f.code === 'cut-cannot-reach')?.says).toBe(
      'The cut "right face" is to clear right face, which cannot be reached from above with the top face up.',
    );
    const twice = plan(jobOf(mesh(), [...oneCut(25), ...cutFor1([floor(mesh(), 25)])]), mesh());
    expect(twice.findings.find((f) => f.code === 'cut-removes-nothing')?.says).toBe(
      'The cut "pocket 30 × 20 × 25 in the top face" removes no material.',
    );
    const plate = drilled([[50, 30]]);
    const through = cutFor('c', ids(featuresOf(plate).filter((f) => f.kind === 'bore')), 0);
    expect(codes(plan(jobOf(plate, [through]), plate))).not.toContain('cut-into-rest');
    const deeper = plan(jobOf(plate, [{ ...through, to: null, below: 45 }]), plate);
    expect(deeper.findings.find((f) => f.code === 'cut-into-rest')?.says).toMatch(
      /^The cut "bore ⌀6 through" goes 3\.000 mm below the underside of the part, where the parallels/,
    );
  });

  test('a face mill that cannot go into a pocket does not meet the jaws there; one that is named for it counts', () => {
    const tools = [tool({ id: 'big', number: 1, diameter: 50 }), tool({ id: 'small', number: 2, diameter: 8 })];
    const gaps = (change: Partial<Cut>) => {
      const cuts = [...oneCut(1), { ...cutFor('c', ids([floor(mesh(), 25)]), 25), ...change }];
      const job = jobOf(mesh(), cuts, { tools });
      return plan(job, mesh()).setups[0].forces?.way.gaps.filter((g) => /jaw/.test(g.obstacle)) ?? [];
    };
    // from the pocket's wall to the jaw: 20 of the part and 2 of stock
    for (const change of [{}, { tool: 'small' }])
      expect(gaps(change).map((g) => Math.round(g.gapMm * 100) / 100)).toEqual([22, 22]);
    const cuts = [{ ...cutFor('c', ids([floor(mesh(), 25)]), 25), tool: 'big' }];
    expect(
      plan(jobOf(mesh(), cuts, { tools }), mesh()).findings.find((f) => f.code === 'tool-does-not-go-in')?.says,
    ).toBe('T1, diameter 50.000 mm, does not go into what the cut "pocket 30 × 20 × 25 in the top face" clears.');
    // sharp corners stay with every tool, told or not
    const sharp = plan(jobOf(mesh(), cutFor1([floor(mesh(), 25)])), mesh());
    expect(sharp.findings.find((f) => f.code === 'pocket-corner-tighter-than-tool')?.says).toBe(
      'The cut "pocket 30 × 20 × 25 in the top face" has sharp upright corners: every round cutter leaves material there.',
    );
    const plate = drilled([[50, 30]]);
    const drill = (diameter: number) => {
      const bore = featuresOf(plate).filter((f) => f.kind === 'bore');
      const cut = { ...cutFor('c', ids(bore), 0), tool: 'd' };
      return codes(
        plan(jobOf(plate, [cut], { tools: [tool({ id: 'd', number: 3, diameter, use: 'drilling' })] }), plate),
      );
    };
    expect([6, 6.01].map((d) => drill(d).includes('tool-does-not-go-in'))).toEqual([false, true]);
  });

  test('cuts that would be called alike are told apart; a tool without a diameter leaves the way unknown', () => {
    const tools = [tool({ id: 't', number: 1, diameter: 8 }), tool({ id: 'u', number: 2, diameter: null })];
    const two = [...oneCut(-1), { ...oneCut(1)[0], id: 'b', tool: 'u' }];
    const [made] = plan(jobOf(mesh(), two, { tools }), mesh()).setups;
    expect(made.cuts.map((c) => c.name)).toEqual(['all over, cut 1', 'all over, cut 2']);
    expect(made.forces?.way.toolMm).toBeNull();
    const known = plan(jobOf(mesh(), [two[0], { ...two[1], tool: 't' }], { tools: [tools[0]] }), mesh());
    expect(known.setups[0].forces?.way.toolMm).toBe(8);
  });

  test('a cut follows its pocket when a newer revision has it deeper', () => {
    const newer = without(block(100, 60, 40), [
      [30, 20, 14.5],
      [60, 40, 41],
    ]);
    const planned = plan(jobOf(mesh(), cutFor1([floor(mesh(), 25)])), newer);
    expect(planned.setups[0].cuts[0].below).toBeCloseTo(25.5, 9);
    expect(planned.setups[0].cuts[0].removedMm3).toBeCloseTo(30 * 20 * 27.5, 3);
    expect(planned.findings.find((f) => f.code === 'feature-changed')?.says).toContain('A cut of Op 10 follows it.');
  });
});

test('two people who each take another cut away are asked: a setup is never left without one', () => {
  const base = { setups: [{ id: 's', cuts: [...oneCut(1), { ...oneCut(2)[0], id: 'b' }] }] };
  const [mine, theirs] = [0, 1].map((i) => ({ setups: [{ id: 's', cuts: [base.setups[0].cuts[i]] }] }));
  const { merged, conflicts } = mergeDocuments(base, mine, theirs);
  expect(merged).toEqual(mine);
  expect(conflicts).toMatchObject([{ path: ['setups', 's', 'cuts'] }]);
});
