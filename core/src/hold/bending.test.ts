import { type Setup, oneCut } from '../job';
import { loadKernel } from '../solid';
import { meshOf } from '../testing/againstOracle';
import type { Cuboid } from '../testing/randomJobs';
import { tool, vise } from '../testing/fixtures';
import { aluminium, chuck, planHeld, table } from '../testing/held';

/**
 * A milling cut; its force is taken from the margin, so that only the bending is looked at. Beams and plates of any
 * mechanics handbook.
 */
const cut = tool({
  number: 3,
  description: 'end mill',
  diameter: 10,
  flutes: 2,
  feedPerTooth: 0.05,
  cutDepth: 2,
  cutWidth: 5,
  helix: 30,
  use: 'milling',
});
const E_MPA = aluminium.youngGPa * 1000;

describe('what has nothing behind it gives under the cut', () => {
  test('a bar that stands 90 out of the jaws: F·L³/(3·E·I) and F·L·c/I, the weaker way', async () => {
    const { only, codes } = await planHeld({
      device: { ...vise, jawWidth: 100, maxOpening: 150 },
      part: { block: { x: 180, y: 12, z: 20 } },
      forces: true,
      hold: { parallels: { height: 25 }, stop: { side: 'left', position: 10, height: 34, fromJaw: 6, face: null } },
      setup: { tools: [cut] },
    });
    const { margin } = only.forces!;
    const bend = only.forces!.bend!.worst;
    const demand = margin.margins[0].demand;
    // gripped from 10 to the jaws' right end at 100: 90 stand out; sideways 20 high and 12 wide
    const inertia = (20 * 12 ** 3) / 12;
    expect(bend).toMatchObject({
      where: 'beyond the jaws at its right end',
      way: 'sideways',
      spanMm: expect.closeTo(90, 3),
      forceN: demand.sidewaysN,
    });
    expect(bend!.deflectionMm / ((demand.sidewaysN * 90 ** 3) / (3 * E_MPA * inertia))).toBeCloseTo(1, 1);
    expect(bend!.stressMPa / ((demand.sidewaysN * 90 * 6) / inertia)).toBeCloseTo(1, 1);
    expect(codes).toContain('part-gives');
  });

  test('the same bar gripped over its whole length gives nothing', async () => {
    const { only, codes } = await planHeld({
      device: { ...vise, jawWidth: 200, maxOpening: 150 },
      part: { block: { x: 180, y: 12, z: 20 } },
      forces: true,
      hold: { parallels: { height: 25 }, stop: { side: 'left', position: 10, height: 34, fromJaw: 6, face: null } },
      setup: { tools: [cut] },
    });
    expect(only.forces!.bend!.worst?.deflectionMm ?? 0).toBeLessThan(0.001);
    expect(codes).not.toContain('part-gives');
  });

  const plateHeld = (z: number) =>
    planHeld({
      device: table,
      part: { block: { x: 200, y: 40, z } },
      forces: true,
      setup: { tools: [cut] },
      hold: {
        x: { by: 'hand', side: 'left', at: 100, pins: [] },
        y: { by: 'hand', side: 'front', at: 74, pins: [] },
        clamps: [
          { id: 'a', clamp: 'strap', x: 105, y: 94, towards: '-x', torque: 40, toBolt: 30, toHeel: 60 },
          { id: 'b', clamp: 'strap', x: 295, y: 94, towards: '+x', torque: 40, toBolt: 30, toHeel: 60 },
        ],
      },
    });

  test('a plate between two straps is lifted by the helix: F·a²·b²/(3·E·I·L) in its middle', async () => {
    const { only } = await plateHeld(5);
    const { margin } = only.forces!;
    const bend = only.forces!.bend!.worst;
    expect(bend).toMatchObject({
      where: 'between what presses it down',
      way: 'up',
      spanMm: expect.closeTo(182, 0),
      forceN: margin.margins[0].demand.liftN,
    });
    const inertia = (40 * 5 ** 3) / 12;
    expect(bend!.deflectionMm / ((bend!.forceN * 182 ** 3) / (48 * E_MPA * inertia))).toBeCloseTo(1, 1);
  });

  test('twice as thick it gives an eighth', async () => {
    const [thin, thick] = [await plateHeld(5), await plateHeld(10)].map((p) => p.only.forces!.bend!.worst!);
    expect(thin.deflectionMm / thick.deflectionMm).toBeCloseTo(8, 6);
  });

  test('a round bar that stands 100 out of a chuck: F·L³/(3·E·π·d⁴/64)', async () => {
    const { only } = await planHeld({
      device: chuck,
      part: { bar: { section: 'round', across: 20, bore: 0, length: 130, along: 'z' } },
      forces: true,
      blank: { kind: 'round bar', along: 'z', across: 20 },
      setup: { tools: [cut] },
    });
    const { margin } = only.forces!;
    const bend = only.forces!.bend!.worst;
    expect(bend).toMatchObject({ where: 'above the jaws', way: 'sideways', spanMm: expect.closeTo(100, 3) });
    expect(
      bend!.deflectionMm / ((margin.margins[0].demand.sidewaysN * 100 ** 3) / ((3 * E_MPA * Math.PI * 20 ** 4) / 64)),
    ).toBeCloseTo(1, 1);
  });

  test('a floor 0.8 thin over 50 × 50 bends under a drill that presses on it: 0.0116·F·s²/D', async () => {
    const drill = tool({
      number: 4,
      description: 'drill',
      diameter: 5,
      flutes: 2,
      feedPerTooth: 0.05,
      use: 'drilling',
    });
    const pocketed = await planHeld({
      device: { ...vise, maxOpening: 150 },
      part: { block: { x: 50, y: 50, z: 0.8 } },
      allowance: { zPlus: 20 },
      forces: true,
      hold: { parallels: { height: 25 }, stop: { side: 'left', position: 10, height: 34, fromJaw: 15, face: null } },
      setup: { tools: [drill] },
    });
    const { margin } = pocketed.only.forces!;
    const bend = pocketed.only.forces!.bend!.worst;
    const stiffness = (E_MPA * 0.8 ** 3) / (12 * (1 - 0.3 ** 2));
    expect(bend).toMatchObject({ where: 'in the middle of its floor', spanMm: expect.closeTo(50, 0) });
    expect(bend!.deflectionMm / ((0.0116 * margin.margins[0].demand.pressN * 50 ** 2) / stiffness)).toBeCloseTo(1, 1);
  });

  const ofBoxes = async (boxes: Cuboid[], setup: Partial<Setup>) =>
    planHeld({
      device: { ...vise, jawWidth: 100, maxOpening: 150 },
      part: { file: 'boxes.stl', unit: 'mm' },
      mesh: meshOf(await loadKernel(), boxes),
      forces: true,
      hold: { parallels: { height: 25 }, stop: { side: 'left', position: 10, height: 34, fromJaw: 6, face: null } },
      setup: { tools: [cut], ...setup },
    });

  test('two prongs that stand up, 5 thick and 40 high: one of them takes the force, F·h³/(3·E·I)', async () => {
    const { only } = await ofBoxes(
      [
        [0, 0, 0, 60, 30, 30],
        [0, 0, 30, 5, 30, 70],
        [55, 0, 30, 60, 30, 70],
      ],
      { cuts: oneCut(40) },
    );
    const { worst } = only.forces!.bend!;
    expect(worst).toMatchObject({ where: 'above the jaws', way: 'sideways' });
    expect(worst!.deflectionMm / ((worst!.forceN * 40 ** 3) / ((3 * E_MPA * (30 * 5 ** 3)) / 12))).toBeCloseTo(1, 1);
    expect(worst!.stressMPa / ((worst!.forceN * 40 * 2.5) / ((30 * 5 ** 3) / 12))).toBeCloseTo(1, 1);
  });

  test('two rails along the part: joined at their end they share the force, open there one takes it alone', async () => {
    const rails: Cuboid[] = [
      [0, 0, 0, 110, 30, 20],
      [110, 0, 0, 170, 10, 20],
      [110, 20, 0, 170, 30, 20],
    ];
    const sideways = async (end: Cuboid[]) => {
      const { worst } = (await ofBoxes([...rails, ...end], { cuts: oneCut(20) })).only.forces!.bend!;
      expect(worst).toMatchObject({ where: 'beyond the jaws at its right end', way: 'sideways' });
      return worst!.deflectionMm / worst!.forceN;
    };
    // held to the jaws' end at 100, so 90 stand out; the end that joins them is stiff
    const [open, joined] = [
      await sideways([
        [170, 0, 0, 180, 10, 20],
        [170, 20, 0, 180, 30, 20],
      ]),
      await sideways([[170, 0, 0, 180, 30, 20]]),
    ];
    const solid = (90 ** 3 - 70 ** 3) / ((3 * E_MPA * (20 * 30 ** 3)) / 12);
    expect(open / (solid + 70 ** 3 / ((3 * E_MPA * (20 * 10 ** 3)) / 12))).toBeCloseTo(1, 1);
    expect(joined / (solid + (70 ** 3 - 10 ** 3) / ((3 * E_MPA * 2 * (20 * 10 ** 3)) / 12))).toBeCloseTo(1, 1);
  });

  test('a web 0.4 thick is found, however thin: nearly all the bending is in it', async () => {
    const { only } = await ofBoxes(
      [
        [0, 0, 0, 110, 30, 20],
        [110, 0, 0, 120, 30, 0.4],
        [120, 0, 0, 180, 30, 20],
      ],
      { cuts: oneCut(20) },
    );
    const { worst } = only.forces!.bend!;
    expect(worst).toMatchObject({ way: 'up and down' });
    expect(worst!.stressMPa).toBeGreaterThan(aluminium.yieldMPa);
  });

  test('a place without material between the cut and the jaws is not passed over', async () => {
    const { only, codes } = await ofBoxes(
      [
        [0, 0, 0, 110, 30, 20],
        [120, 0, 0, 180, 30, 20],
      ],
      { cuts: oneCut(20) },
    );
    expect(only.forces!.bend!.unknown).toEqual([
      { where: 'beyond the jaws at its right end', spanMm: expect.closeTo(90, 3) },
    ]);
    expect(codes).toContain('bending-not-computed');
  });
});
