import { layoutScene } from '../drawing';
import { rectangle, VIEW_NAMES, type Scene } from '../scene';
import { isOfRemark, remarkEntries, compareEntries, partsOf, type Sheet } from '../sheet';
import { Dice } from '../testing/randomJobs';
import { madeInWords, marksOf, sheetRemarks, withMarks, type Remark } from '.';

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
    const marks = marksOf([
      remark(k + 1, { place: { view, at } }),
      remark(999, { removed: true, place: { view, at } }),
    ]);
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
