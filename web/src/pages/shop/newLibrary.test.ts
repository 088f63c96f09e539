import { checkShop } from '@violet-jaw/core/job';
import { CLAMP_SCHEMAS, DEVICE_KINDS, EMPTY_SHOP } from '@violet-jaw/core/shop';
import { newBond, newClamp, newDevice, newMaterial } from './newLibrary';

test('whatever can be added on the page Shop is a valid entry of the library, of the kind that was asked for', () => {
  const devices = DEVICE_KINDS.map((kind) => newDevice(kind, `d-${kind}`));
  const clamps = CLAMP_SCHEMAS.map((s) => newClamp(s.properties.kind.const, `c-${s.properties.kind.const}`));
  expect(devices.map((d) => d.kind)).toEqual(DEVICE_KINDS);
  const checked = checkShop({ ...EMPTY_SHOP, devices, clamps, bonds: [newBond('b')], materials: [newMaterial('m')] });
  expect(checked.ok ? [] : checked.problems).toEqual([]);
});
