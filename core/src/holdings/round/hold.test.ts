import { oneCut } from '../../job';
import type { HoldIn, Setup } from '../../job';
import type { Device } from '../../shop';
import { chuck, planHeld } from '../../testing/held';

const bar = { bar: { section: 'round' as const, across: 50, bore: 0, length: 80, along: 'z' as const } };
const tube = { bar: { section: 'tube' as const, across: 60, bore: 52, length: 40, along: 'z' as const } };
const roundBlank = (across: number, bore = 0) => ({
  kind: bore ? ('tube' as const) : ('round bar' as const),
  across,
  bore,
  along: 'z' as const,
});
const grip = (change: Partial<HoldIn<'round'>> = {}, setup: Partial<Setup> = {}, device: Device = chuck) =>
  planHeld({
    device,
    part: bar,
    allowance: { zPlus: 2 },
    blank: roundBlank(50),
    hold: { ...change },
    setup: {
      cuts: oneCut(10),
      zero: { of: 'finished part', x: 'middle', y: 'middle', z: 'max', extra: { x: 0, y: 0, z: 0 } },
      ...setup,
    },
  });

test("the jaws bring the part's axis to the chuck's, its end to the face or spacer; zero on the axis is the station", async () => {
  const { only } = await grip({ restHeight: 5 });
  // station −400, −200, −450; spacer 5, part 80
  expect(only.facts?.zero.inMachine).toEqual({
    x: expect.closeTo(-400, 9),
    y: expect.closeTo(-200, 9),
    z: expect.closeTo(-450 + 5 + 80, 9),
  });
  expect(only.facts?.gripped).toEqual({
    across: [expect.closeTo(50, 1), expect.closeTo(50, 1)],
    from: 5,
    to: expect.closeTo(30, 3),
  });
  expect(only.facts?.says.seat).toMatch(/5\.000 mm off the face, on the spacer, .* gripped diameter in the jaws\.$/);
});

test('three jaws share the force; at speed the outward pull of the jaws is taken off (VDI 3106)', async () => {
  const force = async (rpm: number | null) =>
    (await grip({ rpm })).only.facts!.hold.contacts.filter((c) => c.name.startsWith('jaw')).map((c) => c.forceN);
  expect(await force(null)).toEqual([20_000 / 3, 20_000 / 3, 20_000 / 3].map((f) => expect.closeTo(f, 6)));
  const left = 20_000 - 3 * 0.5 * 0.04 * ((2 * Math.PI * 3000) / 60) ** 2;
  expect(await force(3000)).toEqual([left / 3, left / 3, left / 3].map((f) => expect.closeTo(f, 6)));
});

test('held against turning by μ·S·r, as the friction lock finds it', async () => {
  const { only } = await grip({}, { tools: [] });
  const { timesBorne } = await import('../../hold');
  const radius = Math.min(...only.facts!.gripped!.across) / 2;
  const jaws = only.facts!.hold.contacts.filter((c) => c.kind === 'clamp');
  const twist = { force: { x: 0, y: 0, z: 0 }, moment: { x: 0, y: 0, z: 1000 } };
  expect(timesBorne(jaws, [], twist, 1e6) * 1000).toBeCloseTo(0.2 * 20_000 * radius, -1);
});

test.each([
  ['diameter-outside-range', { device: { ...chuck, maxDiameter: 40 } as Device }],
  ['speed-over-limit', { round: { rpm: 5000 } }],
  ['chuck-grips-nothing', { round: { restHeight: 40 } }],
  [
    'stands-out-too-far',
    {
      device: { ...chuck, gripLength: 5, minDiameter: 1 } as Device,
      part: { ...bar, bar: { ...bar.bar, length: 250 } },
    },
  ],
])(
  '%s, and not on the sound setup',
  async (code, { device, round, part }: { device?: Device; round?: Partial<HoldIn<'round'>>; part?: typeof bar }) => {
    const with_ = await planHeld({
      device: device ?? chuck,
      part: part ?? bar,
      allowance: { zPlus: 2 },
      blank: roundBlank(50),
      hold: { ...round },
      setup: { cuts: oneCut(10) },
    });
    expect(with_.codes).toContain(code);
    expect((await grip()).codes).not.toContain(code);
  },
);

test('a block is not round, and no diameter is printed of it', async () => {
  const { only, codes } = await planHeld({ device: chuck, part: { block: { x: 60, y: 40, z: 50 } } });
  expect(codes).toContain('grip-not-round');
  expect(only.facts!.hold.figures[0]).toEqual({ label: 'Grips, not round', value: '60.000 by 40.000 mm' });
});

test('a thin ring gives under the jaws, with less force it does not', async () => {
  const ring = (forceShare: number) =>
    planHeld({
      device: chuck,
      part: tube,
      allowance: { zPlus: 1 },
      blank: roundBlank(60, 52),
      hold: { forceShare },
      setup: { cuts: oneCut(5) },
    });
  const hard = await ring(100);
  expect(hard.codes).toContain('wall-bends');
  expect(hard.only.facts?.hold.wall?.thicknessMm).toBeCloseTo(4, 1);
  expect((await ring(2)).codes).not.toContain('wall-bends');
});

test('jaws bored to its size bend it less than hard ones', async () => {
  const give = async (soft: 'hard' | 'soft, bored to size') =>
    (
      await planHeld({
        device: { ...chuck, soft } as Device,
        part: tube,
        allowance: { zPlus: 1 },
        blank: roundBlank(60, 52),
        setup: { cuts: oneCut(5) },
      })
    ).only.facts!.hold.wall!.deflectionMm;
  expect(await give('soft, bored to size')).toBeLessThan(0.8 * (await give('hard')));
});

describe('rotary axis', () => {
  const rotary: Device = {
    kind: 'rotary axis',
    locatesWithin: null,
    id: 'rotary',
    name: 'Rotary',
    minDiameter: 10,
    maxDiameter: 120,
    gripLength: 25,
    bodyDiameter: 120,
    bodyHeight: 80,
    staticForceN: 15_000,
    forceAtOneBarN: null,
    maxRpm: 60,
    friction: 0.2,
    jawCount: 4,
    jawWidth: 18,
    centreHeight: 100,
    tailstockFrom: 150,
    tailstockTo: 400,
    tailstockForceN: 2000,
    tailstockAtOneBarN: null,
    centreReach: 0,
    tailstockMark: null,
    angleCounts: 'against the work',
    anglesWithin: null,
    supportFrom: 50,
    supportTo: 90,
  };
  const along = { bar: { section: 'round' as const, across: 50, bore: 0, length: 300, along: 'x' as const } };
  const hold = (change: Partial<HoldIn<'round'>>, device: Device = rotary) =>
    planHeld({
      device,
      part: along,
      allowance: { zPlus: 0 },
      blank: { kind: 'round bar', across: 50, along: 'x' },
      hold: { ...change },
      setup: {
        cuts: oneCut(2),
        zero: { of: 'finished part', x: 'min', y: 'middle', z: 'middle', extra: { x: 0, y: 0, z: 0 } },
      },
    });

  test('the part lies along X with its axis on the rotary axis', async () => {
    const { only } = await hold({ restHeight: 3 });
    expect(only.facts?.zero.inMachine).toEqual({
      x: expect.closeTo(-397, 6),
      y: expect.closeTo(-200, 6),
      z: expect.closeTo(-450, 6),
    });
  });

  test('support height is the axis less the radius; tailstock and supports are told when they do not reach', async () => {
    const { only, codes } = await hold({ tailstock: true, supports: [150] });
    expect(only.facts?.hold.figures.find((f) => f.label === 'Support 1')?.value).toBe(
      'X +150.000, set 75.000 mm above the base',
    );
    expect(codes).not.toContain('support-does-not-reach');
    expect(codes).not.toContain('tailstock-does-not-reach');
    expect((await hold({ supports: [150] }, { ...rotary, supportTo: 70 } as Device)).codes).toContain(
      'support-does-not-reach',
    );
    expect((await hold({ tailstock: true }, { ...rotary, tailstockTo: 250 } as Device)).codes).toContain(
      'tailstock-does-not-reach',
    );
    expect((await hold({}, { ...rotary, centreHeight: 20 } as Device)).codes).toContain('part-hits-base');
  });

  test('round carriers: supports stand under them whatever the angle, nothing is cut under them, corners go in', async () => {
    const roundCarrier = { diameter: 69.85, width: 20 };
    const { only, codes } = await hold({ tailstock: true, supports: [150], roundCarrier });
    expect(only.facts!.hold.figures.find((f) => f.label === 'Carrier 1')?.value).toBe(
      'X +150.000, set 65.075 mm above the base',
    );
    expect(only.facts!.hold.obstacles.find((o) => o.name === 'carrier 1')).toMatchObject({ from: -34.925, to: 34.925 });
    expect(only.facts!.hold.steps.join(' ')).toMatch(
      /Round carrier ⌀69\.850 onto the part before it goes in: middle at X \+150/,
    );
    expect(codes).not.toContain('carrier-too-small');
    const small = await hold({ supports: [150], roundCarrier: { diameter: 50, width: 20 } });
    expect(small.codes).toContain('carrier-too-small');
  });

  test('pressure: force by what one bar gives, of the chuck and of the tailstock; unknown is not told', async () => {
    const air = { ...rotary, forceAtOneBarN: 2500, tailstockAtOneBarN: 320 } as Device;
    const told = async (device: Device) =>
      (await hold({ tailstock: true, forceShare: 75 }, device)).only.facts!.hold.figures.map(
        (f) => `${f.label} ${f.value}`,
      );
    expect(await told(air)).toEqual(
      expect.arrayContaining(['Pressure of the chuck 4.5 bar', 'Tailstock 2000 N, 6.3 bar']),
    );
    expect((await told(rotary)).join(' ')).not.toMatch(/bar\b/);
  });

  test('far out without support is a caution, with a tailstock not', async () => {
    expect((await hold({})).codes).toContain('stands-out-too-far');
    expect((await hold({ tailstock: true })).codes).not.toContain('stands-out-too-far');
  });
});
