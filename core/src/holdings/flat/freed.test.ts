import { oneCut } from '../../job';
import { board, type Held } from '../../testing/held';
import { clampAt, forced, kept, lying } from '../../testing/onFlat';

describe('several parts that one cut frees', () => {
  const cut = { cuts: oneCut(5.2, { clears: 'outline', width: 6 }) };
  const separation = kept({ way: 'hold' });
  const copies = (x: number, y: number, more: Partial<Held> = {}) =>
    forced(board, { bond: 'tape', bondInset: 0, separation }, cut, {
      part: { block: { x: 40, y: 40, z: 5 } },
      allowance: { xMinus: 10, xPlus: 10, yMinus: 10, yPlus: 10, zPlus: 0 },
      copies: { x, y, gap: 8, cutter: 6 },
      ...more,
    });

  test('hold by themselves: each only on the area under it, and no better for having neighbors', async () => {
    const [one, four] = [await copies(1, 1), await copies(2, 2)];
    const { hold } = four.only.facts!;
    expect(one.only.facts!.hold.freed).toHaveLength(1);
    // the fence stands against the frame that is cut away, not against the part
    expect(one.only.facts!.hold.freed[0].contacts.map((c) => c.name)).toEqual([
      'sacrificial board',
      'double-sided tape',
    ]);
    expect(hold.freed.map((f) => f.areaMm2)).toEqual(
      [1600, 1600, 1600, 1600].map((a) => expect.closeTo(a, 3) as number),
    );
    expect(hold.freed[0].contacts.find((c) => c.kind === 'bond')!.shearN).toBeCloseTo(1600 * 0.9 * 0.2, 3);
    expect(four.only.forces!.margin.margins[0].times).toBeCloseTo(one.only.forces!.margin.margins[0].times, 1);
  }, 60_000);

  test('a fence still holds a part that has no stock on that side', async () => {
    const { only } = await copies(1, 1, { allowance: { xMinus: 0, xPlus: 10, yMinus: 10, yPlus: 10, zPlus: 0 } });
    expect(only.facts!.hold.freed[0].contacts.map((c) => c.name)).toEqual([
      'sacrificial board',
      'double-sided tape',
      'left fence',
    ]);
  });

  test('a screw holds the one it goes through, not its neighbor', async () => {
    const screw = {
      kind: 'screw',
      id: 'screw',
      name: 'Screw',
      shank: 4,
      head: 8,
      headHeight: 0,
      length: 20,
      holdN: 400,
    } as const;
    // laid at 100 and 90: the first copy begins at 110 and 100
    const { only } = await forced(board, { clamps: [clampAt(130, 120, { clamp: 'screw' })], separation }, cut, {
      part: { block: { x: 40, y: 40, z: 5 } },
      allowance: { xMinus: 10, xPlus: 10, yMinus: 10, yPlus: 10, zPlus: 0 },
      copies: { x: 2, gap: 8, cutter: 6 },
      shop: { clamps: [screw] },
    });
    expect(only.facts!.hold.freed.map((f) => f.contacts.filter((c) => c.name === 'screw 1').length)).toEqual([1, 0]);
    expect(only.findings.map((f) => f.code)).toContain('freed-part-not-held');
  }, 60_000);

  test('need their tabs each', async () => {
    const { only } = await copies(2, 1, {
      hold: lying({
        bond: 'tape',
        separation: kept({ way: 'tabs', tabs: { count: 3, width: 6, height: 1, moved: [] } }),
      }),
    });
    expect(only.facts!.separation).toMatchObject({
      tabsMissing: 0,
      tabsHoldN: expect.closeTo(((2 * 200 * 6) / 6 / only.setup.cuts[0].width) * 0.75, 6),
    });
    expect(only.facts!.separation!.tabs).toHaveLength(6);
  }, 60_000);
});
