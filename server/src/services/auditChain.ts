import { createHash } from 'node:crypto';

/** What the first entry follows. */
export const CHAIN_START = '0'.repeat(64);

/** An entry of the audit list, as far as it is sealed. Times have whole seconds, as they are kept. */
export interface ChainedEntry {
  readonly place: number;
  readonly at: Date;
  readonly accountId: string | null;
  readonly name: string;
  readonly action: string;
  readonly jobId: string | null;
  readonly detail: string;
}

/**
 * The seal of an entry: of what stands in it and of the seal before it, so that none can be changed, taken out or put
 * between (SHA-256, FIPS 180-4).
 */
export function sealOf(before: string, { place, at, accountId, name, action, jobId, detail }: ChainedEntry): string {
  return createHash('sha256')
    .update(JSON.stringify([before, place, at.toISOString(), accountId, name, action, jobId, detail]))
    .digest('hex');
}
