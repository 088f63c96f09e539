import { demoShop, sensorFootJob } from '../../../demo';
import type { Job } from '../job';
import { Planner } from '../plan';
import { loadKernel } from '../solid';
import { entriesOf, familyRows, type Entry } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const entries = (job: Job): Entry[] => {
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return entriesOf(job, planned.value);
};
/** The foot so much longer along X; its own number, day and notes. */
const longer = (by: number): Job => {
  const job = sensorFootJob();
  if (!('block' in job.body)) throw new Error('the foot is a block');
  const { x, y, z } = job.body.block;
  return { ...job, number: `F-${by}`, due: '2027-01-01', notes: `by ${by}`, body: { block: { x: x + by, y, z } } };
};

test('members of a family differ in what hangs on the size, by exactly that, and in nothing else', () => {
  const base = entries(sensorFootJob());
  const by = [17.4625, -12.7, 0];
  const rows = familyRows(
    base,
    by.map((b) => entries(longer(b))),
  );
  const inches = (mm: number) => `${mm < 0 ? '\u2212' : '+'}${Math.abs(mm / 25.4).toFixed(4)}`;
  const size = rows.find((r) => r.place === 'Part' && r.name === 'size X')!;
  expect(size.others.map((o) => o?.difference ?? null)).toEqual([inches(by[0]), inches(by[1]), null]);
  // the blank is as much longer as the part is
  const blank = rows.find((r) => r.place === 'Blank' && r.name === 'size X')!;
  expect(blank.others.map((o) => o?.difference ?? null)).toEqual([inches(by[0]), inches(by[1]), null]);
  // what only makes them jobs of their own is not told, and the one that is as the base differs in nothing
  expect(rows.filter((r) => ['due', 'notes'].includes(r.name))).toEqual([]);
  expect(rows.every((r) => r.others[2] === null)).toBe(true);
  // Y and Z of the part are the same in all
  expect(rows.filter((r) => /size [YZ]/.test(r.name))).toEqual([]);
  // in the order of the sheet
  const places = rows.map((r) => r.place);
  expect(places).toEqual(
    [...places].sort((a, b) => base.findIndex((e) => e.place === a) - base.findIndex((e) => e.place === b)),
  );
});

test('a member with a setup less, and one that is told in another unit, stand in the same table', () => {
  const base = entries(sensorFootJob());
  const one = { ...sensorFootJob(), setups: sensorFootJob().setups.slice(0, 1) };
  const metric: Job = { ...longer(25.4), units: 'mm' };
  const rows = familyRows(base, [entries(one), entries(metric)]);
  expect(rows.find((r) => r.place === 'Op 20' && r.name === 'register')!.others[0]).toEqual({
    text: 'no longer there',
    difference: null,
  });
  const size = rows.find((r) => r.name === 'size X' && r.place === 'Part')!;
  expect([size.base, size.others[0], size.others[1]?.text]).toEqual(['3.0000', null, '101.600']);
  expect(rows.filter((r) => r.name === 'size Y')).toEqual([]);
});
