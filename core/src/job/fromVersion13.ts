import { isDocument, list, within, type Document } from './document';

/** Version 14: parts that are turned from bar, and bar lathes. None so far. */
export function fromVersion13(file: Document): Document {
  return { ...file, version: 14, shop: shopFromVersion13(file.shop), job: { turned: null, ...within(file.job) } };
}

function shopFromVersion13(shop: unknown): unknown {
  if (!isDocument(shop)) return shop;
  const { machines } = shop;
  return { ...shop, machines: Array.isArray(machines) ? list(machines).map(machineFromVersion13) : machines };
}

/** One machine of version 13 as it is in version 14. */
export const machineFromVersion13 = (machine: Document): Document => ({ lathe: null, ...machine });
