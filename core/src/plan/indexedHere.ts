import { indexedFrom, type IndexHere } from '../holdings';
import { isHoldIn, standsWhere, type HoldIn, type Setup } from '../job';
import type { Device } from '../shop';
import type { PlannedSetup } from './planned';

/** Which round carriers a part goes in with, and where, as a text to compare. */
const carriersOf = ({ roundCarrier, supports }: HoldIn<'round'>): string =>
  roundCarrier ? JSON.stringify([roundCarrier.diameter, roundCarrier.width, supports]) : '';

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
  // they are put on before the part is gripped, and stay on it
  if (isHoldIn('round', grip.setup.hold) && carriersOf(hold) !== carriersOf(grip.setup.hold))
    return { indexed: null, problem: 'other carriers', expected: null };
  const at = grip.facts?.seat.pose.translation ?? null;
  return indexedFrom(device, setup.orientation, { from, fromOp: grip.op, orientation: grip.setup.orientation, at });
}
