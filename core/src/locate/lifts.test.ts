import { vec, type Vec3 } from '../frames';
import { OWN_WEIGHT, type HoldContact, type HoldForce } from '../hold';
import { seeded } from '../random';
import type { Clamp } from '../shop';
import { aluminium, planHeld, pods } from '../testing/held';
import { liftsOff } from '.';

const contact = (
  name: string,
  inward: Vec3,
  points: readonly Vec3[],
  change: Partial<HoldContact> = {},
): HoldContact => ({
  ...{ name, kind: 'locator', points, inward, areaMm2: 100, friction: 0.15, forceN: 0, pullN: 0, shearN: 0 },
  patch: { min: points[0], max: points[0] },
  ...change,
});
const down = (name: string, x: number, y: number, forceN: number): HoldForce => ({
  name,
  at: vec(x, y, 20),
  forceN: vec(0, 0, -forceN),
});

/** A plate under a part of 100 × 60 that weighs 10 N, a pin at the left and two in front. */
const CORNERS = [vec(0, 0, 0), vec(100, 0, 0), vec(100, 60, 0), vec(0, 60, 0)];
const standing = [
  contact('plate', vec(0, 0, 1), CORNERS),
  contact('left pin', vec(1, 0, 0), [vec(0, 30, 4)]),
  contact('front pin 1', vec(0, 1, 0), [vec(20, 0, 4)]),
  contact('front pin 2', vec(0, 1, 0), [vec(80, 0, 4)]),
];
const weight = down(OWN_WEIGHT, 50, 30, 10);

test('beside what carries the part a clamp lifts it as soon as its moment passes that of the weight', () => {
  const with_ = (forceN: number) =>
    liftsOff({ contacts: standing, forces: [weight, down('strap 1', 110, 30, forceN)] }, ['strap 1']);
  // 10 N at 50 from the right edge against a force 10 beyond it
  expect(with_(49.9)).toBeNull();
  expect(with_(50.1)).toMatchObject({ clamp: 'strap 1', name: 'plate', at: { x: 0 } });
});

test('the order decides: what is pressed down first stays', () => {
  const forces = [weight, down('strap 1', 110, 30, 400), down('strap 2', 20, 30, 400)];
  const contacts = standing;
  expect(liftsOff({ contacts, forces }, ['strap 1', 'strap 2'])).toMatchObject({ clamp: 'strap 1', name: 'plate' });
  expect(liftsOff({ contacts, forces }, ['strap 2', 'strap 1'])).toBeNull();
});

test('a push away from a pin takes the part off it; one towards it does not', () => {
  const edge = (inward: Vec3, at: Vec3) =>
    liftsOff(
      {
        contacts: [...standing, contact('edge clamp 1', inward, [at], { kind: 'clamp', forceN: 500 })],
        forces: [weight],
      },
      ['edge clamp 1'],
    );
  expect(edge(vec(1, 0, 0), vec(0, 30, 4))).toMatchObject({ clamp: 'edge clamp 1', name: 'left pin' });
  expect(edge(vec(-1, 0, 0), vec(100, 30, 4))).toBeNull();
  expect(edge(vec(0, -1, 0), vec(50, 60, 4))).toBeNull();
  // beyond the second pin it turns the part off the first
  expect(edge(vec(0, -1, 0), vec(95, 60, 4))).toMatchObject({ name: 'front pin 1' });
  // far above the pins it tips the part over them
  expect(edge(vec(0, -1, 0), vec(50, 60, 30))).toMatchObject({ name: 'plate', at: { y: 60 } });
});

test('what is bonded stays', () => {
  const bond = contact('tape', vec(0, 0, 1), CORNERS, { kind: 'bond', pullN: 50, shearN: 50 });
  const forces = [weight, down('strap 1', 110, 30, 500)];
  expect(liftsOff({ contacts: [...standing, bond], forces }, ['strap 1'])).toBeNull();
});

test('400 random orders of forces straight down: it stays as long as the middle of all of them lies over the plate', () => {
  const dice = seeded(41);
  const between = (a: number, b: number) => a + (b - a) * dice();
  const whole = (a: number, b: number) => Math.floor(between(a, b + 1));
  let lifted = 0;
  for (let i = 0; i < 400; i++) {
    const clamps = Array.from({ length: whole(1, 4) }, (_, k) =>
      down(`strap ${k + 1}`, between(-25, 125), between(-20, 80), between(1, 300)),
    );
    const all = [weight, ...clamps];
    const outside = clamps.findIndex((_, k) => {
      const on = all.slice(0, k + 2);
      const sum = on.reduce((s, f) => s - f.forceN.z, 0);
      const [x, y] = [
        on.reduce((s, f) => s - f.at.x * f.forceN.z, 0) / sum,
        on.reduce((s, f) => s - f.at.y * f.forceN.z, 0) / sum,
      ];
      return x < 0 || x > 100 || y < 0 || y > 60;
    });
    const names = clamps.map((c) => c.name);
    const found = liftsOff({ contacts: standing, forces: all }, names);
    expect(found?.clamp ?? null).toBe(outside < 0 ? null : names[outside]);
    if (found) lifted++;
  }
  expect(lifted).toBeGreaterThan(50);
});

test('it is said of a part on pods, and not once the weight stands over them', async () => {
  const weighed: Clamp = { kind: 'weight', id: 'weight', name: '4 kg', massKg: 4, diameter: 50, height: 100 };
  const said = async (x: number) => {
    const placed = { id: '1', clamp: 'weight', x, y: 120, towards: '+x' as const, torque: null, toBolt: 0, toHeel: 0 };
    const { planned } = await planHeld({
      device: pods,
      shop: { clamps: [weighed], materials: [aluminium] },
      material: aluminium.name,
      hold: {
        clamps: [placed],
        pods: [
          { id: 'a', x: 105, y: 105, on: false },
          { id: 'b', x: 150, y: 105, on: false },
        ],
        x: { by: 'hand', side: 'left', at: 100, pins: [] },
        y: { by: 'hand', side: 'front', at: 90, pins: [] },
      },
    });
    return planned.findings.find((f) => f.code === 'clamp-lifts-off');
  };
  expect((await said(198))!.says).toMatch(/^Weight 1, tightened in the order of the list, lifts the part off the pods/);
  expect(await said(150)).toBeUndefined();
});
