import { planBlank } from '../blank';
import { DIRECTIONS, type Box3, type Direction } from '../frames';
import { newBlank, newJob, ONE_COPY, type Allowance } from '../job';
import { featureNames, findFeatures } from '../part';
import { Planner } from '../plan';
import { loadKernel, meshBox, type Kernel, type Solid } from '../solid';
import { EMPTY_SHOP } from '../shop';
import { box, machine, vise } from '../testing/fixtures';
import { speechIn } from '../units';
import { directionsIn, proposeRoutes, reachOf, setupsFrom, type Proposal } from '.';

let kernel: Kernel;
beforeAll(async () => { kernel = await loadKernel(); });

const all = (mm: number): Allowance => ({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });

function propose(solid: Solid, allowance = all(2), finished: readonly Direction[] = []): Proposal & { ups: Direction[][]; names: string[] } {
  const surface = solid.mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const names = featureNames(features, speechIn('mm'));
  const blank = planBlank(part, { allowance, blank: newBlank(allowance), copies: ONE_COPY });
  const level = (d: Direction, b: Box3) => (d[0] === '+' ? b.max[d[1] as 'x'] : -b.min[d[1] as 'x']);
  const reach = reachOf(marked, part, finished.map((side) => ({ side, level: level(side, blank.box) })));
  const nameOf = (f: number) => names.get(features[f]?.id) ?? 'a free face';
  const proposal = proposeRoutes({ reach, features, part, blank, vise, nameOf, speech: speechIn('mm') });
  return { ...proposal, ups: proposal.routes.map((r) => r.setups.map((s) => s.orientation.up)), names: proposal.unreachable.map((u) => nameOf(u.feature)) };
}

const block = () => kernel.box(box([0, 0, 0], [80, 50, 30]));
const cut = (solid: Solid, ...tools: Box3[]) => tools.reduce((s, t) => kernel.subtract(s, kernel.box(t)), solid);

test('a block with stock all round: two setups, one flip, the same face on the jaw', () => {
  const { ups, routes, unreachable } = propose(block());
  expect(unreachable).toEqual([]);
  expect(ups[0]).toEqual(['+z', '-z']);
  expect(routes[0]).toMatchObject({ flips: 1, turns: 0 });
  expect(routes[0].sameJawSide).not.toBeNull();
  expect(routes[0].reasons.join(' ')).toMatch(/2 setups reach every face.*no fewer do.*1 flip, 0 quarter turns.*finished faces to hold/);
  // what the jaws cover in the first setup is left for the second: together they cover the height
  const [a, b] = routes[0].setups.map((s) => s.cutsBelowTop);
  expect(a).toBeLessThanOrEqual(30 + 2 - vise.minimumGrip - vise.clearanceAboveJaws + 1e-9);
  expect(a + b).toBeGreaterThanOrEqual(30 - 1e-6);
});

test('a block whose bottom and sides come finished needs one setup', () => {
  const sides = ['-x', '+x', '-y', '+y', '-z'] as const;
  const { ups, routes } = propose(block(), { ...all(0), zPlus: 2 }, sides);
  expect(ups[0]).toEqual(['+z']);
  expect(routes[0].setups[0].cutsBelowTop).toBeCloseTo(0, 9);
});

test('a block whose sides must be cut whole has the jaws in the way with one setup, so two are proposed first', () => {
  const { ups, routes } = propose(block(), { ...all(2), zMinus: 0 }, ['-z']);
  expect(ups[0]).toEqual(['+z', '-z']);
  expect(routes[0].reasons[0]).toMatch(/by direction alone 1 would do/);
});

test('a stepped block: the setup from above goes down to the lowest step, the other as far as the jaws leave', () => {
  const stepped = cut(block(), box([40, -1, 20], [81, 51, 31]), box([60, -1, 10], [81, 51, 31]));
  const { ups, routes } = propose(stepped);
  // the whole bottom is more to rest and hold by than the stepped top, so it is cut first
  expect(ups[0]).toEqual(['-z', '+z']);
  expect(routes[0].setups[0].cutsBelowTop).toBeLessThanOrEqual(30 + 2 - vise.minimumGrip - vise.clearanceAboveJaws + 1e-6);
  expect(routes[0].setups[1].cutsBelowTop).toBeGreaterThanOrEqual(20);
  expect(routes[0].setups[0].cutsBelowTop + routes[0].setups[1].cutsBelowTop).toBeGreaterThanOrEqual(30 - 1e-6);
});

test('a block with a blind hole in its side: every proposal has that side up once, and says what is cut there', () => {
  const { ups, routes } = propose(cut(block(), box([60, 20, 10], [81, 30, 20])));
  expect(ups.length).toBeGreaterThan(1);
  expect(ups.every((u) => u.filter((d) => d === '+x').length === 1)).toBe(true);
  // on end it takes two setups; lying flat three
  expect(ups[0]).toHaveLength(2);
  expect(ups.some((u) => u.length === 3 && u.includes('+z') && u.includes('-z'))).toBe(true);
  expect(routes[0].reasons.join(' ')).toMatch(/2 setups reach every face.*no fewer do/);
  expect(routes.find((r) => r.setups.length === 3)!.reasons.join(' ')).toMatch(/3 setups.*by direction alone 2 would do/);
});

test('a block with a hole through its side can take the other direction instead: alternatives are given', () => {
  const { ups } = propose(cut(block(), box([-1, 20, 10], [81, 30, 20])));
  expect(ups[0]).toHaveLength(2);
  // from either end
  expect(ups.every((u) => u.some((d) => d[1] === 'x'))).toBe(true);
  expect(ups.length).toBeGreaterThan(1);
});

test('an undercut nobody can reach is said, with its face; the rest is still proposed', () => {
  // a hollow inside, open nowhere but through a narrow slot whose walls hide the sides of the hollow
  const hollow = cut(block(), box([20, 20, 10], [60, 30, 20]), box([38, 20, 15], [42, 30, 31]));
  const { unreachable, names, ups } = propose(hollow);
  expect(unreachable.length).toBeGreaterThan(0);
  expect(names.some((n) => /deep|face/.test(n))).toBe(true);
  expect(ups[0].length).toBeGreaterThanOrEqual(2);
  const total = unreachable.reduce((sum, u) => sum + u.areaMm2, 0);
  // roof of the hollow (40 × 10 less the slot's 4 × 10), its two ends (10 × 10 each), and of floor and sides what lies beside the slot
  expect(Math.abs(total - (360 + 200 + 360 + 2 * 40 * 10 - 2 * 4 * 5)) / total).toBeLessThan(0.05);
});

test('reach of a block agrees with what can be seen: each side from its own direction and as a wall from four others', () => {
  const surface = block().mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const { places } = reachOf(marked, part, []);
  for (const p of places) {
    const f = features[p.feature];
    if (f.kind !== 'plane' || !f.side) throw new Error('a block has six sides');
    const opposite = `${f.side[0] === '+' ? '-' : '+'}${f.side[1]}`;
    expect(directionsIn(p.mask)).toEqual(DIRECTIONS.filter((d) => d !== opposite));
  }
});

test('each proposed setup is an ordinary setup: planned, the route leaves nothing and nothing stops it but the unknown station', () => {
  const stepped = cut(block(), box([40, -1, 20], [81, 51, 31]));
  const surface = stepped.mesh();
  const part = meshBox(surface);
  const { features, surface: marked } = findFeatures(surface, part);
  const job = { ...newJob({ number: '1', part: 'block', units: 'mm' }, { file: 'stepped.step' }), allowance: all(3), blank: newBlank(all(3)), machine: 'm' };
  const blank = planBlank(part, job);
  const nameOf = (f: number) => [...featureNames(features, speechIn('mm')).values()][f];
  const { routes } = proposeRoutes({ reach: reachOf(marked, part, []), features, part, blank, vise, nameOf, speech: speechIn('mm') });
  let n = 0;
  const setups = setupsFrom(routes[0], job, vise, blank, ['G54', 'G55'], nameOf, () => `s${++n}`);
  expect(setups.map((s) => [s.op, s.register])).toEqual([[10, 'G54'], [20, 'G55']]);
  const planned = new Planner(kernel).plan({ job: { ...job, setups }, shop: { ...EMPTY_SHOP, machines: [machine], devices: [vise] }, bodies: () => ({ mesh: surface, key: 'stepped' }) });
  if (!planned.ok) throw new Error(planned.problem);
  expect(planned.value.unreached?.volumeMm3).toBeCloseTo(0, 3);
  expect(planned.value.findings.filter((f) => f.level === 'stop').map((f) => `${f.op} ${f.code}: ${f.says}`)).toEqual([]);
});
