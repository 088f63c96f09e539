import { oneCut } from '../job';
import { boxMesh, type TriangleMesh } from '../solid';
import { box, tool, vise } from '../testing/fixtures';
import { lightCut, planHeld, strong as strongStrap, table } from '../testing/held';
import {
  boltUse,
  pitchMm,
  plateThreadN,
  proofLoadN,
  slotLipsN,
  stressAreaMm2,
  strapStressMPa,
  wallStandingUp,
} from './sums';

/** A fork: a back and two prongs 5 thick, 30 wide (along the jaws) and 20 high, 20 apart; prongs down. */
function fork(): TriangleMesh {
  const back = boxMesh(box([0, 0, 20], [30, 30, 45]));
  const prongs = [boxMesh(box([0, 0, 0], [30, 5, 20])), boxMesh(box([0, 25, 0], [30, 30, 20]))];
  const all = [back, ...prongs];
  let shift = 0;
  const positions = all.flatMap((m) => [...m.positions]);
  const triangles = all.flatMap((m) => {
    const t = [...m.triangles].map((v) => v + shift);
    shift += m.positions.length / 3;
    return t;
  });
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) };
}

describe('walls between the jaws', () => {
  test('a prong squeezed at its end stands up from its floor: 5 kN, 20 high, 30 wide, 5 thick give 800 N/mm² at the root', () => {
    // F·h/(b·t²/6), cantilever (any mechanics handbook)
    expect(wallStandingUp(5000, { armMm: 20, widthMm: 30, thicknessMm: 5 }, 70).stressMPa).toBeCloseTo(800, 9);
  });

  test('a fork in the vise is open at both ends: not a beam held there, and a stop', async () => {
    const { only, codes } = await planHeld({
      device: { ...vise, jawHeight: 40, ratedForceN: 5000, ratedTorqueNm: 60 },
      part: { file: 'fork.stl', unit: 'mm' },
      mesh: fork(),
      allowance: { zPlus: 0 },
      blank: { kind: 'own solid', solid: { file: 'fork.stl', unit: 'mm' } },
      // gripped from the prongs' tips to their root
      hold: { stop: { side: 'left', position: 60, height: 30, fromJaw: 2.5, face: null } },
      setup: { tools: [] },
    });
    const wall = only.facts!.hold.wall!;
    expect(wall).toMatchObject({
      stands: 'from its floor',
      thicknessMm: expect.closeTo(5, 3),
      spanMm: expect.closeTo(20, 3),
    });
    expect(wall.stressMPa).toBeCloseTo(800, -1);
    expect(codes).toContain('wall-bends');
  });
});

describe('bolts', () => {
  test('inch threads have a pitch of their own', () => {
    // ASME B1.1: 1/2-13 UNC has a tensile stress area of 0.1419 in², 3/8-16 one of 0.0775 in² (from memory)
    expect(pitchMm(12.7)).toBeCloseTo(25.4 / 13, 9);
    expect(stressAreaMm2(12.7) / 25.4 ** 2).toBeCloseTo(0.1419, 3);
    expect(stressAreaMm2(9.525) / 25.4 ** 2).toBeCloseTo(0.0775, 3);
    expect(pitchMm(12)).toBe(1.75);
  });

  test('at the usual tightening an M12 8.8 comes to about nine tenths of its yield with the twist (VDI 2230, from memory: 84 N·m at μ 0.12)', () => {
    // μ 0.12 in thread and head is a torque factor of about 0.16
    const forceN = 84 / (0.16 * 0.012);
    expect(boltUse(forceN, 0.16, 12, '8.8')).toBeGreaterThan(0.85);
    expect(boltUse(forceN, 0.16, 12, '8.8')).toBeLessThan(1);
    expect(boltUse(forceN / 2, 0.16, 12, '8.8')).toBeCloseTo(boltUse(forceN, 0.16, 12, '8.8') / 2, 9);
  });

  const strap = (torque: number) =>
    planHeld({
      device: table,
      part: { block: { x: 100, y: 60, z: 20 } },
      hold: {
        x: { by: 'hand', side: 'left', at: 100, pins: [] },
        y: { by: 'hand', side: 'front', at: 74, pins: [] },
        clamps: [{ id: 'c', clamp: 'strap', x: 110, y: 74 + 30, towards: '-x', torque, toBolt: 30, toHeel: 60 }],
      },
      setup: { cuts: oneCut(2), tools: [tool({ ...lightCut })] },
    });
  test('from three quarters of the proof load a caution, from nine tenths of yield with the twist a stop', async () => {
    const perNm = 1 / (0.2 * 0.012);
    const levels = async (torque: number) =>
      (await strap(torque)).planned.findings
        .filter((f) => /bolt-(over|near)/.test(f.code))
        .map((f) => [f.code, f.level]);
    expect(await levels((0.5 * proofLoadN(12, '8.8')) / perNm)).toEqual([]);
    expect(await levels((0.77 * proofLoadN(12, '8.8')) / perNm)).toEqual([['bolt-near-proof-load', 'caution']]);
    expect(await levels((0.95 * proofLoadN(12, '8.8')) / perNm)).toEqual([['bolt-over-proof-load', 'stop']]);
  });

  test('a strap is a beam over its bolt; a tapped hole in aluminum bears less than the bolt', () => {
    // 10 kN in the middle of 40 + 40 with 20 × 10 of steel left: M = 100 N·m, W = 333 mm³
    expect(
      strapStressMPa(10_000, { toHeelMm: 40, toPartMm: 40, widthMm: 33, thicknessMm: 10, holeMm: 13 }),
    ).toBeCloseTo((10_000 * 20) / ((20 * 100) / 6), 6);
    expect(plateThreadN(12, 25)).toBeLessThan(proofLoadN(12, '12.9'));
  });

  test('a strap whose bolt and heel stand where it presses is told so, not that it bends without end', async () => {
    const held = await planHeld({
      device: table,
      part: { block: { x: 100, y: 60, z: 20 } },
      hold: {
        x: { by: 'hand', side: 'left', at: 100, pins: [] },
        y: { by: 'hand', side: 'front', at: 74, pins: [] },
        clamps: [{ id: 'c', clamp: 'strap', x: 110, y: 104, towards: '-x', torque: 40, toBolt: 0, toHeel: 0 }],
      },
      setup: { tools: [tool({ ...lightCut })] },
    });
    expect(held.codes).toContain('strap-no-lever');
    expect(held.codes).not.toContain('strap-bends');
    expect(JSON.stringify(held.only.findings)).not.toMatch(/Infinity/);
  });

  test('the lips of a slot give before a strong bolt does, and that is told', async () => {
    // two lips 14 high over a nut 22.4 long in shear: 2 · 14 · 22.4 · 60
    expect(slotLipsN(14)).toBeCloseTo(37_632, 6);
    const held = (torque: number) =>
      planHeld({
        device: table,
        part: { block: { x: 100, y: 60, z: 20 } },
        shop: { clamps: [strongStrap] },
        hold: {
          x: { by: 'hand', side: 'left', at: 100, pins: [] },
          y: { by: 'hand', side: 'front', at: 74, pins: [] },
          clamps: [{ id: 'c', clamp: 'strap', x: 110, y: 74 + 30, towards: '-x', torque, toBolt: 30, toHeel: 60 }],
        },
        setup: { cuts: oneCut(2), tools: [tool({ ...lightCut })] },
      });
    const told = async (forceN: number) =>
      (await held(forceN * 0.2 * 0.012)).planned.findings
        .filter((f) => f.code === 'slot-lips-give')
        .map((f) => f.level);
    expect(await told(0.74 * slotLipsN(14))).toEqual([]);
    expect(await told(0.8 * slotLipsN(14))).toEqual(['caution']);
    expect(await told(1.1 * slotLipsN(14))).toEqual(['stop']);
  });
});
