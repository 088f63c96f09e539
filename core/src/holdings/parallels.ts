import { isHoldIn, type Setup } from '../job';
import { isOf, type Device } from '../shop';
import { restIn } from './vise/seat';

/** How high the parallels are that the part of a setup lies on, mm; null: it lies on none. */
export function parallelsUnder(setup: Setup, devices: readonly Device[]): number | null {
  const device = devices.find((d) => d.id === setup.device) ?? null;
  const { hold } = setup;
  if (!isOf('vise', device) || !isHoldIn('vise', hold)) return null;
  const rest = restIn(device, { ...setup, hold });
  return rest.name === 'parallels' ? rest.height : null;
}
