import type { BodyMeshes } from '../part';
import { Planner } from '../plan';
import type { Kernel } from '../solid';
import type { Edit, Planning } from './edits';

/** The first place at which two plain values differ. */
export function firstDifference(a: unknown, b: unknown, path = ''): string | null {
  if (Object.is(a, b)) return null;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return `${path}: ${JSON.stringify(a)} warm, ${JSON.stringify(b)} cold`;
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
    const found = firstDifference(
      (a as Record<string, unknown>)[key],
      (b as Record<string, unknown>)[key],
      `${path}.${key}`,
    );
    if (found) return found;
  }
  return null;
}

/**
 * A planner that has just planned something else. @param forces known: margins and what is in the way are left out,
 * which is much faster
 */
export class StaleCheck {
  readonly #warm: Planner;

  constructor(
    private readonly kernel: Kernel,
    private readonly bodies: BodyMeshes,
    private readonly forces: 'now' | 'known' = 'now',
  ) {
    this.#warm = new Planner(kernel);
  }

  /** What a planner that still remembers `before` says otherwise than a new one; null: nothing. */
  compare(before: Planning, { path, after }: Edit): string | null {
    this.#warm.plan({ ...before, bodies: this.bodies }, this.forces);
    const warm = plain(this.#warm.plan({ ...after, bodies: this.bodies }, this.forces));
    const cold = new Planner(this.kernel);
    const fresh = plain(cold.plan({ ...after, bodies: this.bodies }, this.forces));
    cold.graph.clear();
    const found = firstDifference(warm, fresh);
    return found && `${path}: ${found}`;
  }
}

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value)) as unknown;
