import { createHash } from 'node:crypto';
import type { BodyMeshes } from '../part';
import { Planner } from '../plan';
import type { Kernel } from '../solid';
import type { Planning } from './edits';

/** What a plan hands on of the document as it was entered: no result. */
const AS_ENTERED: ReadonlySet<string> = new Set(['setup', 'device', 'machine']);

/** A result in one form, whatever the order of its fields; numbers count to a ten-millionth: what another order of additions leaves is no other plan. */
function result(key: string, value: unknown): unknown {
  if (AS_ENTERED.has(key)) return undefined;
  if (typeof value === 'number') return Number.isFinite(value) ? Math.round(value * 1e7) / 1e7 + 0 : String(value);
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  // the name of its shape is no result either
  const fields = Object.entries(value).filter(([k]) => !(key === 'blank' && k === 'key'));
  return Object.fromEntries(fields.sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Short hash of all a planner that remembers nothing says of a job, margins and what is in the way included. */
export function planHash(kernel: Kernel, { job, shop }: Planning, bodies: BodyMeshes, forces: 'now' | 'known' = 'now'): string {
  const planner = new Planner(kernel);
  const planned = planner.plan({ job, shop, bodies }, forces);
  planner.graph.clear();
  return createHash('sha256').update(JSON.stringify(planned, result)).digest('hex').slice(0, 8);
}
