import { holdingOf } from '@violet-jaw/core/holdings';
import type { Hold, Setup } from '@violet-jaw/core/job';
import { familyOf, type Device, type Family } from '@violet-jaw/core/shop';

/**
 * How each setup of each job was last held in each way, so that trying another device loses nothing while the page is
 * open.
 * Setups of copied jobs have the same ids: a copy knows nothing of what was tried in the other.
 */
const last = new Map<string, Partial<Record<Family, Hold>>>();

/**
 * The setup of a job in another device. Its hold stays while it means something there; else it is what it was there
 * last, or starts anew.
 */
export function withDevice(jobId: string, setup: Setup, device: Device | null): Setup {
  const { hold } = setup;
  const key = `${jobId} ${setup.id}`;
  if (hold) last.set(key, { ...last.get(key), [hold.family]: hold });
  // how another device stands on what carries it nobody has said
  const standsOn = device?.id === setup.device ? setup.standsOn : null;
  if (!device) return { ...setup, device: null, standsOn, hold: null };
  const family = familyOf(device);
  const there = hold?.family === family ? hold : (last.get(key)?.[family] ?? holdingOf(device).starts(device));
  return { ...setup, device: device.id, standsOn, hold: there };
}
