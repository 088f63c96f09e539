import { isDocument, list, within, type Document } from './document';

/** Version 13: film, devices on other ones, the order of homing. Nobody has told any so far. */
export function fromVersion12(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 13,
    shop: shopFromVersion12(file.shop),
    job: {
      ...job,
      blank: { film: null, ...within(job.blank) },
      setups: Array.isArray(job.setups) ? list(job.setups).map((s) => ({ standsOn: null, ...s })) : job.setups,
    },
  };
}

function shopFromVersion12(shop: unknown): unknown {
  if (!isDocument(shop) || !Array.isArray(shop.machines)) return shop;
  return { ...shop, machines: list(shop.machines).map(machineFromVersion12) };
}

/** One machine of version 12 as it is in version 13. */
export const machineFromVersion12 = (machine: Document): Document => ({
  safeEnd: null,
  ...machine,
  homing: { order: null, ...within(machine.homing) },
});
