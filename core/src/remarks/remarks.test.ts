import { demoShop } from '../../../demo';
import { layoutScene } from '../drawing';
import { vec } from '../frames';
import { newHold, newJob, nextSetup, oneCut, type Job, type Setup } from '../job';
import { Planner } from '../plan';
import { rectangle, VIEW_NAMES, type Scene } from '../scene';
import { buildSheet, isOfRemark, remarkEntries, compareEntries, partsOf, type Sheet } from '../sheet';
import { Dice } from '../testing/randomJobs';
import { boxMesh, loadKernel } from '../solid';
import { heldAs, isOldPlace, madeInWords, marksOf, sheetRemarks, withMarks, type Remark } from '.';

const remark = (number: number, change: Partial<Remark> = {}): Remark => ({
  id: `r-${number}`,
  number,
  at: '2026-11-29T06:05:04.000Z',
  by: 'Operator',
  own: true,
  says: `says ${number}`,
  setupId: 'a',
  place: null,
  letter: null,
  kind: 'words',
  file: null,
  onSheet: true,
  removed: false,
  revision: 1,
  ...change,
});
const SETUPS = [
  { id: 'b', op: 20 },
  { id: 'a', op: 10 },
];

test('a sheet prints what is meant for it: the whole job first, then by operation and number; nothing of a setup that is gone', () => {
  const all = [
    remark(11, { setupId: 'b' }),
    remark(2, { setupId: 'b' }),
    remark(3),
    remark(4, { setupId: null }),
    remark(5, { onSheet: false }),
    remark(6, { removed: true }),
    remark(7, { setupId: 'gone' }),
  ];
  expect(sheetRemarks(all, SETUPS).map((r) => [r.mark, r.op])).toEqual([
    ['R4', null],
    ['R3', 10],
    ['R2', 20],
    ['R11', 20],
  ]);
});

test('a photo is printed where its size is known; a file is only named', () => {
  const file = { hash: 'f'.repeat(64), name: 'IMG.jpg', size: 9 };
  const [photo, unknown, attached] = sheetRemarks(
    [
      remark(1, { kind: 'photo', file: { ...file, width: 1600, height: 1200 } }),
      remark(2, { kind: 'photo', file }),
      remark(3, { kind: 'file', file }),
    ],
    SETUPS,
  );
  expect(photo.photo).toEqual({ hash: file.hash, width: 1600, height: 1200 });
  expect([unknown.photo, attached.photo, attached.file]).toEqual([null, null, 'IMG.jpg']);
  expect(madeInWords(remark(1, { letter: 'B' }))).toBe('Operator, 2026-11-29, at the run of issue B');
});

test('between issues a remark that is new, gone, moved or said otherwise is a change; the same is none', () => {
  const entries = (all: readonly Remark[]) => remarkEntries(sheetRemarks(all, SETUPS));
  const first = remark(1, { place: { view: 'above', at: [17.4625, -3] } });
  const before = entries([first, remark(2)]);
  expect(before.every(isOfRemark)).toBe(true);
  expect(compareEntries(before, entries([{ ...first }, remark(2)]))).toEqual([]);
  const changed = (all: readonly Remark[]) => compareEntries(before, entries(all)).map((c) => `${c.place} ${c.name}`);
  expect(changed([first])).toEqual(['Op 10 remark R2']);
  expect(changed([first, remark(2), remark(3, { setupId: null })])).toEqual(['Job remark R3']);
  expect(changed([{ ...first, place: { view: 'above', at: [18, -3] } }, remark(2)])).toEqual(['Op 10 remark R1']);
  expect(changed([{ ...first, says: 'other' }, remark(2)])).toEqual(['Op 10 remark R1']);
});

test('a sheet with remarks has one part more', () => {
  const sheet = { setups: [{}, {}], remarks: undefined } as unknown as Sheet;
  expect(partsOf(sheet)).toBe(6);
  expect(partsOf({ ...sheet, remarks: [] })).toBe(7);
});

test('wherever it points, the ring of a mark is drawn at that very place and its name stands on the page', () => {
  const dice = new Dice(20261129);
  const scene: Scene = { title: 's', shapes: [{ kind: 'region', role: 'steel', outlines: rectangle(-60, 0, 90, 70) }] };
  for (let k = 0; k < 200; k++) {
    const at: [number, number] = [dice.whole(-6000, 9000) / 100, dice.whole(0, 7000) / 100];
    const view = dice.one(VIEW_NAMES);
    const marks = marksOf(
      [remark(k + 1, { place: { view, at } }), remark(999, { removed: true, place: { view, at } })],
      [],
    );
    const marked = withMarks(scene, view, marks);
    expect(VIEW_NAMES.filter((v) => withMarks(scene, v, marks) !== scene)).toEqual([view]);
    const [width, height] = [dice.whole(200, 900), dice.whole(150, 700)];
    const page = layoutScene(marked, { width, height, fontSize: 13, hatchSpacing: 7, markSize: 7 });
    const [x, y] = page.toPage(at);
    const rings = page.primitives.flatMap((p) => {
      const ring = p.kind === 'path' && p.role === 'zero-line' ? /^M([-\d.]+) ([-\d.]+)a([\d.]+)/.exec(p.d) : null;
      return ring ? [[Number(ring[1]) + Number(ring[3]), Number(ring[2])]] : [];
    });
    expect(rings).toHaveLength(1);
    expect(Math.hypot(rings[0][0] - x, rings[0][1] - y)).toBeLessThan(0.02);
    const name = page.primitives.find((p) => p.kind === 'text' && p.text === `R${k + 1}`);
    if (name?.kind !== 'text') throw new Error('its name is missing');
    expect(name.at[0] > 0 && name.at[0] < width && name.at[1] > 0 && name.at[1] < height).toBe(true);
  }
});

describe('a mark says when what it points at may be another thing', () => {
  let planner: Planner;
  beforeAll(async () => {
    planner = new Planner(await loadKernel());
  });
  const begun: Job = {
    ...newJob({ number: '1', part: 'Block', units: 'inch', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'mill-1',
  };
  const hold = newHold('vise', { parallels: { height: 17.4625 } });
  const first: Setup = { ...nextSetup(begun, 'a', [], { device: 'vise-150', hold }), cuts: oneCut(0) };
  const planOf = (setup: Setup, length = 80) => {
    const job = { ...begun, setups: [setup] };
    const mesh = boxMesh({ min: vec(0, 0, 0), max: vec(length, 60, 40) });
    const plan = planner.plan({ job, shop: demoShop, bodies: () => ({ mesh, key: `part ${length}` }) });
    if (!plan.ok) throw new Error(plan.problem);
    return { job, planned: plan.value };
  };
  const heldNow = (setup: Setup, length?: number) => heldAs(planOf(setup, length).planned.setups[0]);
  const higher = (height: number): Setup => ({ ...first, hold: newHold('vise', { parallels: { height } }) });

  test.each([
    ['as it was', first, 80, false],
    ['a hair higher, which nobody points by', higher(17.4626), 80, false],
    ['on other parallels', higher(24), 80, true],
    ['turned over', { ...first, orientation: { up: '-z' as const, right: '+x' as const } }, 80, true],
    ['in other jaws', { ...first, device: 'vise-150-soft' }, 80, true],
    ['in a place that is not decided', { ...first, device: null }, 80, true],
    ['a part of another length', first, 81.5, true],
    ['with another tool, program and why', { ...first, program: '77', does: 'otherwise' }, 80, false],
  ])('%s', (_, setup, length, isOld) => {
    const held = heldNow(first)!;
    const at = remark(1, { setupId: 'a', place: { view: 'above', at: [10, 5], held } });
    const setups = [{ id: 'a', op: 10, held: heldNow(setup, length) }];
    expect(isOldPlace(at, setups)).toBe(isOld);
    expect(sheetRemarks([at], setups)[0].isOld).toBe(isOld);
    const empty: Scene = { title: 's', shapes: [] };
    expect(withMarks(empty, 'above', marksOf([at], setups)).shapes).toMatchObject([{ text: isOld ? 'R1?' : 'R1' }]);
    // where nobody asks how it is held nothing is said of it
    expect(sheetRemarks([at], SETUPS)[0].isOld).toBe(false);
  });

  test('the sheet prints it, and a remark that says nothing of how it was held is left as it is', () => {
    const { job, planned } = planOf(higher(24));
    const told = (held?: string) =>
      buildSheet({
        ...{ job, planned, outlines: null, shop: demoShop, issue: null },
        remarks: [remark(1, { setupId: 'a', place: { view: 'above', at: [1, 2], ...(held ? { held } : {}) } })],
      }).remarks![0].isOld;
    expect([told(heldNow(first)!), told(heldNow(higher(24))!), told()]).toEqual([true, false, false]);
  });
});
