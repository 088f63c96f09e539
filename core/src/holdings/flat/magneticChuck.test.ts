import { oneCut } from '../../job';
import type { HoldIn, Setup } from '../../job';
import type { Device, WorkMaterial } from '../../shop';
import { aluminium, planHeld, tape, type Held } from '../../testing/held';
import { magnetShare } from './kinds/magneticChuck';

const chuck = {
  kind: 'magnetic chuck',
  locatesWithin: null,
  id: 'm',
  name: 'Magnet',
  width: 300,
  depth: 150,
  thickness: 50,
  friction: 0.15,
  polePitch: 16,
  pressure: 100,
  halfGap: 0.4,
  cutAbove: 0.5,
} as const satisfies Device;
const steel: WorkMaterial = { ...aluminium, id: 'st', name: 'Steel', densityKgM3: 7850, magnetic: 'yes' };
const lies: Partial<HoldIn<'flat'>> = {
  x: { by: 'fence', side: 'left', at: 100, pins: [] },
  y: { by: 'fence', side: 'front', at: 40, pins: [] },
  pinHeight: 5,
};
const on = (
  material: WorkMaterial,
  change: Partial<HoldIn<'flat'>> = {},
  more: Partial<Held> = {},
  setup: Partial<Setup> = {},
) =>
  planHeld({
    device: chuck,
    material: material.name,
    shop: { materials: [material], bonds: [tape] },
    hold: { ...lies, ...change },
    setup,
    ...more,
  });
const pullOf = ({ only }: Awaited<ReturnType<typeof on>>) =>
  only.facts!.hold.forces.filter((f) => f.name === 'magnet').reduce((s, f) => s - f.forceN.z, 0);

test('a thick block on its whole face: area by pressure, less what the air of a finished face takes', async () => {
  const held = await on(steel);
  // 60 cm² at 100 N/cm², air of 0.02 mm: (1 / (1 + 0.02/0.4))²
  expect(pullOf(held)).toBeCloseTo((60 * 100) / 1.05 ** 2, 3);
  expect(held.codes.filter((c) => /magnet|nothing-holds/.test(c))).toEqual([]);
  expect(held.only.facts!.hold.figures.find((f) => f.label === 'Magnet')?.value).toMatch(
    /^91 % of its pull on 6000 mm²: 5442 N down$/,
  );
  expect(held.only.facts!.hold.steps).toContain('Magnet on; push the part by hand from two sides: it must not move.');
});

test("100 N/cm² is 1.585 T by Maxwell's pull, the gap of half the field leaves a quarter, packing counts as air", async () => {
  expect(Math.sqrt(2 * 4e-7 * Math.PI * 1e6)).toBeCloseTo(1.5853, 4);
  expect(magnetShare(chuck, 0.4, 100)).toBeCloseTo(0.25, 12);
  const share = (1 / (1 + (0.02 + 1) / 0.4)) ** 2;
  const held = await on(steel, { under: 1 });
  expect(pullOf(held)).toBeCloseTo(6000 * share, 3);
  expect(held.codes).toContain('magnet-weakened');
});

test('what is thinner than carries the flux of half a pole is held less: 2 mm on a pitch of 16 carry 0.8 T', async () => {
  expect(magnetShare(chuck, 0, 2)).toBeCloseTo(((4 * 1.6 * 2) / 16 / Math.sqrt(2 * 4e-7 * Math.PI * 1e6)) ** 2, 12);
  const thin = await on(steel, {}, { part: { block: { x: 100, y: 60, z: 2 } } }, { cuts: oneCut(0) });
  // by bands of thickness: never more than the closed form, and at least what the band below gives
  const enough = (Math.sqrt(2 * 4e-7 * Math.PI * 1e6) * 16) / (4 * 1.6);
  expect(pullOf(thin)).toBeLessThanOrEqual(6000 * magnetShare(chuck, 0.02, 2) + 1e-6);
  expect(pullOf(thin)).toBeGreaterThanOrEqual(6000 * magnetShare(chuck, 0.02, 2 - enough / 8) - 1e-6);
  expect(thin.codes).toContain('magnet-weakened');
});

test('only what lies over the chuck is pulled', async () => {
  const half = await on(steel, { x: { ...lies.x!, at: 250 } });
  expect(pullOf(half)).toBeCloseTo(pullOf(await on(steel)) / 2, 3);
  expect(half.codes).toContain('hangs-over-edge');
});

test.each([
  ['no', 'not-magnetic', 'Alloy is not held by a magnet.'],
  [
    'not told',
    'magnetic-not-known',
    "Whether Alloy is held by a magnet is not known: nothing of the chuck's pull is counted.",
  ],
  [undefined, 'magnetic-not-known', undefined],
] as const)('material magnetic: %s', async (magnetic, code, says) => {
  const held = await on({ ...aluminium, name: 'Alloy', magnetic });
  expect(pullOf(held)).toBe(0);
  const found = held.only.findings.filter((f) => f.section === 'hold' && f.level === 'stop');
  expect(found.map((f) => f.code)).toEqual([code]);
  if (says) expect(found[0].says).toBe(says);
});

test('a round that touches in a line is pulled on nothing', async () => {
  const bar = await on(
    steel,
    {},
    {
      part: { bar: { section: 'round', across: 30, bore: 0, length: 80, along: 'x' } },
      allowance: { zPlus: 0 },
      blank: { kind: 'round bar', across: 30, along: 'x' },
    },
  );
  expect(bar.codes).toContain('magnet-pulls-nothing');
});

test('the hold bears a light cut sideways by friction on the pull alone', async () => {
  const { only } = await on(steel, {}, { forces: true });
  expect(only.forces!.margin.margins[0].times).toBeGreaterThan(1);
  // it pulls everywhere: nothing can lift between two places
  expect(only.forces!.bend!.worst).toBeNull();
});
