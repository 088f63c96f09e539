import { demoShop } from '../../../demo';
import { jointMargin, jointOf, standsOut, type JointFacts } from '../holdings';
import { datumAs, type Device, type Shop } from '../shop';
import { newBlank, newHold, newJob, NO_CUT, nextSetup, oneCut, type Job, type Setup, type StandsOn } from '../job';
import { boxMesh, loadKernel } from '../solid';
import { sumOf } from '../ledger';
import { AXES, vec } from '../frames';
import { remediesOf } from '../remedy';
import { speechIn } from '../units';
import { runPlan } from '../run';
import { buildSheet } from '../sheet';
import { Planner, type PlannedJob } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const named = (id: string): Device => demoShop.devices.find((d) => d.id === id)!;
const [lower, upper] = [named('plate-400'), named('vacuum-400')];

/** The demo shop with station A measured for these devices. */
function shopWith(...devices: readonly Device[]): Shop {
  const shop = structuredClone(demoShop);
  const station = shop.machines.find((m) => m.id === 'mill-1')!.stations[0];
  station.measuredFor = devices.map((d) => ({ device: d.id, as: datumAs(d) }));
  return shop;
}

const ON: StandsOn = {
  device: lower.id,
  x: 17.4625,
  y: -2.25,
  height: 30.005,
  plusMinus: 0.02,
  joint: { by: 'bolts', liftsAtN: 20_000, slidesAtN: 9000 },
};

/** A plate of 3 mm on the vacuum plate, cut all over to its finished top. */
function sheetJob(change: (s: Setup, job: Job) => void = () => undefined): Job {
  const stock = { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 0, zPlus: 0 };
  const job: Job = {
    ...newJob({ number: '1', part: 'Sheet', units: 'mm', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'mill-1',
    allowance: stock,
    blank: { ...newBlank(stock), kind: 'sheet' },
  };
  const hold = newHold('flat', { gasket: { on: true, inset: 8 }, x: { by: 'pins', side: 'left', at: 40, pins: [80] } });
  const base = nextSetup(job, 'one', [], { device: upper.id, hold });
  const setup: Setup = {
    ...base,
    station: 'station-a',
    cuts: oneCut(1, { clears: 'outline', width: 5 }),
    tools: [
      {
        ...NO_CUT,
        id: 't',
        number: 1,
        description: 'end mill',
        diameter: 6,
        length: 60,
        flutes: 2,
        feedPerTooth: 0.03,
        cutDepth: 1,
        cutWidth: 6,
        rpm: 8000,
        stickOut: 25,
        holderDiameter: 25,
        material: 'carbide',
      },
    ],
  };
  change(setup, job);
  return { ...job, setups: [setup] };
}

function plan(job: Job, shop: Shop) {
  const mesh = boxMesh({ min: vec(0, 0, 0), max: vec(120, 80, 3) });
  const planned = planner.plan({ job, shop, bodies: () => ({ mesh, key: 'sheet' }) });
  if (!planned.ok) throw new Error(planned.problem);
  const [setup] = planned.value.setups;
  const said = (code: string) => planned.value.findings.find((f) => f.code === code);
  return { planned: planned.value, setup, facts: setup.facts!, said };
}

const issueSheet = (job: Job, planned: PlannedJob) =>
  buildSheet({ job, planned, outlines: null, shop: { name: 's', projection: 'first angle' }, issue: null });

const stacked = (change: Partial<StandsOn> = {}) => sheetJob((s) => void (s.standsOn = { ...ON, ...change }));

test('on another device zero lies further by just so much, as one term that says where from; ± add up', () => {
  const alone = plan(sheetJob(), shopWith(upper));
  const on = plan(stacked(), shopWith(lower));
  const by = { x: 17.4625, y: -2.25, z: 30.005 };
  for (const a of AXES) {
    expect(on.facts.register[a]! - alone.facts.register[a]!).toBeCloseTo(by[a], 9);
    expect(sumOf(on.facts.ledger[a])).toBeCloseTo(on.facts.register[a]!, 9);
    expect(on.facts.ledger[a].slice(0, 2)).toMatchObject([
      { key: 'station', from: 'measured at the datum of Sub-plate 400 × 300', plusMinus: 0.01 },
      { key: 'carrier', term: 'on Sub-plate 400 × 300', value: by[a], plusMinus: 0.02 },
    ]);
  }
  expect(on.setup.station!.plusMinus).toBeCloseTo(0.03, 12);
  const { zero } = on.planned.exact!.job.setups[0];
  expect(zero.z).toMatchObject({ by: 'station', within: { mm: 0.01 }, on: { within: { mm: 0.02 } } });
});

test('it is the one below that the station has to be measured for', () => {
  const wrong = plan(stacked(), shopWith(upper));
  expect(wrong.facts.register.x).toBeNull();
  expect(wrong.said('station-measured-for-another')!.says).toBe(
    'Station A is measured, but not for Sub-plate 400 × 300: its place there is not known.',
  );
  expect(plan(stacked({ device: null }), shopWith(lower)).said('nothing-below')).toMatchObject({
    level: 'stop',
    says: 'Vacuum plate 400 × 300 is said to stand on another device, but which one is not known.',
  });
  expect(plan(stacked({ device: upper.id }), shopWith(lower)).said('nothing-below')!.says).toBe(
    'Vacuum plate 400 × 300 is said to stand on itself.',
  );
});

test('a zero touched off there stands for the whole stack: the terms still add up to it', () => {
  const job = stacked();
  job.setups[0].measured = { x: -400, y: -100, z: -300, from: 'typed' };
  const { facts } = plan(job, shopWith(lower));
  expect(facts.register).toEqual({ x: -400, y: -100, z: -300 });
  for (const a of AXES) expect(sumOf(facts.ledger[a])).toBeCloseTo(facts.register[a]!, 9);
});

test('a second setup on the same device in another place is not where the first was touched off', () => {
  const moved = (x: number) => {
    const job = stacked();
    job.setups[0].measured = { x: -400, y: -100, z: -300, from: 'typed' };
    const second = structuredClone(job.setups[0]);
    Object.assign(second, { id: 'two', op: 20, register: 'G55', measured: null });
    second.standsOn = { ...ON, x };
    return plan({ ...job, setups: [...job.setups, second] }, shopWith()).planned.setups[1].facts!;
  };
  expect(moved(ON.x).touched?.from).toContain('Op 10');
  expect(moved(ON.x + 50).touched).toBeNull();
});

test('what is moved on the one below and comes back is off anew there; the one below stays as it is', () => {
  const job = stacked();
  const at = (id: string, op: number, x: number): Setup => ({
    ...structuredClone(job.setups[0]),
    ...{ id, op, standsOn: { ...ON, x } },
  });
  const route = (...xs: number[]) => ({ ...job, setups: xs.map((x, i) => at(`s${i}`, 10 * (i + 1), x)) });
  const keys = (...xs: number[]) => {
    const all = plan(route(...xs), shopWith(lower)).planned.exact!.job.setups.map((s) => s.zero.z);
    return [all.map((z) => z.by === 'station' && z.station), all.map((z) => z.by === 'station' && z.on?.id)].map(
      (k) => new Set(k).size,
    );
  };
  expect(keys(ON.x, ON.x, ON.x)).toEqual([1, 1]);
  expect(keys(ON.x, ON.x + 50, ON.x)).toEqual([1, 3]);
});

test('what stands out over the one below or the table is told with how far', () => {
  const out = plan(stacked({ x: 40 }), shopWith(lower));
  expect(out.said('past-what-carries-it')!.says).toBe(
    'Vacuum plate 400 × 300 stands out 40.000 mm over the edge of Sub-plate 400 × 300.',
  );
  // station A is at X -487.35 and Y -157.6: the plate ends at Y 142.4 less 2.25, the table at Y -20
  expect(out.said('past-the-table')!.numbers.mm).toBeCloseTo(-157.6 - 2.25 + 300 + 20, 9);
  const square = { x: [0, 10], y: [0, 10] } as const;
  expect(standsOut({ x: [-3, 8], y: [0, 12.5] }, square)).toBe(3);
  expect(standsOut(square, square)).toBe(0);
});

test('the sheet and the steps of the run say what stands on what', () => {
  const { planned } = plan(stacked(), shopWith(lower));
  const says = "on Sub-plate 400 × 300: its datum at X +17.463 Y −2.250 from that one's, 30.005 mm higher; bolted down";
  const sheet = issueSheet(stacked(), planned);
  expect(sheet.setups[0].rows).toContainEqual({ label: 'Stands', value: says });
});

describe('the joint below', () => {
  test('a vacuum plate below sucks inside the outermost grooves that the one above covers', () => {
    const board = named('board-router');
    if (board.kind !== 'sacrificial board' || upper.kind !== 'vacuum plate') throw new Error('other demo shop');
    const small: Device = { ...board, width: 130, depth: 90 };
    const by = { ...ON, x: 30, y: 30, joint: { by: 'vacuum' as const, liftsAtN: null, slidesAtN: null } };
    const { liftsAtN, slidesAtN, widthMm } = jointOf(by, small, upper, 0);
    // grooves every 20 from 20, 4 wide: under 30 to 160 wholly lie 40 … 140, under 30 to 120 lie 40 … 100
    const pull = 101.325 * 1e3 * 0.85 * (100 * 60 * 1e-6);
    expect(liftsAtN).toBeCloseTo(pull, 6);
    expect(slidesAtN).toBeCloseTo(pull * upper.friction, 6);
    expect(widthMm).toBe(90);
    expect(jointOf({ ...by, x: 395 }, small, upper, 0).liftsAtN).toBe(0);
    expect(jointOf({ ...by, joint: { ...by.joint, by: 'bolts' } }, small, upper, 0).liftsAtN).toBeNull();
  });

  const bears: JointFacts = { liftsAtN: 1000, slidesAtN: 400, widthMm: 100, from: { lifts: '', slides: '' } };
  const cut = (sidewaysN: number, liftN: number, z: number) => ({
    tool: 1,
    description: '',
    demand: { sidewaysN, liftN, pressN: 0, torqueNm: 0 },
    at: vec(0, 0, z),
  });

  test('slides, lifts and tips as the three closed cases say, and together as their shares add up', () => {
    expect(jointMargin(cut(100, 0, -20), bears, { height: 20 })!.times).toBeCloseTo(4, 12);
    expect(jointMargin(cut(0, 250, 10), bears, { height: 20 })!.times).toBeCloseTo(4, 12);
    // 40 N at 25 above the joint turn about one edge of a foot 100 wide, 1000 N in its middle hold it: 1000·50/(40·25)
    const tips = jointMargin(cut(40, 0, 5), { ...bears, slidesAtN: Infinity }, { height: 20 })!;
    expect(tips.times).toBeCloseTo(50, 9);
    const all = jointMargin(cut(100, 250, 5), bears, { height: 20 })!;
    expect(1 / all.times).toBeCloseTo(100 / 400 + 250 / 1000 + (100 * 25) / 50_000, 12);
    expect(all.low).toBeLessThan(all.times);
    expect(jointMargin(cut(100, 0, 0), { ...bears, liftsAtN: 0 }, { height: 20 })!.times).toBe(0);
    expect(jointMargin(cut(0, 0, 0), bears, { height: 20 })!.times).toBe(Infinity);
  });

  test('too weak is a stop, not known is told, enough says nothing', () => {
    const found = (joint: Partial<StandsOn['joint']>) =>
      plan(stacked({ joint: { ...ON.joint, ...joint } }), shopWith(lower));
    expect(found({ slidesAtN: 20 }).said('joint-below-too-weak')!.says).toMatch(
      /^T1 end mill: what keeps Vacuum plate 400 × 300 on Sub-plate 400 × 300 bears 0\.\d\d times its cut/,
    );
    expect(found({ liftsAtN: null }).said('joint-below-not-proven')!.says).toBe(
      'Whether Vacuum plate 400 × 300 stays on Sub-plate 400 × 300 is not proven: what pull it bears is not known.',
    );
    const firm = found({});
    expect(firm.said('joint-below-too-weak')).toBeUndefined();
    expect(firm.said('joint-below-not-proven')).toBeUndefined();
  });
});

describe('protective film', () => {
  const filmed = (on: 'both' | 'plus' | 'minus', change: (s: Setup, job: Job) => void = () => undefined) =>
    sheetJob((s, job) => {
      job.blank.film = { thickness: 0.08, on };
      change(s, job);
    });

  test('below it lifts the part, above it is what is touched', () => {
    const none = plan(sheetJob(), shopWith(upper)).facts;
    const z = (job: Job) => plan(job, shopWith(upper)).facts;
    const zDeclared = (facts: typeof none) => facts.worksheet.find((w) => w.axis === 'z')!;
    const [below, above, both] = [z(filmed('minus')), z(filmed('plus')), z(filmed('both'))];
    expect(below.register.z! - none.register.z!).toBeCloseTo(0.08, 9);
    expect(above.register.z! - none.register.z!).toBeCloseTo(0, 12);
    expect(both.register.z! - none.register.z!).toBeCloseTo(0.08, 9);
    expect(below.seat.locators.z).toMatchObject({ name: 'film', at: 0.08, kind: 'height' });
    expect(zDeclared(below).declare! - zDeclared(none).declare!).toBeCloseTo(0, 12);
    expect(zDeclared(above).declare! - zDeclared(none).declare!).toBeCloseTo(0.08, 12);
    expect(zDeclared(both).formula).toContain('plus the film on it, 0.080');
    expect(zDeclared(both).says).toContain('Touch the film on the');
    expect(both.hold.steps).toContain('The film stays on underneath: it counts with 0.080 mm.');
  });

  test('a reading that is off by just the film is told so', () => {
    const job = filmed('both');
    const { planned } = plan(job, shopWith(upper));
    const { causes } = runPlan({ job, planned, letter: 'A' }).setups[0];
    const said = causes.filter((c) => c.code === 'film-counted').map((c) => [c.delta, c.at, c.says]);
    expect(said).toEqual([
      [-0.08, 'touch', '0.080 is the film: was it pulled off where the tool touches?'],
      [0.08, 'keyIn', '0.080 is the film on what is touched: was it forgotten?'],
      [-0.08, 'touch', '0.080 is the film under the part: was it pulled off?'],
    ]);
  });

  test('turned over, the side that was cut has none left', () => {
    const job = filmed('both', (s) => void (s.cuts = oneCut(1)));
    job.allowance.zPlus = 0.5;
    const second = structuredClone(job.setups[0]);
    Object.assign(second, { id: 'two', op: 20, register: 'G55', orientation: { up: '-z', right: '+x' } });
    const [first, over] = plan({ ...job, setups: [...job.setups, second] }, shopWith(upper)).planned.setups;
    expect(first.facts!.seat.film).toEqual({ '+z': 0.08, '-z': 0.08 });
    expect(over.facts!.seat.film).toEqual({ '+z': 0.08 });
    expect(over.facts!.seat.locators.z.film).toBeUndefined();
  });

  test('only plate and sheet have any; the sheet says what it measures with it on', () => {
    const job = filmed('both');
    const { planned } = plan(job, shopWith(upper));
    expect(issueSheet(job, planned).head).toContainEqual({
      label: 'Film',
      value: '0.080 on bottom face and top face, it stays on: measured with it, 3.160 mm thick',
    });
    const block = filmed('both', (_, j) => void (j.blank.kind = 'block'));
    const none = plan(block, shopWith(upper));
    expect(none.facts.seat.film).toBeUndefined();
    expect(issueSheet(block, none.planned).head.some((r) => r.label === 'Film')).toBe(false);
  });

  test('tape on film, and film that does not count, are stops', () => {
    const taped = filmed('both', (s) => {
      s.hold = newHold('flat', { bond: demoShop.bonds[0].id });
    });
    const stuck = plan(taped, shopWith(upper));
    const said = stuck.said('bond-on-film')!;
    expect(said.says).toBe("The bond sticks to the film on the part's bottom face, not to the part.");
    const [mend] = remediesOf(said, { planned: stuck.planned, job: taped, shop: demoShop, speech: speechIn('mm') });
    expect(mend.says).toBe('No film on the bottom face');
    const mended = plan(mend.put(taped), shopWith(upper));
    expect([mended.said('bond-on-film'), mended.facts.seat.film]).toEqual([undefined, { '+z': 0.08 }]);
    const inVise = filmed('both', (s) => {
      s.device = 'vise-150';
      s.hold = newHold('vise', { parallels: { height: 30 } });
    });
    expect(plan(inVise, shopWith(named('vise-150'))).said('film-not-counted')!.says).toBe(
      "The film on the part's bottom face, 0.080 mm thick, lies between it and the parallels, and does not count there.",
    );
  });
});
