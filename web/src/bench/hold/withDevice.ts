import { holdingOf } from '@violet-jaw/core/holdings';
import type { Hold, Setup } from '@violet-jaw/core/job';
import { familyOf, type Device, type Family } from '@violet-jaw/core/shop';

/** How each setup was last held in each way, so that trying another device loses nothing while the page is open. */
const last = new Map<string, Partial<Record<Family, Hold>>>();

/** The setup in another device. Its hold stays while it means something there; else it is what it was there last, or starts anew. */
export function withDevice(setup: Setup, device: Device | null): Setup {
  const { hold } = setup;
  if (hold) last.set(setup.id, { ...last.get(setup.id), [hold.family]: hold });
  if (!device) return { ...setup, device: null, hold: null };
  const family = familyOf(device);
  const there = hold?.family === family ? hold : last.get(setup.id)?.[family] ?? holdingOf(device).starts(device);
  return { ...setup, device: device.id, hold: there };
}
