import { demoShop } from '../../../demo';
import { boresAlong, boreHole, playOf, proposedBores } from '../dowels';
import { cutFor, newBlank, newHold, newJob, nextSetup, oneCut, type Dowel, type Job, type Setup } from '../job';
import { findFeatures, knownFeature, type CylinderFeature } from '../part';
import { remediesOf } from '../remedy';
import { buildSheet } from '../sheet';
import { circleLoop, loadKernel, meshBox, polygonLoop, prism, type TriangleMesh } from '../solid';
import { held } from '../testing/holds';
import { speechIn } from '../units';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

type Hole = readonly [u: number, v: number, diameter: number];

/** 11/16 and 2.1875 inch are where holes really stand. */
const HOLES: readonly Hole[] = [
  [17.4625, 20, 9],
  [83.1, 55.5625, 12],
  [50, 70, 9],
];
const plate = (holes: readonly Hole[] = HOLES): TriangleMesh =>
  prism(
    polygonLoop([
      [0, 0],
      [100, 0],
      [100, 80],
      [0, 80],
    ]),
    holes.map(([u, v, d], i) => circleLoop({ u, v, radius: d / 2, curve: 10 + i })),
    20,
  );

const boresOf = (mesh: TriangleMesh): CylinderFeature[] =>
  boresAlong(findFeatures(mesh, meshBox(mesh)).features, 'z').sort((a, b) => a.at.x - b.at.x);

interface Change {
  readonly mesh?: TriangleMesh;
  readonly taken?: readonly number[];
  readonly dowel?: (d: Dowel, i: number) => Partial<Dowel>;
  readonly first?: (s: Setup) => void;
  readonly second?: (s: Setup) => void;
}

/** A plate whose first setup drills its bores, and whose second turns it over onto dowels in them. */
function onItsBores({ mesh = plate(), taken = [0, 2], dowel = () => ({}), first, second }: Change = {}): Job {
  const bores = boresOf(mesh);
  const stock = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 1, zPlus: 1 };
  const begun: Job = {
    ...newJob({ number: '1', part: 'Plate', units: 'mm', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'router-1',
    allowance: stock,
    blank: newBlank(stock),
    features: bores.map((b) => knownFeature(b, 'bore')),
    dowels: {
      ...{ along: 'z', drilledIn: null, into: 0, plusMinus: 0 },
      holes: taken.map((k, i) => ({ ...boreHole(`d${i}`, bores[k], 'z')!, ...dowel({} as Dowel, i) })),
    },
  };
  const at = { by: 'fence' as const, pins: [] };
  const hold = newHold('flat', { x: { ...at, side: 'left', at: 200 }, y: { ...at, side: 'front', at: 150 } });
  const through = cutFor(
    'holes',
    bores.map((b) => b.id),
    0,
  );
  const one: Setup = {
    ...nextSetup(begun, 'one', [], { device: 'board-router', hold }),
    station: 'station-r',
    cuts: [...oneCut(1), through],
  };
  const two: Setup = {
    ...structuredClone(one),
    ...{ id: 'two', op: 20, register: 'G55', orientation: { up: '-z', right: '+x' }, cuts: oneCut(1) },
    hold: { ...structuredClone(hold), dowels: { in: 'own', x: 300, y: 250, up: 6, block: null } },
  };
  first?.(one);
  second?.(two);
  return { ...begun, setups: [one, two] };
}

function plan(job: Job, mesh = plate()) {
  const planned = planner.plan({ job, shop: demoShop, bodies: () => ({ mesh, key: `${mesh.positions.join()}` }) });
  if (!planned.ok) throw new Error(planned.problem);
  const all = planned.value;
  return {
    all,
    two: all.setups[1],
    codes: all.findings.filter((f) => /dowel|goes-on/.test(f.code)).map((f) => f.code),
    said: (code: string) => all.findings.find((f) => f.code === code),
  };
}

test('a plate turned over lies with its bores on dowels at a place of their own', () => {
  const { two, all, codes } = plan(onItsBores());
  expect(codes).toEqual([]);
  const { dowels, wrong } = two.facts!.dowels!;
  // turned over about X the second lies as far to the right, and as far to the front as it lay to the rear
  expect(dowels[0]).toMatchObject({ x: expect.closeTo(300, 9), y: expect.closeTo(250, 9), diameter: 9 });
  expect(dowels[1].x).toBeCloseTo(300 + 83.1 - 17.4625, 6);
  expect(dowels[1].y).toBeCloseTo(250 - (55.5625 - 20), 6);
  expect(wrong).toEqual([]);
  // so the part's origin is left of the first dowel, and behind it
  expect(two.facts!.seat.pose.translation.x).toBeCloseTo(300 - 17.4625, 6);
  expect(two.facts!.seat.pose.translation.y).toBeCloseTo(250 + 20, 6);
  expect(two.facts!.drills).toBeUndefined();
  expect(all.setups[0].facts!.drills).toBeUndefined();
  // who cut the bores is what it is located from
  expect(all.exact!.job.setups[1].faces.x).toMatchObject({ isRound: true, madeBy: 0, name: 'bore of dowel 1' });
});

test('ugly play: a drilled bore of 9 H11 on a dowel h8 has up to 0.112', () => {
  // ISO 286-1, 6 to 10: IT11 90 µm, IT8 22 µm
  expect(playOf({ diameter: 9, pin: 'h8', hole: 'H11' })).toEqual({
    least: expect.closeTo(0, 12),
    most: expect.closeTo(0.112, 12),
  });
  // 10 to 18: H13 270 µm, H9 43 µm; g6 −6 and −17 µm
  expect(playOf({ diameter: 12, pin: 'g6', hole: 'H13' })!.most).toBeCloseTo(0.287, 12);
  expect(playOf({ diameter: 12, pin: 'g6', hole: 'H9' })).toEqual({
    least: expect.closeTo(0.006, 12),
    most: expect.closeTo(0.06, 12),
  });
  const { all } = plan(onItsBores());
  const [within] = [all.exact!.job.setups[1].within.x];
  expect(within).toMatchObject({ mm: expect.closeTo((0.11 + 0.027) / 2, 9) });
});

test('a newer revision moves the bores, and the dowels with them', () => {
  const job = onItsBores();
  const moved = plate([[19, 20, 9], HOLES[1], HOLES[2]]);
  const { two, codes } = plan(job, moved);
  expect(codes).toEqual([]);
  expect(two.facts!.dowels!.dowels[1].x).toBeCloseTo(300 + 83.1 - 19, 6);
  expect(two.facts!.seat.pose.translation.x).toBeCloseTo(300 - 19, 6);
});

test('what is not drilled yet, or too short, is told', () => {
  const bare = plan(onItsBores({ first: (s) => (s.cuts = oneCut(0)) }));
  expect(bare.said('dowel-in-metal')).toMatchObject({
    level: 'stop',
    says: 'There is no hole where dowel 1 is to stand.',
    because: 'No setup before this one has cut its bore, or it is closed below.',
  });
  // a millimeter of stock still closes the bores at the other end
  const long = plan(onItsBores({ second: (s) => (held('flat', s).dowels!.up = 40) }));
  expect(long.said('dowel-in-metal')).toMatchObject({ says: 'Dowel 1 is longer than its hole is deep.' });
  // drilled 15 deep from above only: turned over, the bore is closed below
  const blind = plan(
    onItsBores({
      first: (s) => (s.cuts = [...oneCut(1), { ...s.cuts[1], to: null, below: 15 }]),
      second: (s) => (s.orientation = { up: '+z', right: '+x' }),
    }),
  );
  expect(blind.codes).toContain('dowel-in-metal');
  const shallow = plan(onItsBores({ first: (s) => (s.cuts = [...oneCut(1), { ...s.cuts[1], to: null, below: 5 }]) }));
  expect(shallow.said('dowel-in-metal')).toMatchObject({ says: 'Dowel 1 is longer than its hole is deep.' });
});

test('two equal bores go on turned half round: a further bore forbids it, as a button', () => {
  const job = onItsBores({ taken: [0, 1] });
  const { all, said } = plan(job);
  const finding = said('goes-on-wrong-way')!;
  expect(finding.level).toBe('stop');
  const speech = speechIn('mm');
  const offers = remediesOf(finding, { planned: all, job, shop: demoShop, speech });
  expect(offers.map((o) => o.says)).toContainEqual(expect.stringMatching(/^A further dowel in the bore ⌀12/));
  const mended = offers.find((o) => o.says.startsWith('A further'))!.put(job);
  expect(plan(mended).codes).not.toContain('goes-on-wrong-way');
});

test('bores that different setups cut: how exactly they lie to each other is not known', () => {
  const job = onItsBores({ taken: [0, 2] });
  const [b0, , b2] = boresOf(plate());
  const [one, two] = job.setups;
  const first = { ...one, cuts: [...oneCut(1), cutFor('holes', [b0.id], 0)] };
  const second = { ...structuredClone(one), id: 'more', op: 15, cuts: [cutFor('more', [b2.id], 0)] };
  const { all } = plan({ ...job, setups: [first, second, two] });
  expect(all.exact!.job.setups[2].within.x.mm).toBeNull();
});

test('sheet and steps name the bores, and nothing is ordered to be drilled for dowels', () => {
  const job = onItsBores();
  const { all } = plan(job);
  const shop = { name: '', projection: 'third angle' as const };
  const sheet = JSON.stringify(buildSheet({ job, planned: all, outlines: null, shop, issue: null }));
  expect(sheet).toContain('Part onto the dowels: bore 1 on dowel 1 and bore 2 on dowel 2.');
  expect(sheet).not.toContain('Hole of dowel');
});

test('the pair that is proposed: open below, far apart, of two diameters', () => {
  const mesh = plate();
  const { features } = findFeatures(mesh, meshBox(mesh));
  const pair = proposedBores(features, '+z')!;
  expect(pair.map((b) => b.diameter).sort((a, b) => a - b)).toEqual([9, 12].map((d) => expect.closeTo(d, 6)));
  expect(proposedBores(features, '+x')).toBeNull();
});
