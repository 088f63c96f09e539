import { demoShop, sensorFootJob } from '../../../demo';
import { controlLines } from '../control';
import { layoutScene, outlinesOf, sceneBounds } from '../drawing';
import { loadKernel } from '../solid';
import { planOutput, Planner } from '../plan';
import { blockingFindings, buildSheet, changedInWords, compareEntries, entriesOf, nextLetter } from '.';
import { held } from '../testing/holds';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

function plan(change: (job: ReturnType<typeof sensorFootJob>, shop: typeof demoShop) => void = () => undefined) {
  const [job, shop] = [sensorFootJob(), structuredClone(demoShop)];
  change(job, shop);
  const planned = planner.plan({ job, shop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  return { job, planned: planned.value, outlines: outlinesOf(planner, planned.value, { inSpace: true }) };
}

const measured = (shop: typeof demoShop) => {
  shop.machines[1].stations[0].position = { x: -200, y: -100, z: -250 };
};

test('letters run A, B … Z, AA, AB', () => {
  expect([null, 'A', 'Y', 'Z', 'AZ', 'ZZ'].map(nextLetter)).toEqual(['A', 'B', 'Z', 'AA', 'BA', 'AAA']);
});

test('the sheet says what to do before hands go in, and every coordinate has sign and axis', () => {
  const { job, planned, outlines } = plan();
  const sheet = buildSheet({
    job,
    planned,
    outlines,
    shop: { name: 'Skerry Instrument Works', projection: 'third angle' },
    issue: { letter: 'A', on: '2026-11-30' },
  });
  expect(sheet.transitions[0].first).toBe('Stop the spindle, put the tool away, then open the vise.');
  expect(sheet.setups[0].touchOff.find((t) => t.face === 'rear face')?.declare).toBe('Y +0.2275');
  expect(sheet.setups[0].touchOff.find((t) => t.face === 'top face')?.declare).toBe('Z +0.0400');
  for (const value of sheet.setups.flatMap((s) => s.ledger.flatMap((l) => Object.values(l.values))))
    expect(value).toMatch(/^([+−]\d+\.\d{4}|not known)$/);
});

test('a shift on purpose moves the mark in the drawing, what is declared and the control line by the same amount', () => {
  const zOf = (extra: number) => {
    const { job, planned, outlines } = plan((j, shop) => {
      measured(shop);
      j.setups[0].zero.extra = { x: 0, y: 0, z: extra };
    });
    const scene = buildSheet({ job, planned, outlines, shop: { name: 's', projection: 'first angle' }, issue: null })
      .setups[0].scenes!.front;
    const mark = scene.shapes.find((s) => s.kind === 'zero')!;
    const facts = planned.setups[0].facts!;
    return {
      mark: mark.kind === 'zero' ? mark.at[1] : NaN,
      declare: facts.touchOff.find((t) => t.name === 'top face')!.declare,
      control: Number(/G10 L2 P1 .* Z([+-][\d.]+)/.exec(controlLines(job, planned, 'DRAFT'))![1]) * 25.4,
    };
  };
  const [plain, shifted] = [zOf(0), zOf(-1.27)];
  expect(shifted.mark - plain.mark).toBeCloseTo(-1.27, 9);
  expect(shifted.declare - plain.declare).toBeCloseTo(1.27, 9);
  expect(shifted.control - plain.control).toBeCloseTo(-1.27, 2);
});

test('the section from above is cut at half the grip, so it shows what the jaws hold under a flange', () => {
  const { planned, outlines } = plan();
  const [, flipped] = planned.setups;
  const { section, left } = outlines!.setups[1].views!.above;
  const width = (rings: readonly (readonly (readonly [number, number])[])[]) =>
    Math.max(...rings.flat().map((p) => p[1])) - Math.min(...rings.flat().map((p) => p[1]));
  expect(width(section)).toBeCloseTo(flipped.facts!.hold.vise!.openingMm, 6);
  expect(width(section)).toBeCloseTo(width(left.silhouette), 6);
  expect(width(outlines!.setups[1].views!.above.loaded)).toBeGreaterThan(width(section));
});

test('an unknown station prints the shift instead of a work zero, and no control line', () => {
  const { job, planned, outlines } = plan();
  const sheet = buildSheet({ job, planned, outlines, shop: { name: 's', projection: 'first angle' }, issue: null });
  expect(sheet.setups[1].workZero).toBeNull();
  expect(sheet.setups[1].shiftFromFirst).toEqual({ x: '+2.7900', y: '+0.0400', z: '−0.4150' });
  const lines = controlLines(job, planned, 'DRAFT');
  expect(lines).not.toMatch(/^G10/m);
  expect(lines).toContain('OR G54 OF OP 10 PLUS X+2.7900 Y+0.0400 Z-0.4150');
});

test("control lines are G10 L2 with absolute machine coordinates, signed, in the job's unit", () => {
  const { job, planned } = plan((_, shop) => measured(shop));
  const text = controlLines(job, planned, 'ISSUE A');
  const zero = planned.setups[0].facts!.zero.inMachine!;
  expect(text.split('\n')[2]).toMatch(/^G20\b/);
  expect(text).toContain(
    `G10 L2 P1 X${(zero.x / 25.4).toFixed(4)} Y${(zero.y / 25.4).toFixed(4)} Z${(zero.z / 25.4).toFixed(4)} (OP 10 G54`,
  );
  expect(text).toMatch(/^G10 L2 P2 X[+-]\d+\.\d{4} Y[+-]\d+\.\d{4} Z[+-]\d+\.\d{4} \(/m);
});

test('a register claimed for two zeros is not written', () => {
  const { job, planned } = plan((j, shop) => {
    measured(shop);
    j.setups[1].register = 'G54';
  });
  expect(controlLines(job, planned, 'DRAFT')).not.toMatch(/^G10/m);
});

test('an accepted stop no longer blocks; when its numbers change the acceptance lapses', () => {
  const change = (depth: number) =>
    plan((j) => {
      j.setups[1].cuts[0].below = depth;
    });
  const { planned } = change(0);
  const [stop] = blockingFindings(planned, []);
  expect(stop.code).toBe('metal-never-reached');
  const accepted = [
    { code: stop.code, setupId: stop.setupId, says: stop.says, reason: 'sawn off later', by: 'Planner' },
  ];
  expect(blockingFindings(planned, accepted)).toEqual([]);
  expect(blockingFindings(change(1).planned, accepted)).toHaveLength(1);
});

test('two issues are compared number by number', () => {
  const before = plan((_, shop) => measured(shop));
  const after = plan((j, shop) => {
    measured(shop);
    held('vise', j.setups[1]).parallels.height = 0.5 * 25.4;
  });
  const changes = compareEntries(entriesOf(before.job, before.planned), entriesOf(after.job, after.planned));
  expect(changes.find((c) => c.name === 'parallels')).toEqual({
    place: 'Op 20',
    name: 'parallels',
    before: '0.6250',
    after: '0.5000',
    difference: '−0.1250',
  });
  expect(changes.find((c) => c.name === 'work zero Z')?.difference).toBe('−0.1250');
  expect(changes.every((c) => c.place === 'Op 20')).toBe(true);
  // of the steps only what is another one
  const steps = changes.find((c) => c.name === 'steps')!;
  expect([steps.before, steps.after]).toEqual([
    'Parallels 0.6250 in high against both jaws.',
    'Parallels 0.5000 in high against both jaws.',
  ]);
  expect(changedInWords({ since: 'A', note: '', changes: [steps] })).toEqual([
    'Op 20, steps: was Parallels 0.6250 in high against both jaws; now Parallels 0.5000 in high against both jaws.',
  ]);
});

test('a drawing is true to scale: one page unit per millimeter means just that', () => {
  const { job, planned, outlines } = plan();
  const sheet = buildSheet({ job, planned, outlines, shop: { name: 's', projection: 'first angle' }, issue: null });
  const scene = sheet.setups[0].scenes!.leftEnd;
  const page = layoutScene(scene, { width: 600, height: 400, scale: 1.5, fontSize: 10, hatchSpacing: 5, markSize: 5 });
  const [a, b] = [page.toPage([0, 0]), page.toPage([10, 20])];
  expect(b[0] - a[0]).toBeCloseTo(15, 9);
  expect(a[1] - b[1]).toBeCloseTo(30, 9);
  const { min, max } = sceneBounds(scene);
  // 26 of each jaw are shown, broken off in a zigzag of a tenth of their height
  const opening = planned.setups[0].facts!.hold.vise!.openingMm;
  expect(max[0] - min[0]).toBeCloseTo((26 + 3.175) * 2 + opening, 6);
});

test('copies and how the blank comes stand on the sheet, with the shift to the next copy in machine axes', () => {
  const { job, planned } = plan((j) => {
    j.copies = { x: 2, y: 1, z: 1, gap: 12.7, cutter: 6.35 };
    j.blank.sides.zMinus = 'raw';
  });
  const sheet = buildSheet({
    job,
    planned,
    outlines: null,
    shop: { name: 's', projection: 'third angle' },
    issue: null,
  });
  expect(sheet.head.find((r) => r.label === 'Copies from one blank')?.value).toBe(
    '2 along X, 0.5000 in apart; zero is on the first',
  );
  expect(sheet.head.find((r) => r.label === 'Sides of the blank')?.value).toBe(
    'bottom raw; left, right, front, rear, top sawn',
  );
  // 3 in long and half an inch apart; in Op 20 the part's right looks to the left
  expect(sheet.setups.map((s) => s.rows.find((r) => r.label === 'Copy 1 to copy 2')?.value)).toEqual([
    'X +3.5000',
    'X −3.5000',
  ]);
  expect(planOutput(planned).copies).toEqual([
    { number: 1, by: { x: 0, y: 0, z: 0 } },
    { number: 2, by: { x: 88.9, y: 0, z: 0 } },
  ]);
});
