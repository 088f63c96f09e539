import { demoShop } from '../../../demo';
import { newHold, type HoldIn } from '../job';
import { pressedAgainst } from '../locate';
import { vise } from '../testing/fixtures';
import { chuck, planHeld, plate, tape, board, type Held } from '../testing/held';
import { clampAt, lying } from '../testing/onFlat';

type Line<A extends 'x' | 'y'> = HoldIn<'flat'>[A];
const left = (change: Partial<Line<'x'>>): Line<'x'> => ({ by: 'pins', side: 'left', at: 100, pins: [120], ...change });
const front = (change: Partial<Line<'y'>>): Line<'y'> => ({
  by: 'pins',
  side: 'front',
  at: 90,
  pins: [120, 180],
  ...change,
});
/** The plate 100 × 60 × 20 on a fixture plate. */
const onPlate = (hold: Partial<HoldIn<'flat'>>): Held => ({ device: plate, hold: lying({ pinHeight: 12, ...hold }) });

async function located(held: Held) {
  const { only } = await planHeld(held);
  const { locating, hold } = only.facts!;
  const said = only.findings.filter((f) => f.section === 'locate').map((f) => [f.code, f.says]);
  return { locating, said, takes: locating.takes.map((t) => `${t.name} ${t.motions}`), pressed: pressedAgainst(hold) };
}

test('two pins in front and one at the left: 3-2-1', async () => {
  const { locating, said, takes } = await located(onPlate({ x: left({}), y: front({}) }));
  expect(takes).toEqual(['fixture plate 3', 'front pin 1 1', 'front pin 2 1', 'left pin 1']);
  expect(locating).toMatchObject({ rank: 6, free: [], twice: [], byHand: [] });
  expect(said).toEqual([]);
});

test('one pin on each side: the part can turn where their normals cross, and that is said', async () => {
  const { said } = await located(onPlate({ x: left({}), y: front({ pins: [150] }) }));
  expect(said).toEqual([
    [
      'can-still-move',
      'Before it is clamped the part can still turn about an upright axis at X +150.000 Y +120.000 of the device.',
    ],
  ]);
});

test('a third pin in a row is one too many, and it is named with those that decide the same', async () => {
  const { said } = await located(onPlate({ x: left({}), y: front({ pins: [110, 150, 190] }) }));
  expect(said).toEqual([
    ['decided-twice', 'The front pin 1, the front pin 2 and the front pin 3 all decide where it lies in Y.'],
  ]);
});

test('two long fences both decide how the part is turned; gauge blocks count, also where tape holds it then', async () => {
  const fences = { x: left({ by: 'fence', pins: [] }), y: front({ by: 'fence', pins: [] }) };
  expect((await located(onPlate(fences))).said).toEqual([
    ['turned-twice', 'The front fence and the left fence both decide how it is turned.'],
  ]);
  const taped = await located({
    device: board,
    hold: lying({ x: left({ by: 'gauge blocks', pins: [] }), y: front({ by: 'hand', pins: [] }), bond: tape.id }),
  });
  expect(taped.takes).toEqual(['sacrificial board 3', 'left gauge blocks 2']);
  expect(taped.locating).toMatchObject({ byHand: ['y'], rank: 5 });
  expect(taped.said).toEqual([]);
});

test('laid by hand nothing is said twice: that it is laid to a line is told by its own check', async () => {
  const { locating, said } = await located(onPlate({ x: left({ by: 'hand' }), y: front({ by: 'hand' }) }));
  expect(locating.rank).toBe(3);
  expect(said).toEqual([]);
});

test('a vise decides all six; what presses the part against stop and jaw follows from what is closed', async () => {
  const { locating, said, takes, pressed } = await located({ device: vise });
  expect(takes).toEqual(['parallels 3', 'fixed jaw 2', 'left stop 1']);
  expect([locating.rank, said]).toEqual([6, []]);
  const force = (name: string) => pressed!.find((p) => p.name === name)!.forceN!;
  expect(force('fixed jaw')).toBeGreaterThan(1000);
  // 0.12 kg of metal lie on the parallels: 100 × 60 × 21 mm³ at 2,700 kg/m³
  expect(force('parallels')).toBeCloseTo(100 * 60 * 21e-9 * 2700 * 9.80665, 3);
  expect(force('left stop')).toBe(0);
});

test('a stop is a spot, also before a part hardly longer than it is thick; walls of one pocket do not fight', async () => {
  const small = { block: { x: 24, y: 20, z: 30 } };
  const { locating, said } = await located({ device: vise, part: small });
  expect(locating.locators.map((l) => l.points.length)).toEqual([4, 2, 1]);
  expect([locating.rank, locating.twice, said]).toEqual([6, [], []]);
  const pocket = { softJaws: { ...newHold('vise').softJaws, on: true, depth: 12 } };
  const nested = await located({ device: { ...vise, jaws: 'soft' }, part: small, hold: pocket });
  expect([nested.locating.rank, nested.locating.twice]).toEqual([6, []]);
});

test('a clamp that pushes a part to its pins presses it there, with what is left of its force', async () => {
  const edge = demoShop.clamps.find((c) => c.kind === 'edge clamp')!;
  const between = await located({
    ...onPlate({
      x: left({}),
      y: front({ pins: [120, 180] }),
      clamps: [clampAt(150, 150, { clamp: edge.id, towards: '-y', torque: 20 })],
    }),
    shop: { clamps: [edge] },
  });
  const forces = Object.fromEntries(between.pressed!.map((p) => [p.name, p.forceN]));
  expect(forces['front pins']).toBeGreaterThan(500);
  expect(forces['left pin']).toBe(0);
});

test('of an unknown material it is not known what presses it down; where it tips over, nothing is known', async () => {
  const light = await located({ ...onPlate({ x: left({}), y: front({}) }), material: 'nobody knows' });
  expect(light.pressed!.map((p) => [p.name, p.forceN])).toEqual([
    ['fixture plate', null],
    ['left pin', 0],
    ['front pins', 0],
  ]);
  // weighed down outside of what carries it
  const { only } = await planHeld(onPlate({ x: left({}), y: front({}) }));
  const { contacts } = only.facts!.hold;
  const tipping = [{ name: 'weight', at: { x: 1000, y: 120, z: 20 }, forceN: { x: 0, y: 0, z: -50 } }];
  expect(pressedAgainst({ contacts, forces: tipping })).toBeNull();
});

test('jaws of a chuck bring the middle to the axis and leave the part turning in them; nothing is said of it', async () => {
  const bar = { bar: { section: 'round' as const, across: 40, bore: 0, length: 60, along: 'z' as const } };
  const { locating, said } = await located({ device: chuck, part: bar, hold: newHold('round') });
  expect(locating.takes.map((t) => t.name)[0]).toBe('jaws');
  expect(locating.free.map((m) => m.kind)).toEqual(['turn']);
  // jaws and face both tell how it tips; how square they are to each other is the device's business
  expect(locating.twice.every((t) => t.motion.kind === 'turn' && t.motion.about.z === 0)).toBe(true);
  expect(said).toEqual([]);
});
