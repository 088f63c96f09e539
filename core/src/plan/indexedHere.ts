import { indexedFrom, type IndexHere } from '../holdings';
import { isHoldIn, standsWhere, type Setup } from '../job';
import type { Device } from '../shop';
import type { PlannedSetup } from './planned';

/**
 * How the part of a setup is turned that is to stay in the jaws; null: it is not to.
 * @param before the setups before it
 */
export function indexedHere(setup: Setup, device: Device | null, before: readonly PlannedSetup[]): IndexHere | null {
  const { hold } = setup;
  if (!device || !isHoldIn('round', hold) || !hold.stays) return null;
  const last = before.at(-1);
  if (!last?.device) return { indexed: null, problem: 'nothing before', expected: null };
  if (!standsWhere(last.setup, setup)) return { indexed: null, problem: 'other place', expected: null };
  // whoever gripped it is not known where the one before cannot have it stay
  if (isHoldIn('round', last.setup.hold) && last.setup.hold.stays && !last.indexed)
    return { indexed: null, problem: 'nothing before', expected: null };
  const from = last.indexed?.from ?? before.length - 1;
  const grip = before[from];
  const at = grip.facts?.seat.pose.translation ?? null;
  return indexedFrom(device, setup.orientation, { from, fromOp: grip.op, orientation: grip.setup.orientation, at });
}
