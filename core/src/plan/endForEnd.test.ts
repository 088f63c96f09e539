import type { Shop } from '../shop';
import { loadKernel } from '../solid';
import { bar, setupOf } from '../testing/bars';
import { machine } from '../testing/fixtures';
import { Dice } from '../testing/randomJobs';
import { demoShop } from '../../../demo';
import { Planner } from '.';
import { newHold } from '../job';

const SIGNS = [
  ['+', '-'],
  ['-', '+'],
] as const;
const DATUM = { x: 11.25, y: -7.5, z: 3.125 };
const chuck = demoShop.devices.find((d) => d.kind === 'chuck')!;
const reach = { min: -2000, max: 2000 };
const shop: Shop = {
  ...demoShop,
  machines: [
    { ...machine, travel: { x: reach, y: reach, z: reach }, stations: [{ ...machine.stations[0], position: DATUM }] },
  ],
  devices: [chuck],
};

/** A bar that stands in the chuck and is turned end for end, with the heights it rests at, mm. */
function turnedBar(seed: number) {
  const dice = new Dice(seed);
  const along = dice.one(['x', 'y', 'z'] as const);
  const length = dice.one([40, 25.4 * 2.1875, 63.5, 100 / 3, 80]);
  const ends = dice.one([0, 2, (25.4 * 3) / 16, 0.5]);
  const rests = [dice.one([0, 3, 25.4 / 4]), dice.one([0, 5, 25.4 / 8])];
  const across = dice.one([25, (25.4 * 11) / 16, 30, 38.1, 200 / 9]);
  const setups = dice.one(SIGNS).map((sign, i) => {
    const setup = setupOf(
      10 * (i + 1),
      `${sign}${along}`,
      along === 'x' ? '+y' : along === 'y' ? '+z' : '+x',
      dice.one([0.25, 0.5, 0.75]) * length,
    );
    return {
      ...setup,
      device: chuck.id,
      hold: newHold('round', { restHeight: rests[i] }),
      zero: {
        of: 'finished part' as const,
        x: 'middle' as const,
        y: 'middle' as const,
        z: 'max' as const,
        extra: { x: 0, y: 0, z: 0 },
      },
    };
  });
  const job = {
    ...bar(
      along,
      { across, length, bar: across + dice.one([0, 0, 3, 25.4 / 8]), ends, hexagon: dice.chance(0.3) },
      setups,
    ),
    machine: machine.id,
  };
  return { job, length, ends, rests };
}

test('turned end for end in a chuck, the zero on top lies where the lengths add up to: rest, what stands below the part, the part', async () => {
  const planner = new Planner(await loadKernel());
  for (let seed = 1; seed <= 60; seed++) {
    const { job, length, ends, rests } = turnedBar(seed);
    const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
    if (!planned.ok) throw new Error(planned.problem);
    // the first time it stands on its raw end, then on the end that was faced
    const wanted = [rests[0] + ends, rests[1]].map((below) => ({
      x: DATUM.x,
      y: DATUM.y,
      z: DATUM.z + below + length,
    }));
    for (const [i, { facts }] of planned.value.setups.entries()) {
      for (const axis of ['x', 'y', 'z'] as const)
        expect([seed, axis, facts!.register[axis]]).toEqual([seed, axis, expect.closeTo(wanted[i][axis], 9)]);
    }
  }
}, 60_000);
