import type { PlacedClamp } from '../../job';
import { unitVector } from '../../frames';
import type { Device, EdgeClamp, FlatDevice, Strap, FixturePlate, SlotTable } from '../../shop';
import { boltForceN, boltUse, plateThreadN, proofLoadN, slotLipsN, T_SLOT_BOLTS } from '../../hold/sums';
import type { HoldContact, HoldForce, HoldTrouble, Obstacle } from '../../hold/types';

/** What one clamp, screw or weight does. */
export interface ClampEffect {
  readonly contacts: HoldContact[];
  readonly forces: HoldForce[];
  readonly obstacles: Obstacle[];
  readonly trouble: HoldTrouble[];
  /** what the operator does, in words */
  readonly step: string;
}

/** Where a clamp stands, how high the material is there, and how much below is hollow. */
export interface OnColumn {
  readonly placed: PlacedClamp;
  readonly top: number;
  readonly emptyMm: number;
}

/** Nearest middle of a slot, or nearest hole: how far off it is and what it is called. */
export function nearestAnchor(
  device: FlatDevice,
  x: number,
  y: number,
): { readonly x: number; readonly y: number; readonly offMm: number; readonly name: string } | null {
  if (device.kind === 'T-slot table') {
    const n = clamp(Math.round((y - device.firstSlot) / device.slotPitch), 0, device.slotCount - 1);
    const at = device.firstSlot + n * device.slotPitch;
    return { x, y: at, offMm: Math.abs(y - at), name: `slot ${n + 1} from the front` };
  }
  if (device.kind !== 'fixture plate') return null;
  const [i, j] = [
    clamp(Math.round((x - device.firstX) / device.pitch), 0, device.columns - 1),
    clamp(Math.round((y - device.firstY) / device.pitch), 0, device.rows - 1),
  ];
  const [hx, hy] = [device.firstX + i * device.pitch, device.firstY + j * device.pitch];
  return { x: hx, y: hy, offMm: Math.hypot(x - hx, y - hy), name: holeName(i, j) };
}

/** The nearest hole pins can stand in; null: the device has none. */
export const nearestHole = (device: Device, { x, y }: { readonly x: number; readonly y: number }) =>
  device.kind === 'fixture plate' ? nearestAnchor(device, x, y) : null;

/** Dowelled holes of a plate: dowels stand in them, as thick as they are. */
export interface DowelGrid {
  readonly pitch: number;
  readonly diameter: number;
}

/** The dowelled holes of a device; null: it has none, and dowels stand anywhere. */
export const dowelGridOf = (device: Device | null): DowelGrid | null =>
  device?.kind === 'fixture plate' && device.dowel > 0 ? { pitch: device.pitch, diameter: device.dowel } : null;

/** A grid of holes that pins can stand in. */
export const hasHoles = (device: FlatDevice): device is FixturePlate => device.kind === 'fixture plate';

/** Holes are counted from the left front one: column letter, row number. */
export const holeName = (column: number, row: number): string => `hole ${columnLetters(column)}${row + 1}`;

function columnLetters(n: number): string {
  return (n >= 26 ? columnLetters(Math.floor(n / 26) - 1) : '') + String.fromCharCode(65 + (n % 26));
}

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

/** Where a strap's bolt stands. */
export function boltOf(placed: PlacedClamp): { x: number; y: number } {
  const d = unitVector(placed.towards);
  return { x: placed.x + d.x * placed.toBolt, y: placed.y + d.y * placed.toBolt };
}

export function anchorTrouble(
  name: string,
  thread: number,
  device: FlatDevice,
  at: { x: number; y: number },
): HoldTrouble[] {
  const anchor = nearestAnchor(device, at.x, at.y);
  const found: HoldTrouble[] = [];
  if (anchor && anchor.offMm > 0.5)
    found.push({ kind: 'bolt-misses', name, offMm: anchor.offMm, nearest: anchor.name });
  const fits = fittingThread(device);
  if (fits && Math.abs(fits.thread - thread) > 1e-6)
    found.push({ kind: 'bolt-does-not-fit', name, threadMm: thread, slotMm: fits.width, wants: fits.thread });
  return found;
}

/** The bolt that goes into a table's slots (ISO 299) or a plate's tapped holes. */
function fittingThread(device: SlotTable | FixturePlate | FlatDevice): { thread: number; width: number } | null {
  if (device.kind === 'T-slot table') {
    const size = T_SLOT_BOLTS.find(([slot]) => slot === device.slotWidth);
    return size ? { thread: size[1], width: size[0] } : null;
  }
  return device.kind === 'fixture plate' && device.thread > 0 ? { thread: device.thread, width: device.thread } : null;
}

export function preload(
  name: string,
  bolt: Strap | EdgeClamp,
  torque: number | null,
): { forceN: number; trouble: HoldTrouble[] } {
  if (torque === null) return { forceN: 0, trouble: [{ kind: 'torque-missing', name }] };
  const forceN = boltForceN(torque, bolt.torqueFactor, bolt.thread);
  const proofN = proofLoadN(bolt.thread, bolt.strengthClass);
  const share = boltUse(forceN, bolt.torqueFactor, bolt.thread, bolt.strengthClass);
  return {
    forceN,
    trouble: forceN > 0.75 * proofN || share > 0.9 ? [{ kind: 'bolt-over-proof', name, forceN, proofN, share }] : [],
  };
}

/** What a bolt can pull before the thread of a tapped plate, or the lips of a table's slot, give. */
export function anchorGives(name: string, thread: number, forceN: number, device: FlatDevice): HoldTrouble[] {
  if (device.kind !== 'fixture plate' && device.kind !== 'T-slot table') return [];
  const [where, bearsN] =
    device.kind === 'fixture plate'
      ? ['tapped hole' as const, plateThreadN(thread, device.thickness)]
      : ['slot' as const, slotLipsN(device.slotWidth)];
  return forceN > 0.75 * bearsN ? [{ kind: 'anchor-gives', in: where, name, forceN, bearsN }] : [];
}
