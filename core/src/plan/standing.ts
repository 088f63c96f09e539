import { standsWhere, takesItOff } from '../job';
import { isVise } from '../shop';
import type { PlannedSetup } from './planned';

/** The vise whose jaws hold the part of a setup; null: it has no jaws that are changed. */
export const viseOf = ({ device, jawsOf }: Pick<PlannedSetup, 'device' | 'jawsOf'>): string | null =>
  jawsOf?.id ?? (device && isVise(device) ? device.id : null);

/** The operation between two setups that takes their device off the station they share; null: none does. */
export function takenOffBetween(setups: readonly PlannedSetup[], from: PlannedSetup, to: PlannedSetup): number | null {
  if (from.setup.station === null || !standsWhere(from.setup, to.setup)) return null;
  const between = setups.slice(setups.indexOf(from) + 1, setups.indexOf(to)).map((s) => s.setup);
  return takesItOff(between, from.setup)?.op ?? null;
}
