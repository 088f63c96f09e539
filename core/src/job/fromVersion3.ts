import { list, within, type Document } from './document';

/**
 * Version 4: a setup can hold further pieces on the same device ("further"); a weight has no friction of its own,
 * because it moves with what it lies on; the floor of a pocket carries the part. So that the part stays where it was,
 * a pocket that would lift it off its parallels becomes as deep as they are low.
 */
export function fromVersion3(file: Document): Document {
  const job = within(file.job);
  const devices = list(within(file.shop).devices);
  return {
    ...file,
    version: 4,
    shop: shopFromVersion3(file.shop),
    job: {
      ...job,
      setups: Array.isArray(job.setups)
        ? list(job.setups).map((s) => ({ further: [], ...withDeepPocket(s, devices) }))
        : job.setups,
    },
  };
}

function withDeepPocket(setup: Document, devices: readonly Document[]): Document {
  const closing = within(setup.closing);
  const pocket = within(closing.softJaws);
  const jawHeight = devices.find((d) => d.kind === 'vise' && d.id === setup.device)?.jawHeight;
  const parallels = within(setup.parallels).height;
  if (
    pocket.on !== true ||
    typeof jawHeight !== 'number' ||
    typeof parallels !== 'number' ||
    typeof pocket.depth !== 'number'
  )
    return setup;
  return {
    ...setup,
    closing: { ...closing, softJaws: { ...pocket, depth: Math.max(pocket.depth, jawHeight - parallels) } },
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
