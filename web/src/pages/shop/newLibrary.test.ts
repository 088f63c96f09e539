import { checkShop } from '@violet-jaw/core/job';
import { CLAMP_SCHEMAS, DEVICE_KINDS, EMPTY_SHOP, PIN_SCHEMAS } from '@violet-jaw/core/shop';
import { newBond, newClamp, newDevice, newGaugeSet, newMaterial, newPin } from './newLibrary';

test('whatever can be added on the page Shop is a valid entry of the library, of the kind that was asked for', () => {
  const devices = DEVICE_KINDS.map((kind) => newDevice(kind, `d-${kind}`));
  const clamps = CLAMP_SCHEMAS.map((s) => newClamp(s.properties.kind.const, `c-${s.properties.kind.const}`));
  const pins = PIN_SCHEMAS.map((s) => newPin(s.properties.kind.const, `p-${s.properties.kind.const}`));
  expect(devices.map((d) => d.kind)).toEqual(DEVICE_KINDS);
  const checked = checkShop({
    ...EMPTY_SHOP,
    devices,
    clamps,
    bonds: [newBond('b')],
    materials: [newMaterial('m')],
    pins,
    gaugeSets: [newGaugeSet('g')],
  });
  expect(checked.ok ? [] : checked.problems).toEqual([]);
});
