import type { BodyMeshes } from '../part';
import { Planner } from '../plan';
import type { Kernel } from '../solid';
import type { Planning } from './edits';

/** What a plan hands on of the document as it was entered, what things are called, and what words repeat: no result. */
const AS_ENTERED: ReadonlySet<string> = new Set(['setup', 'device', 'machine', 'clampNames', 'acrossMm']);

/**
 * A result in one form, whatever the order of its fields; numbers count to a ten-millionth: what another order of
 * additions leaves is no other plan.
 */
function result(key: string, value: unknown): unknown {
  if (AS_ENTERED.has(key)) return undefined;
  if (typeof value === 'number') return Number.isFinite(value) ? Math.round(value * 1e7) / 1e7 + 0 : String(value);
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  // the name of its shape is no result either
  const fields = Object.entries(value).filter(([k]) => !(key === 'blank' && k === 'key'));
  return Object.fromEntries(fields.sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** SHA-256 of a text as hex digits: the core brings none of its own. */
export type Sha256 = (text: string) => string;

/** Short hash of all a planner that remembers nothing says of a job, margins and what is in the way included. */
export function planHash(sha256: Sha256, kernel: Kernel, { job, shop }: Planning, bodies: BodyMeshes): string {
  const planner = new Planner(kernel);
  const planned = planner.plan({ job, shop, bodies });
  planner.graph.clear();
  return sha256(JSON.stringify(planned, result)).slice(0, 8);
}
