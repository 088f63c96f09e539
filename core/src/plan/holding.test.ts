import { readJobFile, oneCut } from '../job';
import { heldJob, heldShop, planHeld, table } from '../testing/held';
import { loadKernel } from '../solid';
import { Planner } from '.';

const lying = {
  x: { by: 'fence' as const, side: 'left' as const, at: 100, pins: [] },
  y: { by: 'fence' as const, side: 'front' as const, at: 90, pins: [] },
  pinHeight: 5,
  bond: 'tape',
};
const job = heldJob({ device: table, hold: lying });

describe('forces come last', () => {
  test('a plan that leaves them out says so, and has every other number', async () => {
    const planner = new Planner(await loadKernel());
    const input = { job, shop: heldShop(table), bodies: () => null };
    const [quick, full, again] = [planner.plan(input, 'known'), planner.plan(input), planner.plan(input, 'known')];
    if (!quick.ok || !full.ok || !again.ok) throw new Error('no plan');
    expect([quick.value.complete, full.value.complete, again.value.complete]).toEqual([false, true, true]);
    expect(quick.value.setups[0].forces).toBeNull();
    const { bores, corners, ...facts } = full.value.setups[0].facts!;
    expect(quick.value.setups[0].facts).toEqual(facts);
    // so do the floor, what is made and metal never reached: not worked out is not the same as none
    expect([bores, corners, full.value.setups[0].material.floorMm, full.value.unreached?.volumeMm3]).toEqual([
      [],
      [],
      expect.any(Number),
      0,
    ]);
    expect([quick.value.setups[0].material, quick.value.unreached]).toEqual([
      expect.not.objectContaining({ floorMm: expect.anything() as unknown }),
      null,
    ]);
    // once they are known, an edit that does not touch them keeps them
    expect(again.value.setups[0].forces).toBe(full.value.setups[0].forces);
  });

  test('a piece at a time they come to the same', async () => {
    const input = { job, shop: heldShop(table), bodies: () => null };
    const [whole, bit] = [new Planner(await loadKernel()), new Planner(await loadKernel())];
    const full = whole.plan(input);
    bit.plan(input, 'known');
    const rounds = [];
    do rounds.push(bit.plan(input, 'some', () => true));
    while (rounds.length < 50 && !rounds.some((r) => r.ok && r.value.complete));
    expect(rounds.at(-1)).toEqual(full);
    // floor, what is made, metal never reached, margins, what is in the way, bending, elsewhere: each by itself
    expect(rounds.length).toBeGreaterThan(4);
  }, 60_000);

  test('they follow what they hang on', async () => {
    const times = async (cutDepth: number) =>
      (
        await planHeld({
          device: table,
          forces: true,
          hold: lying,
          setup: { tools: [{ ...job.setups[0].tools[0], cutDepth }] },
        })
      ).only.forces!.margin.margins[0].times;
    expect(await times(2)).toBeCloseTo((await times(1)) / 2, 6);
  });
});

describe('a cut along the outline', () => {
  const outline = (cutter: number) =>
    planHeld({
      device: table,
      part: { block: { x: 100, y: 60, z: 5 } },
      allowance: { xMinus: 20, xPlus: 20, yMinus: 20, yPlus: 20, zPlus: 0 },
      hold: { ...lying, under: 1 },
      setup: { cuts: oneCut(5, { clears: 'outline', width: cutter }) },
    });

  test('takes away a strip as wide as the cutter, round at the corners', async () => {
    const { planned } = await outline(6);
    // along the sides, and a quarter circle at each of four corners (chords lie within the circle)
    const wanted = (2 * (100 + 60) * 6 + Math.PI * 36) * 5;
    expect(Math.abs(planned.setups[0].material.removedMm3 / wanted - 1)).toBeLessThan(2e-3);
  });

  test('as wide as the stock, it takes away no more than there is', async () => {
    const { planned } = await outline(60);
    expect(planned.setups[0].material.leftMm3).toBeCloseTo(100 * 60 * 5, 3);
  });
});

test('a short form needs only the device; the rest of holding gets its plain values', () => {
  const setup = {
    op: 10,
    register: 'G54',
    orientation: { up: '+z', right: '+x' },
    cutsBelowTop: 1,
    device: 'table',
    station: null,
    parallels: { height: 0 },
    stop: { side: 'left', position: 0, height: 8, fromJaw: 5 },
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max' },
    plate: { bond: 'tape', x: { at: 12 } },
  };
  const read = readJobFile(
    JSON.stringify({
      job: { number: '1', body: { block: { x: 10, y: 10, z: 10 } }, setups: [setup] },
      shop: { devices: [table] },
    }),
  );
  expect(read.ok ? [] : read.problems).toEqual([]);
  expect(read).toMatchObject({
    ok: true,
    value: {
      job: {
        setups: [
          {
            device: 'table',
            cuts: [{ clears: 'everything' }],
            hold: {
              family: 'flat',
              bond: 'tape',
              x: { at: 12, by: 'hand', side: 'left' },
              clamps: [],
              separation: { way: 'none' },
            },
          },
        ],
      },
      shop: { devices: [{ kind: 'T-slot table' }], altitude: 0 },
    },
  });
});

test('a device of a kind that is not known is refused, with the kinds there are', () => {
  const read = readJobFile(
    JSON.stringify({
      job: { number: '1', body: { block: { x: 10, y: 10, z: 10 } }, setups: [] },
      shop: { devices: [{ ...table, kind: 'magic' }] },
    }),
  );
  expect(read.ok).toBe(false);
  expect(read.ok ? '' : read.problems.join(' ')).toMatch(
    /^shop\.devices\.0\.kind: must be one of "vise", "T-slot table".*"rotary axis"\.$/,
  );
});
