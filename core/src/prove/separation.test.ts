import { newHold, type Separation, type Setup, oneCut } from '../job';
import { board, lightCut, planHeld, tape } from '../testing/held';
import { placeTabs, tabBears, tabsHoldN } from './separation';

const square = [
  [
    [0, 0],
    [100, 0],
    [100, 60],
    [0, 60],
  ],
] as const;

describe('where tabs go', () => {
  test('spread over the straight outside edges', () => {
    const tabs = placeTabs(square, 4, 6);
    expect(tabs).toHaveLength(4);
    for (const {
      at: [x, y],
    } of tabs)
      expect(x === 0 || x === 100 || y === 0 || y === 60).toBe(true);
    for (const {
      at: [x, y],
    } of tabs)
      expect(Math.min(x, 100 - x) > 4.9 || Math.min(y, 60 - y) > 4.9).toBe(true);
  });

  test('moved along its edge, as far as the edge goes; the others stay', () => {
    const even = placeTabs(square, 4, 6);
    const moved = placeTabs(square, 4, 6, [0, 7.5, -1000]);
    const shift = moved.map((t, i) => Math.hypot(t.at[0] - even[i].at[0], t.at[1] - even[i].at[1]));
    expect(shift[0]).toBe(0);
    expect(shift[1]).toBeCloseTo(7.5, 9);
    expect(moved[1].moved).toBeCloseTo(7.5, 9);
    // 5 from the corner: half the tab and 2 more
    expect(shift[2]).toBeCloseTo(-moved[2].room[0], 9);
    const corner = Math.min(...square[0].map(([x, y]) => Math.hypot(moved[2].at[0] - x, moved[2].at[1] - y)));
    expect(corner).toBeCloseTo(5, 9);
    expect(shift[3]).toBe(0);
  });

  test('never on holes, and never on a curved edge', () => {
    const circle = Array.from(
      { length: 180 },
      (_, i) => [50 * Math.cos((i * Math.PI) / 90), 50 * Math.sin((i * Math.PI) / 90)] as const,
    );
    expect(placeTabs([circle], 4, 6)).toEqual([]);
    const hole = [...square[0]].reverse();
    expect(placeTabs([hole], 4, 6)).toEqual([]);
  });

  test('as many as fit and no more', () => {
    expect(
      placeTabs(
        [
          [
            [0, 0],
            [12, 0],
            [12, 12],
            [0, 12],
          ],
        ],
        9,
        6,
      ),
    ).toHaveLength(4);
  });

  test('one tab 6 × 1 across a slot of 6 in EN AW-6082 at 250 N/mm²: it bends at 83 N, long before it shears at 865 N', () => {
    // beam held at both ends, one end moved: M = F·L/2, W = b·h²/6 (any mechanics handbook)
    const bears = tabBears(6, 1, 6, 250);
    expect(bears.upN).toBeCloseTo(83.33, 2);
    expect(bears.shearN).toBeCloseTo(865.5, 1);
    expect(bears.sidewaysN).toBeCloseTo(500, 9);
    // half of four tabs, the weakest way, less a quarter
    expect(tabsHoldN(4, bears)).toBeCloseTo(2 * 83.333 * 0.75, 2);
    expect([tabsHoldN(1, bears), tabsHoldN(0, bears)]).toEqual([expect.closeTo(62.5, 1), 0]);
  });
});

describe('a part about to come free', () => {
  const lies = {
    x: { by: 'hand' as const, side: 'left' as const, at: 100, pins: [] },
    y: { by: 'hand' as const, side: 'front' as const, at: 90, pins: [] },
    bond: 'tape',
  };
  const free = (separation: Partial<Separation>, more: Partial<Omit<Setup, 'hold'>> = {}, forces = true) =>
    planHeld({
      device: board,
      forces,
      part: { block: { x: 100, y: 60, z: 4 } },
      allowance: { xMinus: 15, xPlus: 15, yMinus: 15, yPlus: 15, zPlus: 0 },
      hold: { ...lies, separation: { ...newHold('flat').separation, ...separation } },
      setup: {
        cuts: oneCut(4, { clears: 'outline', width: 6 }),
        tools: [{ ...lightCut, feedPerTooth: 0.02 }],
        ...more,
      },
    });
  const about = ['part-comes-free', 'freed-part-not-held', 'tabs-without-place', 'tabs-too-weak'];
  const said = async (...args: Parameters<typeof free>) => (await free(...args)).codes.filter((c) => about.includes(c));

  test('nothing said about what keeps it is a stop; tabs, a skin or a proven hold is not', async () => {
    expect(await said({ way: 'none' })).toEqual(['part-comes-free']);
    expect(await said({ way: 'tabs' })).toEqual([]);
    expect(await said({ way: 'skin' })).toEqual([]);
    expect(
      await said({ way: 'hold' }, { tools: [{ ...lightCut, feedPerTooth: 0.01, material: 'carbide', helix: 0 }] }),
    ).toEqual([]);
  });

  test('how it is kept reaches the operator', async () => {
    const steps = async (separation: Partial<Separation>) => {
      const { hold } = (await free(separation, {}, false)).only.facts!;
      return [...hold.steps, ...hold.release].join(' ');
    };
    expect(await steps({ way: 'skin', skin: { leave: 0.2, offWall: 0.1 } })).toContain(
      'a skin of 0.200 mm; then one light pass through it, 0.100 mm off the wall',
    );
    expect(await steps({ way: 'tabs', tabs: { count: 3, width: 5, height: 1, moved: [] } })).toMatch(
      /3 tabs, 5\.000 mm wide and 1\.000 mm high.*dress them/,
    );
    expect(await steps({ way: 'hold' })).not.toMatch(/skin|tabs/);
  });

  test('a skin that is left is no separation at all', async () => {
    expect(await said({ way: 'none' }, { cuts: oneCut(3.873) })).toEqual([]);
  });

  test('a hold that is not proven does not count', async () => {
    expect(await said({ way: 'hold' }, { tools: [] })).toEqual(['freed-part-not-held']);
    expect(
      await said(
        { way: 'hold' },
        { tools: [{ ...lightCut, diameter: 20, cutDepth: 4, cutWidth: 20, feedPerTooth: 0.3, flutes: 4 }] },
      ),
    ).toEqual(['freed-part-not-held']);
  });

  test('tabs too thin for the cut are told', async () => {
    expect(await said({ way: 'tabs', tabs: { count: 1, width: 0.1, height: 0.1, moved: [] } })).toEqual([
      'tabs-too-weak',
    ]);
  });

  test('cut free, only the tape under the part counts; with tabs the frame helps', async () => {
    const area = async (way: 'hold' | 'tabs') =>
      (await free({ way }, {}, false)).only.facts!.hold.contacts.find((c) => c.kind === 'bond')!.areaMm2;
    expect(await area('hold')).toBeCloseTo(100 * 60, 1);
    expect(await area('tabs')).toBeGreaterThan(100 * 60);
    expect(tape.thickness).toBe(0.1);
  });

  test('cut along the outline, the frame is no metal that was never reached, and does not go on to the next setup', async () => {
    const { planned } = await free({ way: 'tabs' });
    expect(planned.unreached?.pieces).toEqual([]);
    expect(planned.setups[0].material.leftMm3).toBeGreaterThan(100 * 60 * 4 + 1);
  });
});
