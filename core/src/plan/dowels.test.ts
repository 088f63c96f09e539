import { demoShop } from '../../../demo';
import { buildSheet } from '../sheet';
import { dowelGridOf } from '../holdings';
import {
  checkJob,
  newBlank,
  newHold,
  newJob,
  nextSetup,
  oneCut,
  type Dowel,
  type Dowels,
  type Job,
  type Setup,
} from '../job';
import { seeded } from '../random';
import { emptyPattern, proposedDowels, remediesOf } from '../remedy';
import { runPlan } from '../run';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';
import { faceKeptInWords } from '../transition';
import { speechIn } from '../units';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const hole = (id: string, u: number, v: number, change: Partial<Dowel> = {}): Dowel => ({
  id,
  bore: null,
  bush: null,
  u,
  v,
  diameter: 8,
  pin: 'h8',
  hole: 'F7',
  relieved: false,
  land: null,
  ...change,
});

/** On a line along X, 20 from the part at both ends. */
const TWO = [hole('a', -20, 30), hole('b', 120, 30, { diameter: 10 })];

interface Change {
  readonly holes?: readonly Dowel[];
  readonly pattern?: Partial<Dowels>;
  readonly first?: (s: Setup) => void;
  readonly second?: (s: Setup) => void;
  readonly job?: (j: Job) => void;
}

/** A block of 100 × 60 × 20 with stock at its ends, on a board: half of it cut from above, then turned over about X. */
function flipped({ holes = TWO, pattern = {}, first, second, job }: Change = {}): Job {
  const allowance = { xMinus: 45, xPlus: 50, yMinus: 10, yPlus: 15, zMinus: 1, zPlus: 1 };
  const begun: Job = {
    ...newJob(
      { number: '1', part: 'Block', units: 'mm', material: 'EN AW-6082 T6' },
      { block: { x: 100, y: 60, z: 20 } },
    ),
    machine: 'router-1',
    allowance,
    blank: newBlank(allowance),
  };
  const at = { by: 'fence' as const, pins: [] };
  const hold = newHold('flat', { x: { ...at, side: 'left', at: 200 }, y: { ...at, side: 'front', at: 150 } });
  const one: Setup = {
    ...nextSetup(begun, 'one', [], { device: 'board-router', hold }),
    station: 'station-r',
    cuts: oneCut(1),
  };
  const two: Setup = {
    ...structuredClone(one),
    id: 'two',
    op: 20,
    register: 'G55',
    orientation: { up: '-z', right: '+x' },
    hold: { ...structuredClone(hold), dowels: { in: 'drilled', x: 0, y: 0, up: 10, block: null } },
  };
  first?.(one);
  second?.(two);
  const dowels: Dowels = { along: 'z', drilledIn: 'one', into: 12, plusMinus: 0.01, holes: [...holes], ...pattern };
  const whole = { ...begun, setups: [one, two], dowels };
  job?.(whole);
  return whole;
}

/** Put onto dowels of their own on the sub-plate of the demo shop. */
const onPlate = (x: number, y: number) => (s: Setup) => {
  s.device = 'plate-400';
  held('flat', s).dowels = { in: 'own', x, y, up: 8, block: null };
};

/** Room in front and behind for a line along Y. */
const longer = (j: Job): void => void Object.assign(j.allowance, { yMinus: 50, yPlus: 50 });

function plan(job: Job, shop = demoShop) {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const [one, two] = planned.value.setups;
  return {
    all: planned.value,
    one,
    two,
    codes: planned.value.findings.filter((f) => /dowel|goes-on/.test(f.code)).map((f) => f.code),
    said: (code: string) => planned.value.findings.find((f) => f.code === code),
  };
}

const near = (x: number, y: number) => ({ x: expect.closeTo(x, 9), y: expect.closeTo(y, 9) });

test('turned over about X the blank goes back onto the same dowels, and its zero follows', () => {
  const { one, two, codes } = plan(flipped());
  expect(codes).toEqual([]);
  // the left front corner of the blank lies at 200, 150: part origin at 245, 160; dowels at 225, 190 and 365, 190
  expect(one.facts!.seat.pose.translation).toMatchObject(near(245, 160));
  const { dowels } = two.facts!.dowels!;
  expect(dowels.map(({ x, y }) => ({ x, y }))).toEqual([near(225, 190), near(365, 190)]);
  // the hole at y 30 of the part, seen from below at −30, comes to 190
  expect(two.facts!.seat.pose.translation).toMatchObject(near(245, 220));
  expect(two.facts!.seat.loadedBox.min).toMatchObject(near(200, 220 - 75));
  expect(two.facts!.dowels).toMatchObject({ linesUp: true, otherSide: true, wrong: [], drilledAt: 0 });
  expect(two.facts!.dowels!.offMm).toBeLessThan(1e-9);
  // tilt: largest plays of 8 and 10 F7/h8, 28 + 22 µm each, over twice 140
  expect(two.facts!.dowels!.tilt).toBeCloseTo((0.05 + 0.05) / (2 * 140), 12);
});

test('what changes at the locators is told of holes, not of faces', () => {
  const { all } = plan(flipped());
  const [turn] = all.transitions;
  expect(turn.facts.jaw.centered).toBe('hole');
  expect(faceKeptInWords(turn.facts.stop, turn.facts.at.stop)).toBe('its hole on dowel 1');
  expect(all.findings.filter((f) => f.code === 'same-face-lost')).toEqual([]);
});

test('the account of zero names the dowel it hangs on', () => {
  const { two } = plan(flipped());
  const locator = two.facts!.ledger.x.find((t) => t.key === 'locator')!;
  expect(locator).toMatchObject({ term: 'dowel 1', value: expect.closeTo(225, 9), source: 'planned' });
  expect(locator.from).toContain('where Op 10 drilled it');
  const toZero = two.facts!.ledger.x.find((t) => t.key === 'faceToZero')!;
  expect(toZero).toMatchObject({
    value: expect.closeTo(20, 9),
    from: expect.stringContaining('axis of the hole of dowel 1'),
  });
});

test('a round and a relieved dowel leave nothing free and nothing decided twice', () => {
  const relieved = [TWO[0], hole('b', 120, 30, { relieved: true, land: 2 })];
  const { two } = plan(flipped({ holes: relieved }));
  expect(two.facts!.locating).toMatchObject({ rank: 6, free: [], twice: [] });
  expect(two.facts!.locating.takes.map((t) => [t.name, t.motions])).toEqual([
    ['sacrificial board', 3],
    ['dowel 1', 2],
    ['relieved dowel 2', 1],
  ]);
});

test('two equal dowels: turned half round it goes on too, and each button forbids it', () => {
  const equal = [hole('a', -20, 30), hole('b', 120, 30)];
  const job = flipped({ holes: equal });
  const { all, said, two } = plan(job);
  const finding = said('goes-on-wrong-way')!;
  expect(finding.level).toBe('stop');
  expect(finding.says).toBe(
    'The part also goes onto the dowels turned half round or turned over about Y, with the other side up.',
  );
  // the middle of the dowels lies 2.5 left of the blank's own: turned half round it comes out by 5
  expect(two.facts!.dowels!.blocks).toEqual(['left']);
  const remedies = remediesOf(finding, { planned: all, job, shop: demoShop, speech: speechIn('mm') });
  expect(remedies.map((r) => r.says)).toEqual(['Dowel 2 of 10.000 instead of 8.000', 'A block at the left side']);
  for (const r of remedies) expect([r.says, plan(r.put(job)).codes]).toEqual([r.says, []]);
});

test('of three dowels in equal steps the smallest move of one is offered', () => {
  const three = [hole('a', -20, 30), hole('m', 50, 30), hole('b', 120, 30)];
  const job = flipped({ holes: three, job: (j) => void (j.allowance.yMinus = 100) });
  // the middle one stands in the part; it is the wrong way that is looked at here
  const found = plan(job);
  expect(found.codes).toContain('goes-on-wrong-way');
  expect(found.codes).toContain('dowel-hole-in-part');
  const beside = [hole('a', -20, -60), hole('m', 50, -60), hole('b', 120, -60)];
  const moved = flipped({ holes: beside, job: (j) => void (j.allowance.yMinus = 100) });
  const { all, said } = plan(moved);
  const remedies = remediesOf(said('goes-on-wrong-way')!, {
    planned: all,
    job: moved,
    shop: demoShop,
    speech: speechIn('mm'),
  });
  const move = remedies.find((r) => r.says.startsWith('Move dowel'))!;
  // half of a move of the middle one shows at the dowels: more than 2 and the play
  expect(move.says).toMatch(/^Move dowel \d by [345]\.000 along [+−]X$/);
  expect(plan(move.put(moved)).codes).toEqual([]);
});

test('where there is room a further dowel on the line is offered', () => {
  const job = flipped({
    holes: [hole('a', -20, -60), hole('b', 120, -60)],
    job: (j) => void (j.allowance.yMinus = 100),
  });
  const { all, said } = plan(job);
  const found = remediesOf(said('goes-on-wrong-way')!, { planned: all, job, shop: demoShop, speech: speechIn('mm') });
  const more = found.find((r) => r.says.startsWith('Add a dowel'))!;
  expect(more.says).toMatch(/^Add a dowel at X \S+ Y −60\.000 of the part$/);
  expect(plan(more.put(job)).codes).toEqual([]);
});

test('off a line along the turn the holes miss the dowels, by how much is told', () => {
  const { said, two } = plan(flipped({ holes: [hole('a', -20, 30), hole('b', 120, 34, { diameter: 10 })] }));
  const finding = said('dowels-do-not-line-up')!;
  expect(finding).toMatchObject({ level: 'stop', numbers: { offMm: expect.closeTo(4, 6) } });
  expect(two.facts!.dowels!.linesUp).toBe(false);
});

test('a hair off that line it goes on, but crooked: twice the angle of the line', () => {
  const { said, codes } = plan(flipped({ holes: [hole('a', -20, 30), hole('b', 120, 31, { diameter: 10 })] }));
  expect(codes).toEqual(['dowels-do-not-line-up']);
  const { numbers, says } = said('dowels-do-not-line-up')!;
  expect(Math.abs(numbers.turnedRad)).toBeCloseTo(2 * Math.atan(1 / 140), 6);
  expect(says).toMatch(/^The part goes onto the dowels only turned by 0\.82°/);
  // within the play it lies straight
  expect(plan(flipped({ holes: [hole('a', -20, 30), hole('b', 120, 30.01, { diameter: 10 })] })).codes).toEqual([]);
});

test.each<[string, Change, RegExp]>([
  ['dowels-not-there', { job: (j) => void (j.dowels = null) }, /has not two of them/],
  ['dowels-not-there', { pattern: { drilledIn: null } }, /no setup before this one drills them/],
  ['dowels-not-there', { pattern: { drilledIn: 'two' } }, /before its holes are drilled/],
  ['dowels-not-there', { first: (s) => void (s.station = 'other') }, /another device or station/],
  ['dowels-not-there', { second: (s) => void (s.orientation = { up: '+x', right: '+y' }) }, /do not run upright/],
  [
    'dowels-drilled-anew',
    { first: (s) => (held('flat', s).x.by = 'hand') },
    /^Op 10 finds its zero anew for every part/,
  ],
  ['dowels-drilled-anew', { first: (s) => (s.touchOff.everyPart = true) }, /somewhere else every time/],
  [
    'dowel-jams',
    { holes: [TWO[0], { ...TWO[1], pin: 'm6', hole: 'H7' }] },
    /^Dowel 2 may be 0\.015 mm larger than its hole/,
  ],
  ['dowels-fight', { pattern: { plusMinus: 0.05 } }, /may be wrong by 0\.050 mm, and their play takes up 0\.013 mm/],
  ['dowel-distance-not-known', { pattern: { plusMinus: null } }, /goes down onto all dowels is not known/],
  ['dowel-hole-in-part', { holes: [hole('a', -3, 30), TWO[1]] }, /goes 1\.000 mm into the part/],
  ['dowel-hole-off-blank', { holes: [hole('a', -43, 30), TWO[1]] }, /lies 2\.000 mm over the edge of the blank/],
  [
    'dowel-hole-thin-wall',
    { holes: [hole('a', -10, 30), TWO[1]] },
    /^6\.000 mm stay between the hole of dowel 1 and the part/,
  ],
  [
    'dowel-hole-thin-wall',
    { holes: [TWO[0], hole('b', -20, 45)] },
    /^7\.000 mm stay between the hole of dowel 1 and that of dowel 2/,
  ],
  [
    'dowel-hole-thin-wall',
    { holes: [TWO[0], hole('b', -20, 33)] },
    /^That of dowel 2 goes 5\.000 mm into the hole of dowel 1/,
  ],
  [
    'dowel-hole-into-device',
    { pattern: { into: 17.5 } },
    /go 17\.500 mm into the sacrificial board, which is 18\.000 mm thick/,
  ],
  [
    'dowel-hole-into-device',
    { first: (s) => void (s.device = 'plate-400') },
    /go 12\.000 mm into the fixture plate\.$/,
  ],
  [
    'dowel-beside-grid',
    { second: onPlate(30, 50) },
    /^Dowel 1 stands 5\.000 mm beside the nearest dowelled hole, hole A2/,
  ],
  [
    'dowel-does-not-fit-plate',
    { second: onPlate(50, 50), holes: [hole('a', -25, 30), hole('b', 125, 30, { diameter: 10 })] },
    /thick, and the holes of Sub-plate 400 × 300 take/,
  ],
  [
    'dowels-for-one',
    { second: (s) => (held('flat', s).further = [{ id: 'p', x: 0, y: 200, register: null }]) },
    /further pieces have none/,
  ],
  ['dowel-in-nothing', { first: (s) => (s.cuts = oneCut(30)) }, /^Around dowel 1 only \d+ % of what should hold it/],
])('%s', (code, change, says) => {
  const { said } = plan(flipped(change));
  expect(said(code)?.says).toMatch(says);
});

test('a hole that jams and dowels that fight are mended by a press', () => {
  for (const [code, change] of [
    [
      'dowel-jams',
      { holes: [TWO[0], { ...TWO[1], pin: 'm6' as const, hole: 'H7' as const }], pattern: { plusMinus: 0 } },
    ],
    ['dowels-fight', { pattern: { plusMinus: 0.05 } }],
  ] as const) {
    const job = flipped(change);
    const { all, said } = plan(job);
    const [remedy] = remediesOf(said(code)!, { planned: all, job, shop: demoShop, speech: speechIn('mm') });
    expect(plan(remedy.put(job)).codes).toEqual([]);
  }
});

test('what is drilled is gone from what the next setup loads', () => {
  const none = plan(flipped({ job: (j) => void (j.dowels = null) })).two.material.loadedMm3;
  const drilled = plan(flipped()).two.material.loadedMm3;
  // one cut of 1 below the finished top leaves 20 around the holes; circles of 48 pieces are a little smaller
  const circles = (48 / 2) * Math.sin((2 * Math.PI) / 48) * (4 ** 2 + 5 ** 2) * 20;
  expect(none - drilled).toBeCloseTo(circles, 3);
});

test('a bush is drilled for as large as it is outside: volume, wall and sheet say so; the play is that of the dowel', () => {
  const bushed = TWO.map((h) => ({ ...h, bush: (11 / 16) * 25.4 }));
  const job = flipped({ holes: bushed });
  const { all, two, said } = plan(job);
  const plain = plan(flipped()).two;
  const round = (r: number) => (48 / 2) * Math.sin((2 * Math.PI) / 48) * r * r * 20;
  expect(plain.material.loadedMm3 - two.material.loadedMm3).toBeCloseTo(
    2 * round((11 * 25.4) / 32) - round(4) - round(5),
    2,
  );
  expect(two.facts!.dowels!.dowels[0].play).toEqual(plain.facts!.dowels!.dowels[0].play);
  expect(two.facts!.dowels!.linesUp).toBe(true);
  expect(said('dowel-in-nothing')).toBeUndefined();
  const shop = { name: '', projection: 'third angle' as const };
  const sheet = buildSheet({ job, planned: all, outlines: null, shop, issue: null });
  expect(sheet.setups[0].rows.find((r) => r.label === 'Hole of dowel 1')!.value).toContain(
    'diameter 17.463 for a bush 8.000 F7 inside',
  );
  const drill = runPlan({ job, planned: all, letter: 'A' }).steps.find((s) => s.kind === 'drill')!;
  expect(drill.asks.map((a) => a.label)).toContain('Their bushes are pressed in, flush');
});

test('the sheet lists the holes in the register of the setup that drills them, the run asks for them', () => {
  const job = flipped();
  const { all, one } = plan(job);
  const sheet = buildSheet({
    job,
    planned: all,
    outlines: null,
    shop: { name: '', projection: 'third angle' },
    issue: null,
  });
  const rows = sheet.setups[0].rows.filter((r) => r.label.startsWith('Hole of'));
  const zero = one.facts!.zero.shiftedInDevice;
  const x = (mm: number) => speechIn('mm').signed(mm);
  expect(rows.map((r) => r.value)).toEqual([
    `X ${x(225 - zero.x)} Y ${x(190 - zero.y)}, diameter 8.000 F7, through, and 12.000 mm into what the part lies on`,
    `X ${x(365 - zero.x)} Y ${x(190 - zero.y)}, diameter 10.000 F7, through, and 12.000 mm into what the part lies on`,
  ]);
  expect(sheet.setups[1].rows.filter((r) => r.label.startsWith('Hole of'))).toEqual([]);
  expect(sheet.setups[1].steps!.join(' ')).toContain('hole 1 on dowel 1 and hole 2 on dowel 2');
  expect(sheet.setups[1].steps!.join(' ')).toContain(
    'It goes on with the other side up too: the bottom face looks up.',
  );
  const { steps } = runPlan({ job, planned: all, letter: 'A', outlines: null });
  expect(steps.filter((s) => s.kind === 'drill').map((s) => s.setupId)).toEqual(['one']);
});

test('dowels of their own place: the pattern may be anything, and stands where the first is put', () => {
  const own = { in: 'own' as const, x: 300, y: 250, up: 10, block: null };
  const { two, codes } = plan(
    flipped({
      holes: [hole('a', -20, 10), hole('b', 120, 40, { diameter: 10 })],
      second: (s) => (held('flat', s).dowels = own),
    }),
  );
  expect(codes).toEqual([]);
  expect(two.facts!.dowels!.dowels.map(({ x, y }) => ({ x, y }))).toEqual([near(300, 250), near(440, 220)]);
});

test('the shift from the first zero is told by terms that add up', () => {
  const { two, one } = plan(flipped());
  const { shift, terms } = two.fromFirst!;
  expect(shift).toMatchObject({
    x: expect.closeTo(two.facts!.zero.shiftedInDevice.x - one.facts!.zero.shiftedInDevice.x, 9),
    y: expect.closeTo(two.facts!.zero.shiftedInDevice.y - one.facts!.zero.shiftedInDevice.y, 9),
  });
  const sum = (axis: 'x' | 'y') => terms.reduce((all, t) => all + (t.axis === axis ? t.value : 0), 0);
  expect([sum('x'), sum('y')]).toEqual([expect.closeTo(shift!.x!, 9), expect.closeTo(shift!.y!, 9)]);
});

test('in inches, and with the part on its side', () => {
  const change = (s: Setup) => (s.orientation = { up: s.id === 'one' ? '+y' : '-y', right: '+x' });
  const upright = flipped({
    first: change,
    second: change,
    pattern: { along: 'y' },
    holes: [hole('a', -20, 11, { diameter: 6 }), hole('b', 120, 11)],
    job: (j) => void (j.units = 'inch'),
  });
  const { two, codes, said } = plan(upright);
  expect(two.facts!.dowels).toMatchObject({ linesUp: true, wrong: [] });
  // the blank is 22 thick there: the wall to its faces is less than one and a half diameters
  expect(codes).toEqual(['dowel-hole-thin-wall', 'dowel-hole-thin-wall']);
  expect(said('dowel-hole-thin-wall')!.says).toMatch(/^0\.2756 in stay/);
});

test('how far both sides miss each other hangs on the play of the dowels', () => {
  const { all } = plan(flipped());
  const [, lies] = all.exact!.lies;
  const shares = lies!.place.x.shares.map((s) => s.name);
  expect(shares.some((n) => n.startsWith('dowel 1'))).toBe(true);
});

test('the first dowel may be the relieved one', () => {
  const holes = [{ ...TWO[0], relieved: true, land: 2 }, TWO[1]];
  const { two } = plan(flipped({ holes }));
  expect(two.facts!.locating).toMatchObject({ rank: 6, free: [], twice: [] });
});

test('no pattern, however wild, stops the plan or puts a number that is none into words', () => {
  const random = seeded(7);
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)];
  const said = new Set<string>();
  for (let k = 0; k < 80; k++) {
    const holes = Array.from({ length: Math.floor(random() * 7) }, (_, i) =>
      hole(`d${i}`, one([0, 0, -25, 125, 20_000, 200 * random() - 50]), one([30, 30, 0, 100 * random() - 20]), {
        diameter: one([8, 8, 10, 0.001, 50, (11 * 25.4) / 16]),
        pin: one(['m6', 'h8', 'g6'] as const),
        hole: one(['H7', 'F8'] as const),
        relieved: random() < 0.3,
        land: one([null, 0.5, 50]),
      }),
    );
    const on = { in: one(['drilled', 'own'] as const), x: one([0, 300]), y: 200, up: one([0, 8, 500]), block: null };
    const job = flipped({
      holes,
      pattern: {
        along: one(['x', 'z', 'z'] as const),
        drilledIn: one([null, 'one', 'one', 'two', 'gone']),
        plusMinus: one([null, 0, 100]),
      },
      second: (s) => {
        held('flat', s).dowels = on;
        s.orientation = { up: '-z', right: one(['+x', '+x', '-x', '+y'] as const) };
      },
    });
    const { all } = plan(job);
    for (const f of all.findings) {
      said.add(f.code);
      expect(f.says).not.toMatch(/NaN|undefined|Infinity/);
      for (const r of remediesOf(f, { planned: all, job, shop: demoShop, speech: speechIn('mm') }))
        expect(checkJob(r.put(job)).ok).toBe(true);
    }
  }
  expect([...said].filter((c) => c.startsWith('dowel')).length).toBeGreaterThan(8);
});

describe('what is proposed', () => {
  const proposed = (change: Change) => {
    const begun = flipped({ ...change, holes: [], pattern: { holes: [], plusMinus: 0 } });
    const found = proposedDowels(begun, 'two', { seen: plan(begun).all.dowels!, speech: speechIn(begun.units) });
    return 'why' in found ? found.why : plan({ ...begun, dowels: found.dowels });
  };
  test.each<[string, Change]>([
    ['turned over about X', {}],
    ['turned over about Y', { second: (s) => (s.orientation = { up: '-z', right: '-x' }), job: longer }],
    ['in inches', { job: (j) => (j.units = 'inch') }],
  ])('has no finding: %s', (_, change) => {
    const found = proposed(change);
    expect(typeof found === 'string' ? found : found.codes).toEqual([]);
  });
  test('where no line comes back onto itself, or there is no room, it says so', () => {
    expect(proposed({ second: (s) => (s.orientation = { up: '-z', right: '+y' }) })).toMatch(/a place of their own/);
    expect(proposed({ job: (j) => void Object.assign(j.allowance, { xMinus: 2, xPlus: 2 }) })).toMatch(/no room/);
  });
  test('for a plate with holes: into its holes, as thick as those; what forbids a wrong way stands in them as well', () => {
    const onPlate: Change = {
      // room for a third that is not as far from one of the two as they are from each other
      job: (j) => void (j.allowance.xPlus = 100),
      second: (s) => {
        s.device = 'plate-400';
        held('flat', s).dowels = { in: 'own', x: 100, y: 100, up: 10, block: null };
      },
    };
    const begun = flipped({ ...onPlate, holes: [], pattern: { holes: [], plusMinus: 0, into: 0 } });
    const grid = dowelGridOf(demoShop.devices.find((d) => d.id === 'plate-400')!);
    expect(grid).toEqual({ pitch: 25, diameter: 8 });
    const speech = speechIn('mm');
    const found = proposedDowels(begun, 'two', { seen: plan(begun).all.dowels!, speech, grid });
    if ('why' in found) throw new Error(found.why);
    const [a, b] = found.dowels.holes;
    expect([a.diameter, b.diameter, (b.u - a.u) % 25, b.v - a.v]).toEqual([8, 8, 0, 0]);
    expect(b.u - a.u).toBeGreaterThan(100);
    const job = { ...begun, dowels: found.dowels };
    const { all, codes } = plan(job);
    expect(codes).toEqual(['goes-on-wrong-way']);
    const wrong = all.findings.find((f) => f.code === 'goes-on-wrong-way')!;
    const remedies = remediesOf(wrong, { planned: all, job, shop: demoShop, speech });
    expect(remedies.map((r) => r.says.replace(/ at .*/, ''))).toEqual(['Add a dowel', 'A block']);
    for (const r of remedies) expect([r.says, plan(r.put(job)).codes]).toEqual([r.says, []]);

    // taken out of the holes by hand: one button each brings them back
    const mended = (change: (j: Job) => void, code: string) => {
      const astray = structuredClone(remedies[1].put(job));
      change(astray);
      const planned = plan(astray).all;
      const said = planned.findings.find((f) => f.code === code)!;
      const [mend] = remediesOf(said, { planned, job: astray, shop: demoShop, speech });
      return [mend.says, plan(mend.put(astray)).codes];
    };
    expect(mended((j) => void (held('flat', j.setups[1]).dowels!.x += 3), 'dowel-beside-grid')).toEqual([
      'Dowel 1 in hole D4',
      [],
    ]);
    expect(mended((j) => void (j.dowels!.holes[1].diameter = 10), 'dowel-does-not-fit-plate')).toEqual([
      'Dowels of 8.000',
      [],
    ]);
  });
  test('into the board only where the setup that drills stands on the same one', () => {
    const job = flipped();
    expect(emptyPattern(job, 'two', 18)).toMatchObject({ along: 'z', drilledIn: 'one', into: 12 });
    expect(emptyPattern(job, 'two', 9).into).toBe(6);
    expect(emptyPattern(flipped({ second: (s) => (s.device = 'plate-400') }), 'two', 18).into).toBe(0);
    expect(emptyPattern(job, 'one', 18)).toMatchObject({ drilledIn: null, into: 0 });
  });
});
