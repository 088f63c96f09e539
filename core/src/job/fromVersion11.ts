import { isDocument, list, within, type Document } from './document';

/** Version 12: dowels on which a blank is put back, pins along any edge, ears. Nobody has had any so far. */
export function fromVersion11(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 12,
    shop: shopFromVersion11(file.shop),
    job: {
      dowels: null,
      ...job,
      blank: { ears: [], ...within(job.blank) },
      setups: Array.isArray(job.setups)
        ? list(job.setups).map((s) => ({ ...s, hold: withDowels(s.hold) }))
        : job.setups,
    },
  };
}

function withDowels(hold: unknown): unknown {
  const before = within(hold);
  return before.family === 'flat' ? { dowels: null, edgePins: null, nest: null, ...before } : hold;
}

/** A shop's library of version 11 as it is in version 12: no pins and gauge blocks are in it yet. */
const shopFromVersion11 = (shop: unknown): unknown => (isDocument(shop) ? { pins: [], gaugeSets: [], ...shop } : shop);
