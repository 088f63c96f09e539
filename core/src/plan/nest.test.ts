import { demoShop } from '../../../demo';
import { newBlank, newHold, newJob, nextSetup, oneCut, type Job, type Setup } from '../job';
import { loadKernel, polygonLoop, prism, type TriangleMesh } from '../solid';
import { speechIn } from '../units';
import { decisionsOf, Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const shape = (...points: [number, number][]): TriangleMesh => prism(polygonLoop(points), [], 20);
const BLOCK = shape([0, 0], [100, 0], [100, 60], [0, 60]);
/** No turn and no mirror brings it onto itself. */
const WEDGE = shape([0, 0], [100, 0], [100, 60], [30, 60]);
/** Mirrored about X it is itself; turned it is not. */
const ARROW = shape([0, 0], [100, 30], [0, 60], [20, 30]);

/** The part as cut out of its blank before, put into its jig for a late operation. */
function inJig(change: (s: Setup) => void = () => undefined): Job {
  const none = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 1 };
  const begun: Job = {
    ...newJob({ number: '1', part: 'Part', units: 'mm', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'router-1',
    allowance: none,
    blank: newBlank(none),
  };
  const base = nextSetup(begun, 'one', [], { device: 'board-router', hold: newHold('flat') });
  const first: Setup = { ...base, station: 'station-r', cuts: oneCut(20, { clears: 'outline', width: 5 }) };
  const late: Setup = {
    ...structuredClone(first),
    ...{ id: 'late', op: 20, register: 'G55', cuts: oneCut(0) },
    hold: newHold('flat', { nest: { x: 200, y: 150 } }),
  };
  late.jig = { ...late.jig, on: true, fit: 0.15 };
  change(late);
  return { ...begun, setups: [first, late] };
}

function plan(mesh: TriangleMesh, change?: (s: Setup) => void) {
  const job = inJig(change);
  const planned = planner.plan({ job, shop: demoShop, bodies: () => ({ mesh, key: `${mesh.positions.join()}` }) });
  if (!planned.ok) throw new Error(planned.problem);
  const all = planned.value;
  const late = all.setups[1];
  return { all, late, facts: late.facts!, said: (code: string) => all.findings.find((f) => f.code === code) };
}

test('in its jig the part lies where the jig is set, with nothing left free; how exactly is what the jig leaves', () => {
  const { facts, all, said } = plan(WEDGE);
  expect(facts.seat.finishedBox.min).toMatchObject({ x: expect.closeTo(200, 9), y: expect.closeTo(150, 9) });
  expect(facts.locating.free).toEqual([]);
  expect(facts.locating.takes.map((t) => [t.name, t.motions])).toEqual([
    ['sacrificial board', 3],
    ['jig', 2],
    ['jig, its far end', 1],
  ]);
  expect(all.exact!.job.setups[1].within.x).toEqual({ mm: 0.15, from: 'what the jig leaves all round' });
  expect(said('goes-into-jig-wrong-way')).toBeUndefined();
  expect(facts.hold.steps.join(' ')).toContain(
    'Jig set so that the left front corner of the finished part comes to X +200.000 Y +150.000; it leaves 0.150 mm all round.',
  );
  expect(facts.hold.steps.join(' ')).not.toContain('other side up');
});

test('a block goes in turned half round: a stop; what is only its own mirror is told by the side that looks up', () => {
  expect(plan(BLOCK).said('goes-into-jig-wrong-way')).toMatchObject({
    level: 'stop',
    says: 'The part also goes into its jig turned half round.',
  });
  const arrow = plan(ARROW);
  expect(arrow.said('goes-into-jig-wrong-way')).toBeUndefined();
  expect(arrow.facts.hold.steps).toContain('It goes in with the other side up too: the top face looks up.');
  // a square also goes in by quarters
  const square = shape([0, 0], [60, 0], [60, 60], [0, 60]);
  expect(plan(square).said('goes-into-jig-wrong-way')!.numbers.ways).toBe(3);
  // 60.2 by 60 goes in by quarters only where the jig leaves as much as that
  const nearly = shape([0, 0], [60.2, 0], [60.2, 60], [0, 60]);
  expect(plan(nearly).said('goes-into-jig-wrong-way')!.numbers.ways).toBe(3);
  expect(plan(nearly, (s) => (s.jig.fit = 0.05)).said('goes-into-jig-wrong-way')!.numbers.ways).toBe(1);
});

/** A regular polygon of 40 about its middle. */
const regular = (corners: number): TriangleMesh =>
  shape(
    ...Array.from({ length: corners }, (_, i): [number, number] => {
      const a = (2 * Math.PI * i) / corners;
      return [40 * Math.cos(a), 40 * Math.sin(a)];
    }),
  );

test('a hexagon goes in by sixths, a heptagon by sevenths; a disc turns in its jig, which decides nothing of that', () => {
  const says = (corners: number) => plan(regular(corners)).said('goes-into-jig-wrong-way')!.says;
  expect(says(6)).toBe(
    'The part also goes into its jig turned by 60.0° to the left, turned by 120.0° to the left, turned half round, turned by 120.0° to the right or turned by 60.0° to the right.',
  );
  expect(says(7)).toContain('turned by 51.4° to the left');
  const disc = plan(regular(180));
  expect(disc.said('goes-into-jig-wrong-way')!.says).toBe('The part also goes into its jig turned by any angle.');
  expect(disc.facts.locating.takes.map((t) => t.name)).toEqual(['sacrificial board', 'jig']);
  expect(disc.facts.locating.free).toHaveLength(1);
});

test('where the jig is set is moved in the drawing, and nothing else that would locate it', () => {
  const { late, all } = plan(WEDGE);
  const items = decisionsOf(late, all, speechIn('mm')).map((d) => d.id);
  expect(items.filter((id) => /^(nest|locate|pin|edge)-/.test(id))).toEqual(['nest-x', 'nest-y']);
  const x = decisionsOf(late, all, speechIn('mm')).find((d) => d.id === 'nest-x')!;
  const moved = plan(WEDGE, (s) => Object.assign(s, x.set(s, 207.9375)));
  expect(moved.facts.seat.finishedBox.min.x).toBeCloseTo(207.9375, 9);
});

test('without the jig nothing says where the part lies, and how exactly is not known', () => {
  const { said, all } = plan(WEDGE, (s) => (s.jig.on = false));
  expect(said('nest-without-jig')).toMatchObject({ level: 'stop' });
  expect(all.exact!.job.setups[1].within.x.mm).toBeNull();
});
