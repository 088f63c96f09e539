import { isDocument, list, within, type Document } from './document';

/** Version 14: parts that are turned, lathes, round carriers, pressure, changeovers. None so far. */
export function fromVersion13(file: Document): Document {
  const job = within(file.job);
  const setups = Array.isArray(job.setups)
    ? list(job.setups).map((s) => ({ ...s, hold: withCarrier(s.hold) }))
    : job.setups;
  return { ...file, version: 14, shop: shopFromVersion13(file.shop), job: { turned: null, ...job, setups } };
}

function withCarrier(hold: unknown): unknown {
  const before = within(hold);
  return before.family === 'round' ? { roundCarrier: null, ...before } : hold;
}

const ABOUT_AN_AXIS: readonly unknown[] = ['chuck', 'collet', 'rotary axis'];

/** One device of version 13 as it is in version 14. */
export const deviceFromVersion13 = (device: Document): Document =>
  ABOUT_AN_AXIS.includes(device.kind)
    ? { forceAtOneBarN: null, ...(device.kind === 'rotary axis' ? { tailstockAtOneBarN: null } : {}), ...device }
    : device;

function shopFromVersion13(shop: unknown): unknown {
  if (!isDocument(shop)) return shop;
  const { machines, devices } = shop;
  return {
    ...shop,
    machines: Array.isArray(machines) ? list(machines).map(machineFromVersion13) : machines,
    devices: Array.isArray(devices) ? list(devices).map(deviceFromVersion13) : devices,
  };
}

/** One machine of version 13 as it is in version 14. */
export const machineFromVersion13 = (machine: Document): Document => ({ lathe: null, ...machine });
