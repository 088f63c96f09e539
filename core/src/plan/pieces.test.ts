import fc from 'fast-check';
import { controlLines } from '../control';
import { AXES } from '../frames';
import { newHold, type FurtherPiece, type HoldIn, type Job } from '../job';
import { buildSheet, compareEntries, entriesOf } from '../sheet';
import { planOutput } from './output';
import { Planner } from '.';
import { loadKernel } from '../solid';
import { chuck, heldJob, heldShop, planHeld, table, tape, board, vacuumPlate } from '../testing/held';
import { vise } from '../testing/fixtures';

const piece = (x: number, y = 0, register: FurtherPiece['register'] = null): FurtherPiece => ({
  id: `${x} ${y}`,
  x,
  y,
  register,
});
const plateWith = (change: Partial<HoldIn<'flat'>>) => change;
/** Laid at 50 and 50; the strap's bolt stands in the second slot, 90 from the front. */
const strapped = plateWith({
  clamps: [{ id: 'clamp-1', clamp: 'strap', x: 60, y: 90, towards: '-x', torque: 40, toBolt: 45, toHeel: 50 }],
});
const onTable = (further: FurtherPiece[], forces = false) =>
  planHeld({ device: table, hold: { ...strapped, further }, forces });
const codesOf = (findings: readonly { code: string }[]) => findings.map((f) => f.code);

test("every further piece has the first one's zero, moved", async () => {
  for (const device of [table, vacuumPlate, board]) {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 105, max: 200 }), fc.integer({ min: 0, max: 100 }), async (x, y) => {
        const { only } = await planHeld({ device, hold: { further: [piece(x, y)] } });
        const [second] = only.pieces;
        const by = { x, y, z: 0 };
        for (const axis of AXES)
          expect(second.facts.zero.inMachine![axis] - only.facts!.zero.inMachine![axis]).toBeCloseTo(by[axis], 9);
        expect(codesOf(only.findings)).not.toContain('pieces-in-each-other');
      }),
      { numRuns: 5 },
    );
  }
});

test('a piece with a register gets its line for the control, one without gets none', async () => {
  const { planned } = await onTable([piece(150, 0, 'G55'), piece(150, 120)]);
  const lines = controlLines(heldJob({ device: table }), planned, 'ISSUE A')
    .split('\n')
    .filter((l) => l.startsWith('G10'));
  expect(lines).toHaveLength(2);
  // station at X −400, Y −200; the part lies 50 from the left and front edge
  expect(lines[0]).toMatch(/^G10 L2 P1 X-350\.000 Y-150\.000 .*\(OP 10 G54/);
  expect(lines[1]).toMatch(/^G10 L2 P2 X-200\.000 Y-150\.000 .*\(OP 10 PIECE 2 G55/);
  expect(planOutput(planned).setups[0].pieces).toEqual([
    {
      number: 2,
      by: { x: 150, y: 0 },
      register: 'G55',
      workZeroInMachine: { x: -200, y: -150, z: expect.any(Number) as number },
    },
    {
      number: 3,
      by: { x: 150, y: 120 },
      register: null,
      workZeroInMachine: { x: -200, y: -30, z: expect.any(Number) as number },
    },
  ]);
  const sheet = buildSheet({
    job: heldJob({ device: table }),
    planned,
    outlines: null,
    shop: { name: '', projection: 'third angle' },
    issue: null,
  });
  expect(sheet.setups[0].rows).toEqual(
    expect.arrayContaining([
      {
        label: 'Piece 2, from piece 1',
        value: expect.stringMatching(/^X \+150\.000 {2}Y \+0\.000; G55 X −200\.000/) as string,
      },
      { label: 'Piece 3, from piece 1', value: 'X +150.000  Y +120.000; no register of its own: shift the program' },
    ]),
  );
});

test("the register of the first piece cannot be the second's as well", async () => {
  const { planned } = await onTable([piece(150, 0, 'G54')]);
  const twice = planned.findings.find((f) => f.code === 'register-used-twice');
  expect(twice?.says).toContain('G54 is used by Op 10 and Op 10 piece 2');
  expect(controlLines(heldJob({ device: table }), planned, 'A')).toContain('NOT WRITTEN');
});

test('pieces that lie in the same place are a stop, with how much', async () => {
  const { only } = await onTable([piece(90)]);
  expect(only.findings.find((f) => f.code === 'pieces-in-each-other')).toMatchObject({
    level: 'stop',
    numbers: { overlapMm: 10 },
  });
});

test('what goes wrong only at the second piece is said of it: its bolt stands beside a slot', async () => {
  expect((await onTable([piece(150, 60)])).codes).not.toContain('bolt-beside-slot');
  const { only } = await onTable([piece(150, 70)]);
  expect(only.findings.find((f) => f.code === 'bolt-beside-slot')?.says).toMatch(
    /^Piece 2: the bolt of strap 1 stands 10\.000 mm beside slot 3/,
  );
  // the table is 400 wide: of piece 2, from 330 to 430, 30 × 60 hang over its edge
  expect((await onTable([piece(280)])).only.findings.find((f) => f.code === 'hangs-over-edge')?.says).toBe(
    'Piece 2: 1800 mm² of the underside hang over the edge of the T-slot table.',
  );
});

test('the same mistake made differently is told of each piece; the same one only once', async () => {
  // both bolts beside their slots: the first by 10, the second by 5; a strap that presses nothing is told once
  const off = plateWith({
    clamps: [{ id: 'clamp-2', clamp: 'strap', x: 60, y: 100, towards: '-x', torque: null, toBolt: 45, toHeel: 50 }],
  });
  const { only } = await planHeld({ device: table, hold: { ...off, further: [piece(150, 55)] } });
  const said = (code: string) => only.findings.filter((f) => f.code === code).map((f) => f.says);
  expect(said('bolt-beside-slot')).toEqual([
    expect.stringMatching(/^The bolt of strap 1 stands 10\.000 mm beside slot 2/),
    expect.stringMatching(/^Piece 2: the bolt of strap 1 stands 5\.000 mm beside slot 3/),
  ]);
  expect(said('clamp-torque-missing')).toHaveLength(1);
  expect(said('laid-by-hand')).toHaveLength(1);
});

test('a piece that is moved, or gets another register, is a change of the sheet', async () => {
  const entries = async (further: FurtherPiece[]) =>
    entriesOf(heldJob({ device: table }), (await onTable(further)).planned);
  const changes = compareEntries(await entries([piece(150, 0, 'G55')]), await entries([piece(160, 0, 'G56')]));
  expect(changes.filter((c) => c.place === 'Op 10 piece 2').map((c) => [c.name, c.before, c.after])).toEqual([
    ['register', 'G55', 'G56'],
    ['X from piece 1', '+150.000', '+160.000'],
    ['work zero X', '\u2212200.000', '\u2212190.000'],
  ]);
});

test("what holds the neighbor is in the way of this piece's cut", async () => {
  const clear = await onTable([piece(250)], true);
  const near = await onTable([piece(106)], true);
  const names = (held: typeof near) => held.only.forces!.way.gaps.filter((g) => g.gapMm < 2).map((g) => g.obstacle);
  expect(names(near)).toContain('strap 1 of piece 2');
  expect(names(clear).filter((n) => n.includes('piece 2'))).toEqual([]);
}, 60_000);

test('a piece held the same way elsewhere is held as well', async () => {
  const { only } = await planHeld({
    device: board,
    hold: { bond: 'tape', further: [piece(150)] },
    shop: { bonds: [tape] },
  });
  const [a, b] = [only.facts!.hold, only.pieces[0].facts.hold];
  expect(b.contacts.map((c) => [c.name, c.areaMm2, c.pullN, c.shearN])).toEqual(
    a.contacts.map((c) => [
      c.name,
      expect.closeTo(c.areaMm2, 3),
      expect.closeTo(c.pullN, 3),
      expect.closeTo(c.shearN, 3),
    ]),
  );
});

test('pieces in one vise share its force; it is closed once, and they meet the same jaw', async () => {
  const block = { block: { x: 40, y: 60, z: 40 } };
  const alone = await planHeld({ device: vise, part: block, forces: true });
  // evenly to both sides of the middle
  const two = await planHeld({ device: vise, part: block, hold: { further: [piece(90)] }, forces: true });
  const force = (held: typeof two) => held.only.facts!.hold.contacts.find((c) => c.name === 'moving jaw')!.forceN;
  expect(force(two)).toBeCloseTo(vise.ratedForceN / 2, 9);
  // alone, beside the middle of the jaws, it gets less than all of it
  expect(force(alone)).toBeLessThan(vise.ratedForceN);
  expect(two.only.forces!.margin.margins[0].times).toBeLessThan(alone.only.forces!.margin.margins[0].times);
  expect(two.only.facts!.hold.steps.filter((s) => s.startsWith('Close'))).toHaveLength(1);
  expect(two.only.facts!.hold.steps).toContain('Piece 2 in the same way, its stop at X +100.000.');
  const askew = await planHeld({ device: vise, part: block, hold: { further: [piece(60, 5)] } });
  expect(askew.codes).toContain('piece-beside-jaw');
}, 60_000);

test('a device with a hold of another kind is not planned, and says so', async () => {
  const part = { bar: { section: 'round' as const, across: 40, bore: 0, length: 90, along: 'z' as const } };
  const asFlat: Job = heldJob({ device: chuck, part });
  asFlat.setups[0].hold = newHold('flat', { further: [piece(60)] });
  const cases: [Job, RegExp][] = [
    [asFlat, /^How Chuck holds the part is not told: what is entered is for another kind of device\.$/],
    [{ ...asFlat, setups: [{ ...asFlat.setups[0], hold: null }] }, /^How Chuck holds the part is not told\.$/],
  ];
  for (const [job, words] of cases) {
    const planned = new Planner(await loadKernel()).plan({ job, shop: heldShop(chuck), bodies: () => null });
    if (!planned.ok) throw new Error(planned.problem);
    const [only] = planned.value.setups;
    expect([only.facts, only.pieces]).toEqual([null, []]);
    expect(only.findings.find((f) => f.code === 'hold-missing')).toMatchObject({
      level: 'stop',
      says: expect.stringMatching(words) as string,
    });
    expect(
      buildSheet({ job, planned: planned.value, outlines: null, shop: heldShop(chuck), issue: null }).setups[0],
    ).toMatchObject({ seat: 'Not told how it is held.', workZero: null });
  }
});

test('steps tell what differs at the other pieces, and nothing twice', async () => {
  const { only } = await onTable([piece(150)]);
  const second = only.facts!.hold.steps.filter((s) => s.startsWith('Piece 2'));
  expect(second.join('\n')).toMatch(/strap 1: nose at X \+210\.000/i);
  expect(second.join('\n')).not.toMatch(/Clean/);
});
