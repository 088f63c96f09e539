import { demoGaugeSets, demoPins } from '../../../demo/pins';
import { checkShop } from '../job';
import { EMPTY_SHOP, pinDiameter, type Pin } from '.';

test('an edge pin is as thick as it was measured, else as it is called', () => {
  const pins = demoPins.filter((p): p is Extract<Pin, { kind: 'edge pin' }> => p.kind === 'edge pin');
  expect(pins.map(pinDiameter)).toEqual([9.996, 12, 20.004]);
});

test('pins and sets of gauge blocks are part of the library, and wrong ones are named', () => {
  expect(checkShop({ ...EMPTY_SHOP, pins: demoPins, gaugeSets: demoGaugeSets }).ok).toBe(true);
  const wrong = checkShop({ ...EMPTY_SHOP, gaugeSets: [{ id: 'g', name: '', set: '12 pieces' as never }] });
  expect(wrong.ok ? [] : wrong.problems.join()).toContain('gaugeSets');
  expect(checkShop({ ...EMPTY_SHOP, pins: [{ ...demoPins[0], diameter: -1 } as never] }).ok).toBe(false);
});
