import { newHold, oneCut } from '../../job';
import { loadKernel } from '../../solid';
import { meshOf } from '../../testing/againstOracle';
import { board, planHeld, plate, strap, strong, table, tape, type Held } from '../../testing/held';
import { vise } from '../../testing/fixtures';

const lies = {
  x: { by: 'fence' as const, side: 'left' as const, at: 100, pins: [] },
  y: { by: 'fence' as const, side: 'front' as const, at: 90, pins: [] },
  pinHeight: 5,
};

/** What is said under a code; empty: nothing. */
async function said(code: string, held: Held): Promise<[level: string, says: string][]> {
  const { only } = await planHeld(held);
  return only.findings.filter((f) => f.code === code).map((f) => [f.level, f.says]);
}

describe('a vise', () => {
  const soft = { ...vise, jaws: 'soft' as const };
  const pocket = (change: object) => ({
    softJaws: { ...newHold('vise').softJaws, on: true, depth: 12, ledge: 3, cutter: 6, ...change },
  });

  test('that grips far beside its middle is cautioned, with the force that is left; in the middle it is not', async () => {
    const block = { block: { x: 40, y: 60, z: 20 } };
    const at = (position: number) =>
      said('grip-off-center', {
        device: vise,
        part: block,
        hold: { stop: { side: 'left', position, height: 32, fromJaw: 15, face: null } },
      });
    // jaws 150 wide: the middle is 75; a block of 40 at 100 has its own at 120
    expect(await at(100)).toEqual([
      [
        'caution',
        expect.stringMatching(
          /^The part is gripped 45\.000 mm right of the middle of the jaws: the moving jaw yaws, and only 14\.0 kN are counted\.$/,
        ),
      ],
    ]);
    expect(await at(10)).toEqual([['caution', expect.stringMatching(/45\.000 mm left/)]]);
    expect(await at(55)).toEqual([]);
  });

  test('a cutter as wide as the part does not go into its pocket; a hollow in the part is no part of the pocket', async () => {
    const narrow = (y: number) =>
      said('pocket-cutter-too-wide', {
        device: soft,
        part: { block: { x: 60, y, z: 20 } },
        hold: pocket({ ledge: 1 }),
      });
    expect(await narrow(5)).toEqual([['stop', expect.stringMatching(/6\.000/)]]);
    expect(await narrow(7)).toEqual([]);
    // walls of 4 round a hollow of 52: the jaws close round the outside
    const tube = {
      device: soft,
      part: { bar: { section: 'tube' as const, across: 60, bore: 52, length: 20, along: 'z' as const } },
      blank: { kind: 'tube' as const, across: 60, bore: 52, along: 'z' as const },
    };
    expect(await said('pocket-cutter-too-wide', { ...tube, hold: pocket({}) })).toEqual([]);
  });

  test('a part that only reaches over the pocket is located by nothing', async () => {
    // a tongue over the jaws, the body below the pocket's floor
    const kernel = await loadKernel();
    const held: Held = {
      device: soft,
      part: { file: 'boxes.stl', unit: 'mm' },
      mesh: meshOf(kernel, [[0, 0, 0, 60, 40, 20]]),
      hold: { ...pocket({ depth: 45, ledge: 3 }), parallels: { height: 39.99995 } },
    };
    expect(await said('pocket-locates-nothing', held)).toEqual([
      [
        'stop',
        expect.stringMatching(/^Nothing of the part stands in the pocket: its left pocket wall touches nothing\.$/),
      ],
    ]);
  });
});

describe('a flat device', () => {
  test('a bolt near what the tapped hole bears is cautioned, and above it stopped', async () => {
    const at = async (torque: number) =>
      (
        await said('plate-thread-strips', {
          device: { ...plate, kind: 'fixture plate', thread: 12, thickness: 12 } as typeof plate,
          shop: { clamps: [strong] },
          hold: {
            ...lies,
            clamps: [{ id: 'c', clamp: strong.id, x: 110, y: 120, towards: '-x', torque, toBolt: 10, toHeel: 40 }],
          },
        })
      ).map(([level]) => level);
    expect(await at(20)).toEqual([]);
    expect(await at(200)).toEqual(['stop']);
  });

  test('tape that is not in the shop is a stop', async () => {
    expect(await said('bond-missing', { device: board, hold: { ...lies, bond: 'sold' } })).toEqual([
      ['stop', 'The tape or adhesive is not in the shop.'],
    ]);
    expect(
      await said('bond-missing', { device: board, hold: { ...lies, bond: 'tape' }, shop: { bonds: [tape] } }),
    ).toEqual([]);
  });

  test('a board that is larger than the travel is cautioned, with by how much', async () => {
    expect(
      await said('board-larger-than-travel', { device: { ...board, width: 900 } as typeof board, hold: lies }),
    ).toEqual([['caution', 'The board is larger than the travel allows: X by 160.000 mm, with the margin wanted.']]);
    expect(await said('board-larger-than-travel', { device: board, hold: lies })).toEqual([]);
  });

  test('a cut into the table is a stop; one that ends exactly at the underside is asked about, one that stays above is neither', async () => {
    const cut = (below: number) => ({
      device: table,
      allowance: { xMinus: 10 },
      hold: {
        ...lies,
        clamps: [
          { id: 'c', clamp: strap.id, x: 160, y: 120, towards: '+x' as const, torque: 30, toBolt: 30, toHeel: 60 },
        ],
      },
      setup: { cuts: oneCut(below) },
    });
    expect(await said('cut-into-device', cut(20.5))).toEqual([
      ['stop', 'The lowest cut is 0.500 mm below the top of the T-slot table.'],
    ]);
    expect(await said('cut-ends-at-underside', cut(20))).toEqual([
      ['caution', expect.stringMatching(/^The lowest cut ends exactly at the underside, on the T-slot table/)],
    ]);
    for (const code of ['cut-into-device', 'cut-ends-at-underside']) expect(await said(code, cut(19))).toEqual([]);
  });
});
