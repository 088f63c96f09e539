import type { Device } from '../../shop';
import { loadKernel, type TriangleMesh } from '../../solid';
import { box, told, vise } from '../../testing/fixtures';
import { aluminium, planHeld } from '../../testing/held';
import { closingForceN } from '..';
import { contactInWords } from '../../hold';
import { marginHolds, pushInWords } from '../../hold/checks/marginHolds';
import { wallStands } from '../../hold/checks/wallStands';

/** A trough 100 × 60 × 40: open at the top, its long walls 4 thick, its short ones 10. */
async function trough(): Promise<TriangleMesh> {
  const kernel = await loadKernel();
  return kernel.subtract(kernel.box(box([0, 0, 0], [100, 60, 40])), kernel.box(box([10, 4, 5], [90, 56, 50]))).mesh();
}

const file = { file: 'trough.stp', body: 0 };
const gripped = async (torque: number | null) =>
  planHeld({
    device: vise,
    part: file,
    allowance: { zPlus: 0 },
    blank: { kind: 'own solid', solid: file },
    mesh: await trough(),
    hold: { torque },
  });

test('the closing force goes with the handle torque; without one it is as rated', () => {
  expect(closingForceN(vise, null)).toBe(20_000);
  expect(closingForceN(vise, 30)).toBeCloseTo(10_000, 9);
  expect(closingForceN(vise, 0)).toBe(0);
});

test('a trough between the jaws has a thin wall over a hollow; snug is enough', async () => {
  const hard = await gripped(60);
  expect(hard.only.facts?.hold.wall).toMatchObject({
    thicknessMm: expect.closeTo(4, 6),
    spanMm: expect.closeTo(80, -1),
  });
  expect(hard.codes).toContain('wall-bends');
  const [strong, weak] = [hard.only.facts!.hold.wall!, (await gripped(6)).only.facts!.hold.wall!];
  expect(weak.deflectionMm / strong.deflectionMm).toBeCloseTo(0.1, 6);
  expect(weak.stressMPa / strong.stressMPa).toBeCloseTo(0.1, 6);
});

test('the pocket of soft jaws is told with its depth', async () => {
  const { only } = await planHeld({
    device: vise,
    hold: { torque: 30, softJaws: { on: true, depth: 3.5, fit: 0.02, ledge: 3, cutter: 6 } },
  });
  expect(only.facts?.hold.steps.join(' ')).toContain('the pocket for this part, 3.500 mm deep');
});

test('contacts are told as faces: how they come, how deep, and how much of them bears', async () => {
  const { only } = await planHeld({
    device: vise,
    allowance: { yMinus: 2, yPlus: 2 },
    blank: {
      sides: { xMinus: 'finished', xPlus: 'finished', yMinus: 'sawn', yPlus: 'raw', zMinus: 'finished', zPlus: 'sawn' },
    },
  });
  const said = Object.fromEntries(only.facts!.hold.contacts.map((c) => [c.name, contactInWords(c, told.speech)]));
  expect(said['fixed jaw']).toBe('raw, 20.000 mm deep');
  expect(said['moving jaw']).toBe('sawn, 20.000 mm deep');
  // two parallels of 8 under 64: a quarter of what lies between their outer edges
  expect(said.parallels).toBe('finished, 25 % of its extent bears');
});

describe('the pocket of soft jaws', () => {
  const soft = { ...vise, jaws: 'soft' as const };
  const pocket = (depth: number, device: Device = soft) =>
    planHeld({ device, hold: { torque: 30, softJaws: { on: true, depth, fit: 0.02, ledge: 3, cutter: 6 } } });

  test('carries the part on its floor where that is higher than the parallels', async () => {
    // jaws 40 high, parallels 20: a pocket 12 deep has its floor at 28
    const shallow = await pocket(12);
    expect(shallow.only.facts!.seat.locators.z).toMatchObject({ name: 'pocket floor', at: 28 });
    expect(shallow.only.facts!.hold.vise!.gripDepthMm).toBeCloseTo(12, 6);
    expect(shallow.only.facts!.hold.steps.join(' ')).toContain(
      'Part on the floor of the pocket, 28.000 mm above the bed.',
    );
    expect((await pocket(21)).only.facts!.seat.locators.z).toMatchObject({ name: 'parallels', at: 20 });
  });

  test("locates the part in X and Y: its walls stand behind the jaws' faces by the ledge, and the play is shared", async () => {
    // 100 × 60, pocket 12 deep with ledges of 3 and a fit of 0.02: wall 3 behind the fixed jaw's face, left end 0.02
    // off the wall at 10
    const { only, planned } = await pocket(12);
    const { seat, hold, zero, ledger } = only.facts!;
    expect(seat.pose.translation).toMatchObject({ x: expect.closeTo(10.02, 9), y: expect.closeTo(3 - 60, 9), z: 28 });
    expect(seat.locators).toMatchObject({
      x: { name: 'left pocket wall', at: 10.02, faceAt: 10 },
      y: { name: "fixed jaw's pocket wall", at: 3 },
    });
    // what lies on each ledge: 3 × 100 on both sides; the jaws' faces are 60 − 2 · 3 apart, as when the pocket was cut
    expect([seat.restStripsMm2[0], seat.restStripsMm2[1], hold.vise!.openingMm]).toEqual([
      expect.closeTo(300, 3),
      expect.closeTo(300, 3),
      expect.closeTo(54, 9),
    ]);
    expect(hold.steps[1]).toBe(
      "Put in the soft jaws with the pocket for this part, 12.000 mm deep, ledges 3.000 mm wide; it was cut with the vise closed on a spacer 54.000 mm thick, to the same torque, its left wall at X +10.000 from the jaws' left end.",
    );
    expect(hold.obstacles.map((o) => o.name)).toEqual(['fixed jaw', 'fixed jaw', 'moving jaw', 'moving jaw']);
    // zero at the left front corner of the finished part on a station at X −400, Y −200
    expect(zero.inMachine).toMatchObject({ x: expect.closeTo(-400 + 10.02, 9), y: expect.closeTo(-200 + 3 - 60, 9) });
    expect(ledger.y.find((t) => t.key === 'locator')).toMatchObject({
      value: 3,
      from: "fixed jaw's pocket wall set at +3.000 from the fixed jaw's face",
    });
    expect(planned.findings.filter((f) => f.level === 'stop')).toEqual([]);
  });

  test('with a fixed jaw at the front the wall stands behind it to the front', async () => {
    const { only } = await pocket(12, { ...soft, fixedJaw: 'front' });
    expect(only.facts!.seat.pose.translation.y).toBeCloseTo(-3, 9);
  });

  test('without a ledge it locates nothing: jaw and stop do, as in documents older than the ledge', async () => {
    const without = await planHeld({
      device: soft,
      hold: { torque: 30, softJaws: { on: true, depth: 21, fit: 0.02, ledge: 0, cutter: 6 } },
    });
    const { seat, hold } = without.only.facts!;
    expect(seat.pose.translation).toMatchObject({ x: 10, y: expect.closeTo(-60, 9), z: 20 });
    expect([seat.locators.x.name, seat.locators.y.name]).toEqual(['left stop', 'fixed jaw']);
    expect(hold.obstacles.map((o) => o.name)).toContain('stop rod');
    expect(hold.steps.join(' ')).toMatch(/21\.000 mm deep; the pocket was cut.*Stop on the left/);
  });

  test('without a ledge nothing carries the part; ledges that meet, or go through the jaws, are stops', async () => {
    const ledge = async (mm: number, depth = 12) =>
      (
        await planHeld({
          device: soft,
          hold: { torque: 30, softJaws: { on: true, depth, fit: 0.02, ledge: mm, cutter: 6 } },
        })
      ).codes;
    expect(await ledge(0)).toContain('pocket-without-ledge');
    expect(await ledge(30)).toContain('ledges-meet');
    expect(await ledge(30 - 1e-9)).toContain('ledges-meet');
    expect(await ledge(29)).not.toContain('ledges-meet');
    expect(await ledge(41)).toContain('ledge-through-jaw');
  });

  test('arcs of the pocket are as fine as a tenth of the fit asks for', async () => {
    // a disk of 60 whose mesh has chords up to 0.01 off: grown by 0.02, no corner and no chord's middle may be off by
    // more than 0.002
    const { only } = await planHeld({
      device: soft,
      part: { bar: { section: 'round', across: 60, bore: 0, length: 20, along: 'z' } },
      blank: { kind: 'round bar', along: 'z', across: 60 },
      hold: { torque: 30, softJaws: { on: true, depth: 12, fit: 0.02, ledge: 3, cutter: 6 } },
    });
    const { seat, hold } = only.facts!;
    const [ring] = hold.drawn.find((d) => d.role === 'pocket')!.outlines;
    const [cx, cy] = [seat.pose.translation.x, seat.pose.translation.y];
    const off = ring
      .flatMap((p, i) => {
        const q = ring[(i + 1) % ring.length];
        return [p, [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]];
      })
      .map(([x, y]) => Math.hypot(x - cx, y - cy) - 30.02);
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.002);
  });

  test('is not cut into hard jaws, nor into the bed', async () => {
    expect((await pocket(12, vise)).codes).toContain('jaws-not-soft');
    expect((await pocket(12)).codes).not.toContain('jaws-not-soft');
    expect((await pocket(41)).codes).toContain('pocket-too-deep');
    expect((await pocket(39)).codes).not.toContain('pocket-too-deep');
  });

  test('without depth there is nothing to grip', async () => {
    const none = await pocket(0);
    expect(none.only.findings.find((f) => f.code === 'parallels-higher-than-jaws')?.says).toBe(
      'The pocket floor is 40.000 mm high; the jaws only 40.000 mm.',
    );
  });
});

test('a solid block has no such wall, wherever it is looked through: not at the diagonal of a face either', async () => {
  expect((await planHeld({ device: vise })).only.facts?.hold.wall).toBeNull();
  // gripped at 10 of 480/19: there the diagonal passes through the tenth of 24 places
  expect(
    (await planHeld({ device: vise, part: { block: { x: 100, y: 60, z: 480 / 19 - 1 } } })).only.facts?.hold.wall,
  ).toBeNull();
});

test('above the yield strength a wall is a stop, a little give a caution, none nothing', () => {
  const wall = { thicknessMm: 2, spanMm: 40, stressMPa: 50, deflectionMm: 0.01 };
  const level = (change: Partial<typeof wall>) =>
    wallStands({ ...wall, ...change }, aluminium, told).map((f) => f.level);
  expect([level({}), level({ deflectionMm: 0.05 }), level({ stressMPa: 150 }), level({ stressMPa: 250 })]).toEqual([
    [],
    ['caution'],
    ['caution'],
    ['stop'],
  ]);
  expect(wallStands(null, aluminium, told)).toEqual([]);
});

test('the jaws, the rest and the stop are what bears on the part; a stop holds more than none', async () => {
  const { only } = await planHeld({ device: vise });
  expect(only.facts?.hold.contacts.map((c) => [c.name, c.kind])).toEqual([
    ['fixed jaw', 'locator'],
    ['moving jaw', 'clamp'],
    ['parallels', 'locator'],
    ['left stop', 'locator'],
  ]);
  expect(only.facts?.hold.obstacles.map((o) => o.name)).toEqual(['fixed jaw', 'moving jaw', 'stop rod']);
});

describe('how a weak hold is told', () => {
  const margin = (times: number, low: number) => ({
    margins: [
      {
        tool: 3,
        description: 'face mill',
        demand: { sidewaysN: 300, liftN: 40, pressN: 40, torqueNm: 1 },
        times,
        low,
        high: times * 1.3,
        at: { x: 1, y: -2, z: 30 },
        towards: { x: 300, y: 0, z: 40 },
      },
    ],
    unknown: [],
    noTools: false,
    materialMissing: false,
  });

  test.each([
    [0.8, 0.5, 'hold-too-weak', 'stop'],
    [1.2, 0.8, 'hold-margin-small', 'stop'],
  ] as const)('%d times, at worst %d: %s', (times, low, code, level) => {
    expect(marginHolds(margin(times, low), told)).toMatchObject([{ code, level }]);
  });

  test('enough is not talked about', () => {
    expect(marginHolds(margin(3, 2), told)).toEqual([]);
  });

  test('where and which way, for a person at the machine', () => {
    expect(marginHolds(margin(0.8, 0.5), told)[0].says).toBe(
      'T3 face mill: the hold bears 0.80 times its cut (0.50 to 1.04), worst when it pushes to the right and up with 303 N at X +1.000 Y −2.000 Z +30.000.',
    );
    expect(
      [
        { x: 0, y: -5, z: 0 },
        { x: -4, y: 4, z: -1 },
        { x: 0, y: 0, z: 9 },
      ].map(pushInWords),
    ).toEqual(['to the front', 'to the rear left and down', 'up']);
  });
});
