import { newHold, type HoldIn, type PlacedClamp, type Separation, type Setup } from '../job';
import { planHeld, type Held } from './held';

/** Set against fences at 100 and 90. */
export const lying = (change: Partial<HoldIn<'flat'>> = {}): HoldIn<'flat'> =>
  newHold('flat', {
    x: { by: 'fence', side: 'left', at: 100, pins: [] },
    y: { by: 'fence', side: 'front', at: 90, pins: [] },
    pinHeight: 5,
    ...change,
  });
export const kept = (change: Partial<Separation>): Separation => ({ ...newHold('flat').separation, ...change });
export const clampAt = (x: number, y: number, change: Partial<PlacedClamp> = {}): PlacedClamp => ({
  id: `${x} ${y}`,
  clamp: 'strap',
  x,
  y,
  towards: '-x',
  torque: 40,
  toBolt: 30,
  toHeel: 60,
  ...change,
});

/** A part that lies against those fences on a device. */
export const on = (
  device: Held['device'],
  change: Partial<HoldIn<'flat'>> = {},
  rest: Partial<Omit<Setup, 'hold'>> = {},
  more: Partial<Held> = {},
) => planHeld({ device, hold: lying(change), setup: rest, ...more });
/** The same, with margins and what is in the way. */
export const forced: typeof on = (device, change, rest, more) => on(device, change, rest, { ...more, forces: true });
