import { newHold, type Setup } from '@violet-jaw/core/job';
import type { Device } from '@violet-jaw/core/shop';
import { setup } from '../../../../core/src/testing/fixtures';
import { demoShop } from '../../../../demo';
import { inHold } from '@violet-jaw/core/holdings';
import { withDevice as inJob } from './withDevice';

const device = (id: string) => demoShop.devices.find((d) => d.id === id)!;
/**
 * The setup of a job in another device. Its hold stays while it means something there; else it is what it was there
 * last, or starts anew.
 */
const withDevice = (s: Setup, d: Device | null) => inJob('job', s, d);

test('another vise keeps what was entered for the first', () => {
  const before = setup({ id: 'same', parallels: { height: 17.4625 } });
  expect(withDevice(before, device('vise-4in'))).toEqual({ ...before, device: 'vise-4in' });
});

test('trying another device loses nothing, none is no hold, and a way that was never tried starts anew', () => {
  const inVise = setup({ id: 'tried', parallels: { height: 17.4625 }, torque: 45 });
  const flat = withDevice(inVise, device('table-mill-1'));
  expect(flat).toMatchObject({ device: 'table-mill-1', hold: newHold('flat') });
  const strapped = inHold('flat', (h) => ({ ...h, under: 3 }))(flat);
  const round = withDevice(strapped, device('collet-25'));
  expect(round.hold).toEqual(newHold('round'));
  expect(withDevice(round, device('vise-150')).hold).toEqual(inVise.hold);
  expect(withDevice(round, device('magnet-300')).hold).toEqual(strapped.hold);
  const none = withDevice(strapped, null);
  expect([none.device, none.hold]).toEqual([null, null]);
  expect(withDevice(none, device('vise-150')).hold).toEqual(inVise.hold);
  // another setup has nothing to go back to
  expect(withDevice({ ...none, id: 'other' }, device('vise-4in')).hold).toMatchObject({
    family: 'vise',
    torque: null,
    parallels: { height: 16 },
  });
});

test('a copy of a job, whose setups have the same names, gets nothing of what was tried in the other', () => {
  const inVise = setup({ id: 'copied', parallels: { height: 17.4625 }, torque: 45 });
  const flat = inJob('one', inVise, device('table-mill-1'));
  expect(inJob('its copy', flat, device('vise-150')).hold).toMatchObject({ torque: null, parallels: { height: 20 } });
  expect(inJob('one', flat, device('vise-150')).hold).toEqual(inVise.hold);
});

test('a hold that is for another kind of device is started anew for this one', () => {
  const wrong = { ...setup({ id: 'wrong' }), device: 'vise-150', hold: newHold('round') };
  expect(withDevice(wrong, device('vise-150')).hold).toMatchObject({ family: 'vise', parallels: { height: 20 } });
});

test('an edit of one way of holding leaves a setup alone that is held in another by now', () => {
  const s = setup();
  expect(inHold('flat', () => newHold('flat', { under: 9 }))(s)).toBe(s);
});

test('how one device stands on another is not said of the next one; the same one keeps it', () => {
  const joint = { by: 'bolts' as const, liftsAtN: null, slidesAtN: null };
  const standsOn = { device: 'plate-400', x: 20, y: 30, height: 25, plusMinus: null, joint };
  const on = { ...setup({ id: 'stacked' }), device: 'vise-150', standsOn };
  expect(withDevice(on, device('vise-150')).standsOn).toEqual(standsOn);
  expect(withDevice(on, device('vise-4in')).standsOn).toBeNull();
  expect(withDevice(on, null).standsOn).toBeNull();
});
