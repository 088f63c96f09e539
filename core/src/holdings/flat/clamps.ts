import { NO_ROTATION, unitVector, vec } from '../../frames';
import type { PlacedClamp } from '../../job';
import type { Clamp, EdgeClamp, FlatDevice, FixturePlate, Nail, Screw, SlotTable, Strap, Weight } from '../../shop';
import { viewOf, type ViewMesh } from '../../solid';
import { boltForceN, boltUse, GRAVITY, plateThreadN, proofLoadN, slotLipsN, strapForceN, strapStressMPa, T_SLOT_BOLTS } from '../../hold/sums';
import { circle, rectangleRing, toSeated, type HoldOf } from '../../hold/input';
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

const NOTHING = { contacts: [], forces: [], obstacles: [], trouble: [] };
const RIGID = { pullN: 0, shearN: 0 };
/** A strap touches with its nose: so long a piece of it. */
const NOSE_MM = 8;

/** Height of the material's top over a spot, and of any emptiness under it down to the rest. Device frame, mm. */
function columnAt({ seat, loaded }: Pick<HoldOf<FlatDevice>, 'seat' | 'loaded'>, view: ViewMesh, x: number, y: number): { top: number; emptyMm: number } | null {
  const p = toSeated(seat, vec(x, y, 0));
  // a hair aside, so that a spot on a seam of the mesh is not missed
  const at = view.crossings(p.x + 1.3e-5, p.y + 0.7e-5).map((c) => c.w + seat.pose.translation.z).sort((a, b) => b - a);
  if (at.length === 0 || loaded.triangles.length === 0) return null;
  let empty = Math.max(0, at[at.length - 1] - seat.locators.z.at);
  for (let i = 1; i + 1 < at.length; i += 2) empty += at[i] - at[i + 1];
  return { top: at[0], emptyMm: empty < 1e-3 ? 0 : empty };
}

/** Nearest middle of a slot, or nearest hole: how far off it is and what it is called. */
export function nearestAnchor(device: FlatDevice, x: number, y: number): { readonly x: number; readonly y: number; readonly offMm: number; readonly name: string } | null {
  if (device.kind === 'T-slot table') {
    const n = clamp(Math.round((y - device.firstSlot) / device.slotPitch), 0, device.slotCount - 1);
    const at = device.firstSlot + n * device.slotPitch;
    return { x, y: at, offMm: Math.abs(y - at), name: `slot ${n + 1} from the front` };
  }
  if (device.kind !== 'fixture plate') return null;
  const [i, j] = [clamp(Math.round((x - device.firstX) / device.pitch), 0, device.columns - 1), clamp(Math.round((y - device.firstY) / device.pitch), 0, device.rows - 1)];
  const [hx, hy] = [device.firstX + i * device.pitch, device.firstY + j * device.pitch];
  return { x: hx, y: hy, offMm: Math.hypot(x - hx, y - hy), name: holeName(i, j) };
}

/** Holes are counted from the left front one: column letter, row number. */
/** A grid of holes that pins can stand in. */
export const hasHoles = (device: FlatDevice): device is FixturePlate => device.kind === 'fixture plate';

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

function anchorTrouble(name: string, thread: number, device: FlatDevice, at: { x: number; y: number }): HoldTrouble[] {
  const anchor = nearestAnchor(device, at.x, at.y);
  const found: HoldTrouble[] = [];
  if (anchor && anchor.offMm > 0.5) found.push({ kind: 'bolt-misses', name, offMm: anchor.offMm, nearest: anchor.name });
  const fits = fittingThread(device);
  if (fits && Math.abs(fits.thread - thread) > 1e-6) found.push({ kind: 'bolt-does-not-fit', name, threadMm: thread, slotMm: fits.width, wants: fits.thread });
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

function preload(name: string, bolt: Strap | EdgeClamp, torque: number | null): { forceN: number; trouble: HoldTrouble[] } {
  if (torque === null) return { forceN: 0, trouble: [{ kind: 'torque-missing', name }] };
  const forceN = boltForceN(torque, bolt.torqueFactor, bolt.thread);
  const proofN = proofLoadN(bolt.thread, bolt.strengthClass);
  const share = boltUse(forceN, bolt.torqueFactor, bolt.thread, bolt.strengthClass);
  return { forceN, trouble: forceN > 0.75 * proofN || share > 0.9 ? [{ kind: 'bolt-over-proof', name, forceN, proofN, share }] : [] };
}

/** What a bolt can pull before the thread of a tapped plate, or the lips of a table's slot, give. */
function anchorGives(name: string, thread: number, forceN: number, device: FlatDevice): HoldTrouble[] {
  if (device.kind !== 'fixture plate' && device.kind !== 'T-slot table') return [];
  const [where, bearsN] = device.kind === 'fixture plate' ? ['tapped hole' as const, plateThreadN(thread, device.thickness)] : ['slot' as const, slotLipsN(device.slotWidth)];
  return forceN > 0.75 * bearsN ? [{ kind: 'anchor-gives', in: where, name, forceN, bearsN }] : [];
}

/** Steel of straps yields from here on, N/mm² (heat-treatable steel, common practice, no source). */
const STRAP_YIELD_MPA = 300;

/** A strap's hole is so much wider than its bolt (common practice, no source). */
const HOLE = 1.1;

function strapBends(name: string, strap: Strap, placed: PlacedClamp, boltN: number): HoldTrouble[] {
  if (placed.toHeel + placed.toBolt <= 0) return [{ kind: 'strap-no-lever', name, why: 'lever' }];
  if (strap.width <= strap.thread * HOLE) return [{ kind: 'strap-no-lever', name, why: 'hole' }];
  const stressMPa = strapStressMPa(boltN, {
    toHeelMm: placed.toHeel, toPartMm: placed.toBolt, widthMm: strap.width, thicknessMm: strap.thickness, holeMm: strap.thread * HOLE,
  });
  return stressMPa > STRAP_YIELD_MPA ? [{ kind: 'strap-bends', name, stressMPa }] : [];
}

/** From a little behind the spot it presses on to a little behind its heel. */
function tooShort(name: string, strap: Strap, noseToHeelMm: number): HoldTrouble[] {
  const needMm = noseToHeelMm + NOSE_MM;
  return needMm > strap.length + 1e-6 ? [{ kind: 'strap-too-short', name, needMm, lengthMm: strap.length }] : [];
}

/** Where a clamp stands, how high the material is there, and how much below is hollow. */
interface OnColumn {
  readonly placed: PlacedClamp;
  readonly top: number;
  readonly emptyMm: number;
}

function strapEffect(name: string, strap: Strap, { placed, top, emptyMm }: OnColumn, input: HoldOf<FlatDevice>): ClampEffect {
  const bolt = boltOf(placed);
  const d = unitVector(placed.towards);
  const { forceN, trouble } = preload(name, strap, placed.torque);
  const pressN = strapForceN(forceN, placed.toHeel, placed.toBolt);
  const [half, end] = [strap.width / 2, placed.toBolt + placed.toHeel];
  const from = { x: placed.x - d.x * NOSE_MM, y: placed.y - d.y * NOSE_MM };
  const side = { x: Math.abs(d.y) * half, y: Math.abs(d.x) * half };
  const heel = { x: placed.x + d.x * (end + NOSE_MM), y: placed.y + d.y * (end + NOSE_MM) };
  const patch = { min: vec(placed.x - (d.x ? NOSE_MM / 2 : half), placed.y - (d.y ? NOSE_MM / 2 : half), top), max: vec(placed.x + (d.x ? NOSE_MM / 2 : half), placed.y + (d.y ? NOSE_MM / 2 : half), top) };
  const { speech } = input;
  return {
    contacts: [{ name, kind: 'clamp', points: [vec(placed.x, placed.y, top)], inward: vec(0, 0, -1), areaMm2: strap.width * NOSE_MM, friction: strap.friction, forceN: pressN, ...RIGID, patch }],
    forces: [],
    obstacles: [
      { name, footprint: [rectangleRing(from.x - side.x, from.y - side.y, heel.x + side.x, heel.y + side.y)], from: top, to: top + strap.thickness, cuttable: false },
      { name: `bolt of ${name}`, footprint: [circle(bolt.x, bolt.y, strap.thread)], from: top, to: top + strap.thickness + strap.headHeight, cuttable: false },
      { name: `step block of ${name}`, footprint: [rectangleRing(heel.x - side.x - d.x * 2 * NOSE_MM, heel.y - side.y - d.y * 2 * NOSE_MM, heel.x + side.x, heel.y + side.y)], from: 0, to: top, cuttable: false },
    ],
    trouble: [...trouble, ...strapBends(name, strap, placed, forceN), ...anchorGives(name, strap.thread, forceN, input.device), ...tooShort(name, strap, end), ...anchorTrouble(name, strap.thread, input.device, bolt), ...(emptyMm > 0 ? [{ kind: 'strap-over-hollow' as const, name, emptyMm }] : [])],
    step: `${name}: nose at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}, bolt M${strap.thread} at X ${speech.signed(bolt.x)} Y ${speech.signed(bolt.y)}, heel on a step block ${speech.sizeWithUnit(top)} high, level; tighten with ${placed.torque === null ? '?' : speech.torque(placed.torque)}`,
  };
}

function edgeEffect(name: string, edge: EdgeClamp, placed: PlacedClamp, input: HoldOf<FlatDevice>): ClampEffect {
  const d = unitVector(placed.towards);
  const rest = input.seat.locators.z.at;
  const { forceN, trouble } = preload(name, edge, placed.torque);
  const down = (edge.downAngle * Math.PI) / 180;
  // the guide of the wedge takes its share; down the part is pulled by friction only, and that much friction is used up
  const pushN = forceN * (Math.cos(down) - edge.friction * Math.sin(down));
  const downN = Math.min(forceN * Math.sin(down), edge.friction * pushN);
  const frictionLeft = pushN > 0 ? Math.sqrt(Math.max(0, edge.friction ** 2 - (downN / pushN) ** 2)) : edge.friction;
  const inward = vec(d.x, d.y, 0);
  const z = rest + Math.min(edge.height, input.seat.loadedBox.max.z - rest) / 2;
  const half = edge.width / 2;
  const side = { x: Math.abs(d.y) * half, y: Math.abs(d.x) * half };
  const back = { x: placed.x - d.x * edge.length, y: placed.y - d.y * edge.length };
  const { speech } = input;
  return {
    contacts: [{
      name, kind: 'clamp', points: [vec(placed.x, placed.y, z)], inward, areaMm2: edge.width * (edge.height / 2), friction: frictionLeft, forceN: pushN, ...RIGID,
      patch: { min: vec(placed.x - side.x, placed.y - side.y, rest), max: vec(placed.x + side.x, placed.y + side.y, Math.min(rest + edge.height, input.seat.loadedBox.max.z)) },
    }],
    forces: downN > 0 ? [{ name: `${name}, pull down`, at: vec(placed.x, placed.y, z), forceN: vec(0, 0, -downN) }] : [],
    obstacles: [{ name, footprint: [rectangleRing(placed.x - side.x, placed.y - side.y, back.x + side.x, back.y + side.y)], from: 0, to: edge.height, cuttable: false }],
    trouble,
    step: `${name}: against the part at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}; tighten with ${placed.torque === null ? '?' : speech.torque(placed.torque)}`,
  };
}

function fastenerEffect(name: string, item: Screw | Nail, { placed, top }: OnColumn, input: HoldOf<FlatDevice>): ClampEffect {
  const { device, seat, speech } = input;
  // part and packing are gone through first; the board begins at its top, z = 0
  const bite = item.length - top;
  const trouble: HoldTrouble[] = [];
  if (bite <= 0) trouble.push({ kind: 'screw-does-not-reach', name, shortMm: -bite });
  if (bite > device.thickness) trouble.push({ kind: 'screw-too-long', name, overMm: bite - device.thickness });
  const r = item.head / 2;
  const holds = bite > 0 ? item.holdN : 0;
  const cuttable = item.kind === 'nail' && item.cuttable === 'cutter may hit it';
  return {
    contacts: [{
      name, kind: 'bond', points: [vec(placed.x, placed.y, seat.locators.z.at)], inward: vec(0, 0, 1), areaMm2: Math.PI * r * r, friction: 0, forceN: 0, pullN: holds, shearN: holds,
      patch: { min: vec(placed.x - r, placed.y - r, top), max: vec(placed.x + r, placed.y + r, top) },
    }],
    forces: [],
    obstacles: [
      { name: `head of ${name}`, footprint: [circle(placed.x, placed.y, r)], from: top - r, to: top + item.headHeight, cuttable },
      { name: `shank of ${name}`, footprint: [circle(placed.x, placed.y, item.shank / 2)], from: top - item.length, to: top, cuttable },
    ],
    trouble,
    step: `${name}: at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}, ${speech.sizeWithUnit(Math.max(0, bite))} into the board, head ${item.headHeight > 0 ? `${speech.sizeWithUnit(item.headHeight)} above the part` : 'flush'}`,
  };
}

function weightEffect(name: string, weight: Weight, { placed, top, emptyMm }: OnColumn, input: HoldOf<FlatDevice>): ClampEffect {
  const { device, speech } = input;
  const r = weight.diameter / 2;
  const forceN = weight.massKg * GRAVITY;
  const over = device.kind === 'support grid' ? weight.height - device.headHeight : 0;
  return {
    contacts: [],
    forces: [{ name, at: vec(placed.x, placed.y, top), forceN: vec(0, 0, -forceN) }],
    obstacles: [{ name, footprint: [circle(placed.x, placed.y, r)], from: top, to: top + weight.height, cuttable: false }],
    trouble: emptyMm > 0 && device.kind !== 'support grid' ? [{ kind: 'strap-over-hollow', name, emptyMm }] : [],
    step: `${name}: ${weight.massKg} kg at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}${over > 0 ? `; it stands ${speech.sizeWithUnit(over)} higher than the head passes, so the head must stay clear of it` : ''}`,
  };
}

/** What is put on a part that lies flat, one by one, with what is wrong about each. */
export function clampEffects(input: HoldOf<FlatDevice>): ClampEffect[] {
  const view = input.setup.hold.clamps.length > 0 ? viewOf(input.loaded, NO_ROTATION) : null;
  const counts = new Map<string, number>();
  return input.setup.hold.clamps.map((placed, i): ClampEffect => {
    const item: Clamp | undefined = input.shop.clamps.find((c) => c.id === placed.clamp);
    if (!item || !view) return { ...NOTHING, trouble: [{ kind: 'clamp-not-chosen', name: `line ${i + 1}` }], step: '' };
    const count = (counts.get(item.kind) ?? 0) + 1;
    counts.set(item.kind, count);
    const name = `${item.kind} ${count}`;
    if (item.kind === 'edge clamp') return edgeEffect(name, item, placed, input);
    const column = columnAt(input, view, placed.x, placed.y);
    if (!column) return { ...NOTHING, trouble: [{ kind: 'clamp-on-nothing', name }], step: '' };
    if (item.kind === 'strap') return strapEffect(name, item, { placed, ...column }, input);
    if (item.kind === 'weight') return weightEffect(name, item, { placed, ...column }, input);
    return fastenerEffect(name, item, { placed, ...column }, input);
  });
}
