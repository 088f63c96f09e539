import { isDocument, list, within, type Document } from './document';

/** Version 6: a station tells for which devices it was measured. Stations of older documents do not tell, and count for any. */
export function fromVersion5(file: Document): Document {
  return { ...file, version: 6, shop: shopFromVersion5(file.shop) };
}

/** One machine of version 5 as it is in version 6. */
export function machineFromVersion5(machine: Document): Document {
  return { ...machine, stations: Array.isArray(machine.stations) ? list(machine.stations).map((station) => ({ measuredFor: [], ...station })) : machine.stations };
}

/** A shop's library of version 5 as it is in version 6. */
export function shopFromVersion5(shop: unknown): Document {
  const { machines, ...rest } = within(shop);
  return { ...rest, machines: Array.isArray(machines) ? machines.map((m: unknown) => (isDocument(m) ? machineFromVersion5(m) : m)) : machines };
}
