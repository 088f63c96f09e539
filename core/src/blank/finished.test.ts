import { newBlank, NO_ALLOWANCE } from '../job';
import { chuck, planHeld, vacuumPlate } from '../testing/held';
import { skinOfBar, stateWithStock } from '.';

const shaft = { section: 'round', across: 25, bore: 0, length: 80, along: 'z' } as const;

test('a bar thicker than its part: no side of it is touched as a finished face, and it is told', async () => {
  const { planned, only } = await planHeld({
    device: chuck,
    part: { bar: shaft },
    allowance: { zPlus: 1 },
    blank: { kind: 'round bar', along: 'z', across: 28 },
    hold: { forceShare: 80 },
  });
  expect(planned.findings.find((f) => f.code === 'finished-side-has-stock')).toMatchObject({
    level: 'caution',
    numbers: { most: expect.closeTo(1.5, 9) },
  });
  const sides = only.facts!.touchOff.filter((t) => t.axis !== 'z');
  expect(sides.length).toBeGreaterThan(0);
  expect(sides.map((t) => t.surface)).toEqual(sides.map(() => 'sawn'));
  expect(only.facts!.worksheet.map((w) => w.says).join(' ')).not.toMatch(/finished (left|right|front|rear)/);
});

test("a bar of the part's own size may come finished", async () => {
  const { planned, only } = await planHeld({
    device: chuck,
    part: { bar: shaft },
    allowance: { zPlus: 1 },
    blank: { kind: 'round bar', along: 'z', across: 25 },
    hold: { forceShare: 80 },
  });
  expect(planned.findings.map((f) => f.code)).not.toContain('finished-side-has-stock');
  expect(only.facts!.touchOff.filter((t) => t.axis !== 'z').every((t) => t.surface === 'finished')).toBe(true);
});

test('a side of a block that is said to be finished with stock on it is located as sawn', async () => {
  const blank = newBlank({ ...NO_ALLOWANCE, zPlus: 1 });
  const { only, codes, planned } = await planHeld({
    device: vacuumPlate,
    allowance: { xMinus: 2 },
    blank,
    hold: { x: { by: 'fence', side: 'left', at: 100, pins: [] }, y: { by: 'fence', side: 'front', at: 90, pins: [] } },
  });
  expect(planned.findings.map((f) => f.code)).toContain('finished-side-has-stock');
  expect(only.facts!.says.seat).toContain('sawn left face on the left fence');
  expect(codes).toContain('located-by-raw-face');
});

test('a blank that becomes a bar has a raw skin; its ends stay as they were said', () => {
  const blank = newBlank({ ...NO_ALLOWANCE, zPlus: 1 });
  expect(skinOfBar(blank, 'z')).toEqual({
    xMinus: 'raw',
    xPlus: 'raw',
    yMinus: 'raw',
    yPlus: 'raw',
    zMinus: 'finished',
    zPlus: 'sawn',
  });
  expect(stateWithStock(blank, { ...NO_ALLOWANCE, xMinus: 1e-9 }, '-x')).toBe('finished');
  expect(stateWithStock(blank, { ...NO_ALLOWANCE, xMinus: 1e-3 }, '-x')).toBe('sawn');
});
