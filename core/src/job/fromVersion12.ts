import { isDocument, list, within, type Document } from './document';

/** Version 13: film, devices on other ones, the order of homing, parts that stay on a rotary axis. None so far. */
export function fromVersion12(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 13,
    shop: shopFromVersion12(file.shop),
    job: {
      ...job,
      blank: { film: null, ...within(job.blank) },
      setups: Array.isArray(job.setups)
        ? list(job.setups).map((s) => ({ standsOn: null, ...s, hold: withStays(s.hold) }))
        : job.setups,
    },
  };
}

function withStays(hold: unknown): unknown {
  const before = within(hold);
  return before.family === 'round' ? { stays: false, ...before } : hold;
}

function shopFromVersion12(shop: unknown): unknown {
  if (!isDocument(shop)) return shop;
  const { machines, devices } = shop;
  return {
    ...shop,
    machines: Array.isArray(machines) ? list(machines).map(machineFromVersion12) : machines,
    devices: Array.isArray(devices) ? list(devices).map(deviceFromVersion12) : devices,
  };
}

/** One device of version 12 as it is in version 13. */
export const deviceFromVersion12 = (device: Document): Document =>
  device.kind === 'rotary axis'
    ? { centreReach: 0, tailstockMark: null, angleCounts: 'against the work', anglesWithin: null, ...device }
    : device;

/** One machine of version 12 as it is in version 13. */
export const machineFromVersion12 = (machine: Document): Document => ({
  safeEnd: null,
  ...machine,
  homing: { order: null, ...within(machine.homing) },
});
