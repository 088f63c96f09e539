import { carrierInWords } from '../holdings';
import type { PlannedSetup } from '../plan';
import type { Speech } from '../units';

/** What the device of a setup stands on; null: on its station itself. */
export function carrierOf({ setup: { standsOn }, station }: PlannedSetup, speech: Speech): string | null {
  if (!standsOn) return null;
  return station?.carried
    ? carrierInWords(standsOn, station.carried, speech)
    : 'on another device; no station is chosen';
}
