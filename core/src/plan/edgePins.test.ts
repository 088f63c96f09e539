import { demoShop } from '../../../demo';
import { placedIn } from '../control';
import { newBlank, newHold, newJob, nextSetup, oneCut, type HoldIn, type Job, type Setup } from '../job';
import { ALL_ORIENTATIONS, rotationOf } from '../frames';
import { seeded } from '../random';
import { remediesOf } from '../remedy';
import { buildSheet } from '../sheet';
import { loadKernel, polygonLoop, prism, type TriangleMesh } from '../solid';
import { held } from '../testing/holds';
import { speechIn } from '../units';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

type Pins = NonNullable<HoldIn<'flat'>['edgePins']>;

const wedge = (): TriangleMesh =>
  prism(
    polygonLoop([
      [0, 0],
      [100, 20],
      [100, 80],
      [0, 80],
    ]),
    [],
    20,
  );

const PINS: Pins = {
  ...{ x: 200, y: 150, edge: 'loaded' },
  pins: [
    { id: 'a', side: 'front', along: 15 },
    { id: 'b', side: 'front', along: 85 },
    { id: 'c', side: 'left', along: 50 },
  ],
};

interface Change {
  readonly stock?: number;
  readonly pins?: Partial<Pins>;
  readonly setup?: (s: Setup) => void;
}

function against({ stock = 0, pins = {}, setup }: Change = {}): Job {
  const around = { xMinus: stock, xPlus: stock, yMinus: stock, yPlus: stock, zMinus: 0, zPlus: 1 };
  const begun: Job = {
    ...newJob({ number: '1', part: 'Wedge', units: 'mm', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'router-1',
    allowance: around,
    blank: newBlank(around),
  };
  const hold = newHold('flat', { pinHeight: 12, pinDiameter: 16, edgePins: { ...PINS, ...pins } });
  const one: Setup = {
    ...nextSetup(begun, 'one', [], { device: 'board-router', hold }),
    station: 'station-r',
    cuts: oneCut(0),
  };
  setup?.(one);
  return { ...begun, setups: [one] };
}

function plan(job: Job, mesh = wedge()) {
  const planned = planner.plan({ job, shop: demoShop, bodies: () => ({ mesh, key: `${[...mesh.positions].join()}` }) });
  if (!planned.ok) throw new Error(planned.problem);
  const all = planned.value;
  const [one] = all.setups;
  return { all, one, facts: one.facts!, said: (code: string) => all.findings.find((f) => f.code === code) };
}

describe('a part that fills its blank', () => {
  // the wedge itself is loaded: its blank is a solid of the same shape
  const solid = (job: Job): Job => job;

  test('lies where it is to lie, zero and account follow, and the list has the middles of its pins', () => {
    const { facts, one } = plan(solid(against()));
    expect(facts.seat.finishedBox.min).toMatchObject({ x: expect.closeTo(200, 9), y: expect.closeTo(150, 9) });
    const row = facts.ledger.x.find((t) => t.key === 'locator')!;
    expect(row).toMatchObject({ term: 'left pin', value: expect.closeTo(200, 9), source: 'planned' });
    // the blank is a block around the wedge: straight edges
    expect(placedIn(one).map(({ name, x, y }) => [name, x, y])).toEqual(
      expect.arrayContaining([
        ['front pin 1', 215, expect.closeTo(142, 9)],
        ['front pin 2', 285, expect.closeTo(142, 9)],
        ['left pin', expect.closeTo(192, 9), 200],
      ]),
    );
  });
});

test('pins set for the finished edge of a slanting front stand in the stock: how far the part is pushed is told', () => {
  const job = against({ pins: { edge: 'finished' } });
  const { facts, said, all } = plan(job);
  // on the slanting front, which rises by 1 in 5, a pin of 8 stands 8·√(1 + 1/25) in front of it
  const lean = Math.sqrt(1 + 0.04);
  const [a, b] = facts.edge!.pins;
  expect(a.stands!.center.y).toBeCloseTo(150 + 15 / 5 - 8 * lean, 6);
  expect(b.stands!.center.y).toBeCloseTo(150 + 85 / 5 - 8 * lean, 6);
  expect(a.stands!.outward.x).toBeCloseTo(0.2 / lean, 6);
  const finding = said('pins-for-other-edge')!;
  expect(finding.level).toBe('stop');
  // the blank's front is level, the pins rise by 14 over 70: the block comes to lie turned by that
  expect(finding.numbers.turnRad).toBeCloseTo(Math.atan2(14, 70), 6);
  expect(finding.says).toMatch(/turned by 678\.6′ counterclockwise from where it is drawn/);
  const [offer] = remediesOf(finding, { planned: all, job, shop: demoShop, speech: speechIn('mm') });
  expect(offer.says).toBe('Set them for the edge as it is loaded');
  expect(plan(offer.put(job)).said('pins-for-other-edge')).toBeUndefined();
});

test('2.4 of stock all round moves the part by 2.4 to the right and to the rear, exactly', () => {
  const mesh = prism(
    polygonLoop([
      [0, 0],
      [100, 0],
      [100, 80],
      [0, 80],
    ]),
    [],
    20,
  );
  const { said } = plan(against({ stock: 2.4, pins: { edge: 'finished' } }), mesh);
  expect(said('pins-for-other-edge')).toMatchObject({
    numbers: { stockMm: expect.closeTo(2.4, 9), xMm: expect.closeTo(2.4, 7), yMm: expect.closeTo(2.4, 7) },
    says: 'The front pin 1, front pin 2 and left pin are set for the finished edge, and up to 2.400 mm of stock still stand there. The part would lie 2.400 mm to the right and 2.400 mm to the rear from where it is drawn.',
  });
});

test('what locates is counted pin by pin: two in front and one at the left leave nothing free, two leave a slide', () => {
  const three = plan(against()).facts.locating;
  expect(three.free).toEqual([]);
  expect(three.takes.map((t) => [t.name, t.motions])).toEqual([
    ['sacrificial board', 3],
    ['front pin 1', 1],
    ['front pin 2', 1],
    ['left pin', 1],
  ]);
  const two = plan(against({ pins: { pins: PINS.pins.slice(0, 2) } })).facts.locating;
  expect(two.free).toHaveLength(1);
});

test('a pin with nothing before it, none at all, and two in one place are told', () => {
  const off = plan(against({ pins: { pins: [...PINS.pins, { id: 'd', side: 'left', along: 120 }] } }));
  expect(off.said('edge-pin-meets-nothing')).toMatchObject({
    level: 'stop',
    says: 'Nothing stands in front of the left pin 2.',
  });
  expect(plan(against({ pins: { pins: [] } })).said('edge-pin-meets-nothing')!.says).toBe(
    'No pins are placed along its edge.',
  );
  const twice = plan(against({ pins: { pins: [...PINS.pins, { id: 'd', side: 'left', along: 55 }] } }));
  expect(twice.said('pins-in-each-other')!.says).toBe('Left pin 1 and left pin 2 would stand 11.000 mm in each other.');
});

test('on a fixture plate a pin along an edge must come to stand in a hole', () => {
  const onPlate = (pins: Partial<Pins>) => plan(against({ pins, setup: (s) => (s.device = 'plate-400') }));
  // holes every 25 from 25: middles at 200 − 8 and 150 − 8 are 8 beside, along the side they are where they are put
  expect(onPlate({}).said('edge-pin-beside-hole')).toMatchObject({
    level: 'stop',
    says: expect.stringMatching(/^Front pin 1 stands 12\.806 mm beside the nearest dowelled hole, hole I6/),
  });
  const into = onPlate({
    x: 208,
    y: 158,
    pins: PINS.pins.map((p) => ({ ...p, along: p.id === 'c' ? 42 : p.id === 'a' ? 17 : 67 })),
  });
  expect(into.said('edge-pin-beside-hole')).toBeUndefined();
});

test('a side is touched beside the pins, with room for what touches it, and not where one stands', () => {
  const { facts } = plan(against());
  const free = (y: number) =>
    facts.hold.open['-x'].some((w) => w.y !== undefined && w.y[0] <= y && y <= w.y[1] && (w.z?.[0] ?? -1) < 10);
  // the left pin of 16 stands at 200, an edge finder of 10 beside it
  expect([free(200), free(190), free(183), free(181), free(219)]).toEqual([false, false, false, true, true]);
  // without pins at the rear all of it is open
  expect(facts.hold.open['+y'].some((w) => w.x === undefined)).toBe(true);
});

test('steps and sheet name the pins, for which edge they are set, and that they come out', () => {
  const job = against({ setup: (s) => (held('flat', s).pinsOut = true) });
  const { all } = plan(job);
  const shop = { name: '', projection: 'third angle' as const };
  const sheet = JSON.stringify(buildSheet({ job, planned: all, outlines: null, shop, issue: null }));
  expect(sheet).toContain(
    'Pins, diameter 16.000, set for the edge as it is loaded; their middles: front pin 1 at X +215',
  );
  expect(sheet).toContain('Take the pins out before cutting.');
});

test('how exactly: each pin is a cause of its own, and the edge it meets is what it is located by', () => {
  const { all } = plan(against());
  const [located] = all.exact!.job.setups;
  expect(Object.keys(located.pinFaces!)).toEqual(['front pin 1', 'front pin 2', 'left pin']);
  expect(located.faces.x).toMatchObject({ side: '-x', isBlank: false });
  // a slanting face is known with the way out of it: turned over the part, the same edge is met from elsewhere
  const turned = plan(against({ pins: { edge: 'finished' } })).all.exact!.job.setups[0];
  expect(turned.pinFaces!['front pin 1']).toMatchObject({
    side: '-y',
    leans: { x: expect.closeTo(0.2 / Math.sqrt(1.04), 6), y: expect.closeTo(-1 / Math.sqrt(1.04), 6) },
  });
});

test('ragged parts, any way up: every pin is its radius from a section of the part, halfway up, and from nothing less', async () => {
  const kernel = await loadKernel();
  const next = seeded(21);
  let touching = 0;
  for (let n = 0; n < 24; n++) {
    const count = 5 + Math.floor(5 * next());
    const mesh = prism(
      polygonLoop(
        Array.from({ length: count }, (_, i): [number, number] => {
          const [a, far] = [(2 * Math.PI * (i + 0.7 * next())) / count, 25 + 35 * next()];
          return [far * Math.cos(a), far * Math.sin(a)];
        }),
      ),
      [],
      30,
    );
    const pins = (['front', 'left', 'rear', 'right'] as const).map((side, i) => ({
      ...{ id: `p${i}`, side, along: 20 + 40 * next() },
    }));
    const orientation = ALL_ORIENTATIONS[(5 * n) % 24];
    const job = against({ pins: { edge: 'finished', pins }, setup: (s) => Object.assign(s, { orientation }) });
    const { facts } = plan(job, mesh);
    const { translation } = facts.seat.pose;
    const made = kernel.fromMesh(mesh);
    if (!made.ok) throw new Error(made.problem);
    // upright walls touch along their whole height; leaning ones where they are widest, which a section does not show
    if (orientation.up[1] !== 'z') continue;
    const rings = kernel.section(made.value, rotationOf(orientation), 6 - translation.z);
    for (const { stands } of facts.edge!.pins) {
      if (!stands) continue;
      touching++;
      const at = { x: stands.center.x - translation.x, y: stands.center.y - translation.y };
      const far = Math.min(
        ...rings.flatMap((ring) => ring.map((a, i) => fromPiece(at, a, ring[(i + 1) % ring.length]))),
      );
      expect(far).toBeCloseTo(8, 6);
    }
  }
  expect(touching).toBeGreaterThan(15);
});

/** How far a place lies from a straight piece, the plain way. */
function fromPiece(p: { x: number; y: number }, [ax, ay]: readonly number[], [bx, by]: readonly number[]): number {
  const long = (bx - ax) ** 2 + (by - ay) ** 2;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - ax) * (bx - ax) + (p.y - ay) * (by - ay)) / long));
  return Math.hypot(p.x - ax - t * (bx - ax), p.y - ay - t * (by - ay));
}
