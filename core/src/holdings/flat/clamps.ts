import { NO_ROTATION, unitVector, vec } from '../../frames';
import type { PlacedClamp } from '../../job';
import type { Clamp, EdgeClamp, FlatDevice, Nail, Screw, Weight } from '../../shop';
import { viewOf, type ViewMesh } from '../../solid';
import { GRAVITY } from '../../hold/sums';
import { preload, type ClampEffect, type OnColumn } from './anchor';
import { strapEffect } from './strap';
import { circle, rectangleRing, toSeated, type HoldOf } from '../../hold/input';
import type { HoldTrouble } from '../../hold/types';

const NOTHING = { contacts: [], forces: [], obstacles: [], trouble: [] };
const RIGID = { pullN: 0, shearN: 0 };
/** Height of the material's top over a spot, and of any emptiness under it down to the rest. Device frame, mm. */
function columnAt(
  { seat, loaded }: Pick<HoldOf<FlatDevice>, 'seat' | 'loaded'>,
  view: ViewMesh,
  x: number,
  y: number,
): { top: number; emptyMm: number } | null {
  const p = toSeated(seat, vec(x, y, 0));
  // a hair aside, so that a spot on a seam of the mesh is not missed
  const at = view
    .crossings(p.x + 1.3e-5, p.y + 0.7e-5)
    .map((c) => c.w + seat.pose.translation.z)
    .sort((a, b) => b - a);
  if (at.length === 0 || loaded.triangles.length === 0) return null;
  let empty = Math.max(0, at[at.length - 1] - seat.locators.z.at);
  for (let i = 1; i + 1 < at.length; i += 2) empty += at[i] - at[i + 1];
  return { top: at[0], emptyMm: empty < 1e-3 ? 0 : empty };
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
    contacts: [
      {
        name,
        kind: 'clamp',
        points: [vec(placed.x, placed.y, z)],
        inward,
        areaMm2: edge.width * (edge.height / 2),
        friction: frictionLeft,
        forceN: pushN,
        ...RIGID,
        patch: {
          min: vec(placed.x - side.x, placed.y - side.y, rest),
          max: vec(placed.x + side.x, placed.y + side.y, Math.min(rest + edge.height, input.seat.loadedBox.max.z)),
        },
      },
    ],
    forces:
      downN > 0 ? [{ name: `${name}, pull down`, at: vec(placed.x, placed.y, z), forceN: vec(0, 0, -downN) }] : [],
    obstacles: [
      {
        name,
        footprint: [rectangleRing(placed.x - side.x, placed.y - side.y, back.x + side.x, back.y + side.y)],
        from: 0,
        to: edge.height,
        cuttable: false,
      },
    ],
    trouble,
    step: `${name}: against the part at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}; tighten with ${placed.torque === null ? '?' : speech.torque(placed.torque)}`,
  };
}

function fastenerEffect(
  name: string,
  item: Screw | Nail,
  { placed, top }: OnColumn,
  input: HoldOf<FlatDevice>,
): ClampEffect {
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
    contacts: [
      {
        name,
        kind: 'bond',
        points: [vec(placed.x, placed.y, seat.locators.z.at)],
        inward: vec(0, 0, 1),
        areaMm2: Math.PI * r * r,
        friction: 0,
        forceN: 0,
        pullN: holds,
        shearN: holds,
        patch: { min: vec(placed.x - r, placed.y - r, top), max: vec(placed.x + r, placed.y + r, top) },
      },
    ],
    forces: [],
    obstacles: [
      {
        name: `head of ${name}`,
        footprint: [circle(placed.x, placed.y, r)],
        from: top - r,
        to: top + item.headHeight,
        cuttable,
      },
      {
        name: `shank of ${name}`,
        footprint: [circle(placed.x, placed.y, item.shank / 2)],
        from: top - item.length,
        to: top,
        cuttable,
      },
    ],
    trouble,
    step: `${name}: at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}, ${speech.sizeWithUnit(Math.max(0, bite))} into the board, head ${item.headHeight > 0 ? `${speech.sizeWithUnit(item.headHeight)} above the part` : 'flush'}`,
  };
}

function weightEffect(
  name: string,
  weight: Weight,
  { placed, top, emptyMm }: OnColumn,
  input: HoldOf<FlatDevice>,
): ClampEffect {
  const { device, speech } = input;
  const r = weight.diameter / 2;
  const forceN = weight.massKg * GRAVITY;
  const over = device.kind === 'support grid' ? weight.height - device.headHeight : 0;
  return {
    contacts: [],
    forces: [{ name, at: vec(placed.x, placed.y, top), forceN: vec(0, 0, -forceN) }],
    obstacles: [
      { name, footprint: [circle(placed.x, placed.y, r)], from: top, to: top + weight.height, cuttable: false },
    ],
    trouble: emptyMm > 0 && device.kind !== 'support grid' ? [{ kind: 'strap-over-hollow', name, emptyMm }] : [],
    step: `${name}: ${weight.massKg} kg at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}${over > 0 ? `; it stands ${speech.sizeWithUnit(over)} higher than the head passes, so the head must stay clear of it` : ''}`,
  };
}

/** What each clamp is called: its kind, and which of the kind it is; one that is not chosen is a line of the list. */
export function namesOfClamps(placed: readonly PlacedClamp[], clamps: readonly Clamp[]): string[] {
  const counts = new Map<string, number>();
  return placed.map((p, i) => {
    const kind = clamps.find((c) => c.id === p.clamp)?.kind;
    if (!kind) return `line ${i + 1}`;
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    return `${kind} ${counts.get(kind)}`;
  });
}

/** What is put on a part that lies flat, one by one, with what is wrong about each. */
export function clampEffects(input: HoldOf<FlatDevice>): ClampEffect[] {
  const names = namesOfClamps(input.setup.hold.clamps, input.shop.clamps);
  const view = input.setup.hold.clamps.length > 0 ? viewOf(input.loaded, NO_ROTATION) : null;
  return input.setup.hold.clamps.map((placed, i): ClampEffect => {
    const item: Clamp | undefined = input.shop.clamps.find((c) => c.id === placed.clamp);
    const name = names[i];
    if (!item || !view) return { ...NOTHING, trouble: [{ kind: 'clamp-not-chosen', name }], step: '' };
    if (item.kind === 'edge clamp') return edgeEffect(name, item, placed, input);
    const column = columnAt(input, view, placed.x, placed.y);
    if (!column) return { ...NOTHING, trouble: [{ kind: 'clamp-on-nothing', name }], step: '' };
    if (item.kind === 'strap') return strapEffect(name, item, { placed, ...column }, input);
    if (item.kind === 'weight') return weightEffect(name, item, { placed, ...column }, input);
    return fastenerEffect(name, item, { placed, ...column }, input);
  });
}
