import { checkShop } from '@violet-jaw/core/job';
import { CLAMP_SCHEMAS, DEVICE_SCHEMAS, EMPTY_SHOP } from '@violet-jaw/core/shop';
import { newBond, newClamp, newDevice, newMaterial } from './newLibrary';

test('whatever can be added on the page Shop is a valid entry of the library, of the kind that was asked for', () => {
  const devices = DEVICE_SCHEMAS.map((s) => newDevice(s.properties.kind.const, `d-${s.properties.kind.const}`));
  const clamps = CLAMP_SCHEMAS.map((s) => newClamp(s.properties.kind.const, `c-${s.properties.kind.const}`));
  expect(devices.map((d) => d.kind)).toEqual(DEVICE_SCHEMAS.map((s) => s.properties.kind.const));
  const checked = checkShop({ ...EMPTY_SHOP, devices, clamps, bonds: [newBond('b')], materials: [newMaterial('m')] });
  expect(checked.ok ? [] : checked.problems).toEqual([]);
});
