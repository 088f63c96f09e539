import { newHold, type Setup, oneCut } from '../job';
import { Planner } from '../plan';
import { buildSheet } from '../sheet';
import { loadKernel } from '../solid';
import { setup, vise } from '../testing/fixtures';
import { chuck, heldJob, heldShop } from '../testing/held';

/** A shaft of two setups, one after the other in the devices told. */
async function shaftIn(first: Partial<Setup>, second: Partial<Setup>) {
  const job = {
    ...heldJob({
      device: chuck,
      part: { bar: { section: 'round', across: 25, bore: 0, length: 60, along: 'z' } },
      allowance: { zMinus: 1, zPlus: 1 },
      blank: { kind: 'round bar', along: 'z', across: 28 },
    }),
    setups: [
      { ...setup({ id: 'a', op: 10, cuts: oneCut(0) }), ...first },
      {
        ...setup({ id: 'b', op: 20, register: 'G55', cuts: oneCut(0), orientation: { up: '-z', right: '+x' } }),
        ...second,
      },
    ],
  };
  const shop = heldShop(chuck, { devices: [chuck, { ...vise, maxOpening: 120 }] });
  const planned = new Planner(await loadKernel()).plan({ job, shop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  return {
    kept: buildSheet({ job, planned: planned.value, outlines: null, shop, issue: null }).transitions[0].kept,
    says: planned.value.findings.filter((f) => f.code === 'same-face-lost').map((f) => f.says),
  };
}

const inChuck: Partial<Setup> = { device: chuck.id, hold: newHold('round', { forceShare: 80 }) };

test('a chuck takes the middle of a bar, whichever side looks where', async () => {
  const { kept, says } = await shaftIn(inChuck, inChuck);
  expect(kept).toEqual([
    'its middle on the axis of the chuck both times',
    'its middle on the axis of the chuck both times',
  ]);
  expect(says).toEqual([]);
});

test('from the vise to the chuck the middle takes the place of a face, and back again', async () => {
  const there = await shaftIn({ device: vise.id }, inChuck);
  expect(there.kept[0]).toBe('its middle on the axis of the chuck instead of its rear face');
  expect(there.says[0]).toBe('The middle of the part meets the axis of the chuck, not the rear face as before.');
  const back = await shaftIn(inChuck, { device: vise.id });
  expect(back.kept[0]).toBe('its front face on the fixed jaw instead of its middle');
  expect(back.says[0]).toBe('The front face meets the fixed jaw, not the middle of the part as before.');
});
