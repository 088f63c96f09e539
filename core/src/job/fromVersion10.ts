import { list, within, type Document } from './document';

const NOT_SAID = { x: null, y: null, z: null };

/** Version 11: how exactly things lie. Nobody has said so far, and nothing is asked to meet. */
export function fromVersion10(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 11,
    shop: shopFromVersion10(file.shop),
    job: {
      meets: [],
      ...job,
      blank: { plusMinus: null, ...within(job.blank) },
      setups: Array.isArray(job.setups)
        ? list(job.setups).map((s) => ({
            // first, so that what is brought up to date twice reads the same
            handChecks: [],
            exact: NOT_SAID,
            ...s,
            hold: withPointer(s.hold),
            touchOff: { plusMinus: null, everyPart: false, ...within(s.touchOff) },
          }))
        : job.setups,
    },
  };
}

/** What is set by position is shown by nothing yet. */
function withPointer(hold: unknown): unknown {
  const before = within(hold);
  return before.family === 'flat' ? { pointer: { tool: null, clearance: 2 }, ...before } : hold;
}

/** A shop's library of version 10 as it is in version 11. */
export function shopFromVersion10(shop: unknown): Document {
  const before = within(shop);
  const { devices } = before;
  return { ...before, devices: Array.isArray(devices) ? list(devices).map(deviceFromVersion10) : devices };
}

export const deviceFromVersion10 = (device: Document): Document => ({ locatesWithin: null, ...device });
