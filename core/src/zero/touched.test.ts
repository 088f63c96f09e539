import { demoShop, vaneBearingBlockJob } from '../../../demo';
import { newBlank, type Job } from '../job';
import { Planner } from '../plan';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** The block in two setups, plain and without soft jaws: the first one squares up, the second faces its underside. */
function found(code: string, change: (job: Job) => void) {
  const allowance = { xMinus: 2, xPlus: 5, yMinus: 2.5, yPlus: 4, zMinus: 3, zPlus: 1.5 };
  const job: Job = {
    ...vaneBearingBlockJob(),
    body: { block: { x: 110, y: 70, z: 38 } },
    allowance,
    blank: newBlank(allowance),
  };
  held('vise', job.setups[1]).softJaws.on = false;
  job.setups[1].device = 'vise-150';
  change(job);
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value.findings
    .filter((f) => f.code === code)
    .map((f) => ({ setup: f.setupId, level: f.level, says: f.says, remedy: f.remedy }));
}

const touch = (job: Job, i: number, change: Partial<Job['setups'][number]['touchOff']>) => {
  job.setups[i].touchOff = { ...job.setups[i].touchOff, ...change };
};

describe('a feeler no thicker than the limit of a reading', () => {
  const feeler = (side: number, top: number, limit: number) =>
    found('feeler-within-limit', (job) => {
      for (const i of [0, 1])
        touch(job, i, {
          limit,
          side: { with: 'cutter', diameter: 10, thickness: i === 0 ? side : 0 },
          top: { with: 'cutter', tool: 5, thickness: i === 0 ? top : 0 },
        });
    });

  test('is a caution: nobody is told when it is forgotten', () => {
    expect(feeler(0.05, 0, 0.1)).toEqual([
      expect.objectContaining({
        setup: 'op-10',
        level: 'caution',
        says: 'For X and Y 0.050 mm of feeler is counted, and a reading may be off by 0.100 mm: if the feeler is forgotten, nobody is told.',
      }),
    ]);
    // exactly as thick is not noticed either
    expect(feeler(0, 0.1, 0.1)).toHaveLength(1);
  });

  test('none, or a thicker one, is none', () => expect([feeler(0, 0, 0.1), feeler(0.101, 0.2, 0.1)]).toEqual([[], []]));
});

describe('raw stock that is touched though a finished face can be', () => {
  const raw = (i: number, x: 'low' | 'high') =>
    found('raw-face-touched', (job) => touch(job, i, { x, y: 'high', z: 'top' }));

  test('is a caution in a later setup, with the stock on it and what to touch instead', () => {
    expect(raw(1, 'high').map((f) => [f.setup, f.level, f.says])).toEqual([
      [
        'op-20',
        'caution',
        'X is touched off on the sawn right face, with 5.000 mm of stock on it: whatever that stock really is goes into zero.',
      ],
      [
        'op-20',
        'caution',
        'Y is touched off on the sawn front face, now at the rear, with 2.500 mm of stock on it: whatever that stock really is goes into zero.',
      ],
      [
        'op-20',
        'caution',
        'Z is touched off on the sawn bottom face, now on top, with 3.000 mm of stock on it: whatever that stock really is goes into zero.',
      ],
    ]);
    expect(raw(1, 'low')[0]).toMatchObject({
      says: expect.stringMatching(/sawn left face, with 2\.000 mm/),
      remedy: 'Touch the left stop before loading: a finished face lies there.',
    });
  });

  test('is none where nothing is finished yet', () => expect(raw(0, 'low')).toEqual([]));

  test('is none where the device is touched', () =>
    expect(found('raw-face-touched', (job) => touch(job, 1, { x: 'locator', y: 'locator', z: 'locator' }))).toEqual(
      [],
    ));
});
