import { vec } from '../../frames';
import { FROM_REAR, toSeated, type HoldOf } from '../../hold/input';
import { ringDeflectionMm, ringInBoredJaws, ringStressMPa, tubeInJaws } from '../../hold/squeezed';
import type { WallUnderLoad } from '../../hold/types';
import type { Gripped } from '../../seat';
import type { RoundDevice } from '../../shop';
import { viewOf } from '../../solid';
import { turnsAbout } from './seat';

/** Straight down, and from the right. */
const FROM_ABOVE = { rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] } as const;
const FROM_RIGHT = { rows: [vec(0, 1, 0), vec(0, 0, 1), vec(1, 0, 0)] } as const;

/** Jaws of a device; a collet closes all round and counts as six. */
export const jawsOf = (device: RoundDevice): { count: number; width: number } =>
  device.kind === 'collet'
    ? { count: 6, width: device.minDiameter }
    : { count: device.jawCount, width: device.jawWidth };

/** Jaws bored to the part's size, and collets, press over their width; hard jaws on a line. */
export const hasBoredJaws = (device: RoundDevice): boolean =>
  device.kind === 'collet' || (device.kind === 'chuck' && device.soft !== 'hard');

/** Straight through the middle of the grip, from a side: the thinner of the walls on both sides; null: it is solid. */
function wallSeen(crossings: readonly { readonly w: number }[]): number | null {
  const walls = crossings.map((c) => c.w).sort((a, b) => a - b);
  return walls.length < 4 ? null : Math.min(walls[1] - walls[0], walls[walls.length - 1] - walls[walls.length - 2]);
}

/** Walls of a hollow part at the jaws, those met from the rear and square to that; null: it is solid. */
function wallsOf({ seat, loaded, device }: HoldOf<RoundDevice>, { from, to }: Gripped) {
  const middle = (from + to) / 2;
  const at = toSeated(seat, turnsAbout(device) === 'z' ? vec(0, 0, middle) : vec(middle, 0, 0));
  const [aside, along] = [1.3e-5, 0.7e-5];
  const lies = turnsAbout(device) === 'x';
  return {
    side: wallSeen(viewOf(loaded, FROM_REAR).crossings(-at.x + aside, at.z + along)),
    flat: wallSeen(
      lies
        ? viewOf(loaded, FROM_ABOVE).crossings(at.x + aside, at.y + along)
        : viewOf(loaded, FROM_RIGHT).crossings(at.y + aside, at.z + along),
    ),
  };
}

/** What the jaws do to the wall of a hollow part; null: it is solid, or not known. @param forceN all jaws together */
export function wallInJaws(input: HoldOf<RoundDevice>, gripped: Gripped, forceN: number): WallUnderLoad | null {
  const { device, material } = input;
  const { side, flat } = wallsOf(input, gripped);
  if (side === null || !material) return null;
  const lengthMm = Math.max(0.1, gripped.to - gripped.from);
  const { count } = jawsOf(device);
  // flat sides are met by two jaws or four; three and more round a hexagon press it like a ring
  const isTube = input.seat.y.flatAreaMm2 > 1 && (count === 2 || count === 4);
  if (!isTube) {
    const radiusMm = Math.min(...gripped.across) / 2 - side / 2;
    const ring = { radiusMm, wallMm: side, lengthMm };
    const spanMm = (2 * Math.PI * radiusMm) / count;
    return { thicknessMm: side, spanMm, ...ringInJaws(device, ring, forceN, material.youngGPa) };
  }
  if (flat === null) return null;
  const [wide, high] = gripped.across;
  const tube = { wide: wide - side, high: high - flat, flatWall: flat, sideWall: side, lengthMm };
  const each = forceN / count;
  const walls = tubeInJaws(each, count === 4 ? each : 0, tube, material.youngGPa);
  // the worse of both, whichever it is measured by
  const [worse, other] =
    walls.flat.deflectionMm > walls.side.deflectionMm ? [walls.flat, walls.side] : [walls.side, walls.flat];
  return { ...worse, stressMPa: Math.max(worse.stressMPa, other.stressMPa) };
}

/** Stress and give of a ring between the jaws of a device. @param forceN all jaws together */
export function ringInJaws(
  device: RoundDevice,
  of: { readonly radiusMm: number; readonly wallMm: number; readonly lengthMm: number },
  forceN: number,
  youngGPa: number,
): { readonly stressMPa: number; readonly deflectionMm: number } {
  const { count: jaws, width } = jawsOf(device);
  const ring = { jaws, ...of };
  const eachN = forceN / jaws;
  if (hasBoredJaws(device)) return ringInBoredJaws(eachN, ring, youngGPa, width);
  return { stressMPa: ringStressMPa(eachN, ring), deflectionMm: ringDeflectionMm(eachN, ring, youngGPa) };
}
