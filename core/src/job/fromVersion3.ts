import { list, within, type Document } from './document';

/**
 * Version 4: a setup can hold further pieces on the same device ("further"); a weight has no friction of its own, because it
 * moves with what it lies on.
 */
export function fromVersion3(file: Document): Document {
  const job = within(file.job);
  return {
    ...file, version: 4, shop: shopFromVersion3(file.shop),
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map((s) => ({ further: [], ...s })) : job.setups },
  };
}

/** One clamp of version 3 as it is in version 4. */
export function clampFromVersion3(clamp: Document): Document {
  if (clamp.kind !== 'weight') return clamp;
  const { friction: _, ...weight } = clamp;
  return weight;
}

/** A shop's library of version 3 as it is in version 4. */
export function shopFromVersion3(shop: unknown): Document {
  const { clamps, ...rest } = within(shop);
  return { ...rest, clamps: list(clamps).map(clampFromVersion3) };
}
