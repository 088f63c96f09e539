import { add, byAxis, scale, vec, type Vec3 } from '../../frames';
import { isRoundGrip, turnsAbout } from './seat';
import type { Gripped, SeatFacts } from '../../seat';
import type { RoundDevice } from '../../shop';
import { viewOf } from '../../solid';
import { circle, FROM_REAR, ownWeight, rectangleRing, toSeated, type HoldOf } from '../../hold/input';
import { roundRelease, roundSteps } from './steps';
import { cantileverDeflectionMm, grippingForceN, ringDeflectionMm, ringInBoredJaws, ringStressMPa, roundInertiaMm4 } from '../../hold/sums';
import type { Figure, HoldContact, HoldFacts, Obstacle, WallUnderLoad } from '../../hold/types';
import { patchOf, RIGID } from '../../hold/patch';
import { openAbove } from '../../hold/open';


/** Jaws of a device; a collet closes all round and counts as six. */
const jawsOf = (device: RoundDevice): { count: number; width: number } => (device.kind === 'collet' ? { count: 6, width: device.minDiameter } : { count: device.jawCount, width: device.jawWidth });

/** The axis' direction and two square to it, so that angles run from the first towards the second. */
function axesOf(device: RoundDevice): { along: Vec3; u: Vec3; v: Vec3 } {
  return turnsAbout(device) === 'z' ? { along: vec(0, 0, 1), u: vec(1, 0, 0), v: vec(0, 1, 0) } : { along: vec(1, 0, 0), u: vec(0, 1, 0), v: vec(0, 0, 1) };
}

/** Force on the part, all jaws together, at its speed. */
export function gripForceN({ device, setup }: Pick<HoldOf<RoundDevice>, 'device' | 'setup'>): { staticN: number; turningN: number } {
  const staticN = (device.staticForceN * setup.hold.forceShare) / 100;
  if (device.kind !== 'chuck') return { staticN, turningN: staticN };
  const jaws = { count: device.jawCount, massKg: device.jawMassKg, radiusMm: device.jawRadius };
  return { staticN, turningN: grippingForceN(staticN, setup.hold.rpm ?? 0, jaws) };
}

/** Jaws bored to the part's size, and collets, press over their width; hard jaws on a line. */
const hasBoredJaws = (device: RoundDevice): boolean => device.kind === 'collet' || (device.kind === 'chuck' && device.soft !== 'hard');

/** Wall of a hollow part at the jaws, at the middle of the grip; null: it is solid. */
function wallOf({ seat, loaded, device }: HoldOf<RoundDevice>, gripped: Gripped): number | null {
  const middle = (gripped.from + gripped.to) / 2;
  // looking along the axis' side, straight through it: in, out of the wall, and the same on the other side
  const at = toSeated(seat, turnsAbout(device) === 'z' ? vec(0, 0, middle) : vec(middle, 0, 0));
  const walls = viewOf(loaded, FROM_REAR).crossings(-at.x + 1.3e-5, at.z + 0.7e-5).map((c) => c.w).sort((a, b) => a - b);
  return walls.length < 4 ? null : Math.min(walls[1] - walls[0], walls[walls.length - 1] - walls[walls.length - 2]);
}

function ringWall(input: HoldOf<RoundDevice>, gripped: Gripped, forceN: number): WallUnderLoad | null {
  const thicknessMm = wallOf(input, gripped);
  if (thicknessMm === null || !input.material) return null;
  const { count: jaws, width } = jawsOf(input.device);
  const radiusMm = Math.min(...gripped.across) / 2 - thicknessMm / 2;
  const lengthMm = Math.max(0.1, gripped.to - gripped.from);
  const base = { thicknessMm, spanMm: (2 * Math.PI * radiusMm) / jaws };
  const ring = { jaws, radiusMm, wallMm: thicknessMm, lengthMm };
  const { youngGPa } = input.material;
  const eachN = forceN / jaws;
  if (hasBoredJaws(input.device)) return { ...base, ...ringInBoredJaws(eachN, ring, youngGPa, width) };
  return { ...base, stressMPa: ringStressMPa(eachN, ring), deflectionMm: ringDeflectionMm(eachN, ring, youngGPa) };
}

/** How far the part gives at its free end under 100 N, and how many diameters it stands out. */
function overhang({ seat, device, material }: HoldOf<RoundDevice>, gripped: Gripped): { lengthMm: number; diameters: number; givesMm: number | null } {
  const lengthMm = Math.max(0, seat.loadedBox.max[turnsAbout(device)] - gripped.to);
  const d = Math.min(...gripped.across);
  return { lengthMm, diameters: lengthMm / d, givesMm: material ? cantileverDeflectionMm(100, lengthMm, material.youngGPa, roundInertiaMm4(d)) : null };
}

/** A round part gripped about an axis: jaws, end stop, tailstock and supports. */
export function holdRound(input: HoldOf<RoundDevice> & { readonly gripped: Gripped | null }): HoldFacts {
  const { device, setup, seat, speech, gripped } = input;
  const { along, u, v } = axesOf(device);
  const { staticN, turningN } = gripForceN(input);
  const { count, width } = jawsOf(device);
  const contacts: HoldContact[] = [];
  const axial = turnsAbout(device);
  if (gripped) {
    const radius = Math.min(...gripped.across) / 2;
    for (let i = 0; i < count; i++) {
      const angle = (2 * Math.PI * i) / count + Math.PI / 2;
      const out = add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)));
      const points = [gripped.from, gripped.to].map((a) => add(scale(out, radius), scale(along, a)));
      const low = byAxis((a) => Math.min(points[0][a], points[1][a]));
      const high = byAxis((a) => Math.max(points[0][a], points[1][a]));
      contacts.push({
        name: `jaw ${i + 1}`, kind: 'clamp', points, inward: scale(out, -1), areaMm2: Math.min(width, (2 * Math.PI * radius) / count) * (gripped.to - gripped.from),
        friction: device.friction, ...RIGID, forceN: turningN / count, patch: { min: low, max: high },
      });
    }
  }
  const end = axial === 'z' ? seat.rest : seat.x;
  if (end.touches && (setup.hold.restHeight === 0 || device.kind === 'rotary axis')) contacts.push({ name: seat.locators[axial].name, kind: 'locator', ...patchOf(end, seat.locators[axial].at), areaMm2: end.flatAreaMm2, friction: device.friction, ...RIGID });
  const far = seat.loadedBox.max[axial];
  if (device.kind === 'rotary axis' && setup.hold.tailstock) {
    contacts.push({ name: 'tailstock', kind: 'clamp', points: [scale(along, far)], inward: scale(along, -1), areaMm2: 0, friction: device.friction, ...RIGID, forceN: device.tailstockForceN, patch: { min: scale(along, far), max: scale(along, far) } });
  }
  if (device.kind === 'rotary axis') {
    setup.hold.supports.forEach((x, i) => {
      const z = seat.loadedBox.min.z;
      contacts.push({ name: `support ${i + 1}`, kind: 'locator', points: [vec(x, 0, z)], inward: vec(0, 0, 1), areaMm2: 0, friction: device.friction, ...RIGID, patch: { min: vec(x - 5, 0, z), max: vec(x + 5, 0, z) } });
    });
  }
  const free = gripped ? overhang(input, gripped) : null;
  const wall = gripped ? ringWall(input, gripped, staticN) : null;
  const figures: Figure[] = [
    ...(gripped ? [
      isRoundGrip(gripped)
        ? { label: 'Grips diameter', value: speech.sizeWithUnit(Math.min(...gripped.across)) }
        : { label: 'Grips, not round', value: `${speech.size(gripped.across[0])} by ${speech.sizeWithUnit(gripped.across[1])}` },
      { label: 'Grip length', value: speech.sizeWithUnit(gripped.to - gripped.from) },
      { label: 'Stands out', value: `${speech.sizeWithUnit(free!.lengthMm)}, ${free!.diameters.toFixed(1)} diameters${free!.givesMm === null ? '' : `; gives ${speech.sizeWithUnit(free!.givesMm)} under ${speech.force(100)} at its end`}` },
    ] : []),
    { label: 'Gripping force', value: turningN === staticN ? speech.force(staticN) : `${speech.force(turningN)} of ${speech.force(staticN)} left at ${setup.hold.rpm} 1/min` },
    ...(device.kind === 'rotary axis' ? rotaryFigures(input, device) : []),
  ];
  return {
    kind: device.kind, frees: false, top: axial === 'z' ? { z: device.gripLength, name: 'jaw ends', wantedMm: 1 } : { z: -1e9, name: 'base', wantedMm: 0 },
    open: openAbove(axial === 'z' ? device.gripLength : -1e6), vise: null, wall, contacts, forces: ownWeight(input), freed: [], obstacles: bodies(device, seat, setup.hold.tailstock), drawn: [], trouble: [], overhangMm: 0, overEdgeMm2: 0,
    figures, steps: roundSteps({ setup, seat, device, speech, forceN: staticN, gripped, flatSides: seat.y.flatAreaMm2 > 1 }), release: roundRelease(device, setup.hold.tailstock), opens: device.kind === 'collet' ? 'open the collet' : 'open the chuck',
  };
}

function rotaryFigures({ setup, seat, speech }: HoldOf<RoundDevice>, device: Extract<RoundDevice, { kind: 'rotary axis' }>): Figure[] {
  return [
    ...(setup.hold.tailstock ? [{ label: 'Tailstock at', value: `X ${speech.signed(seat.loadedBox.max.x)} from the chuck's face` }] : []),
    ...setup.hold.supports.map((x, i) => ({ label: `Support ${i + 1}`, value: `X ${speech.signed(x)}, set ${speech.sizeWithUnit(device.centreHeight + seat.loadedBox.min.z)} above the base` })),
  ];
}

function bodies(device: RoundDevice, seat: SeatFacts, tailstock: boolean): Obstacle[] {
  const r = device.bodyDiameter / 2;
  if (turnsAbout(device) === 'z') {
    const jaw = Math.max(0, ...['x', 'y'].map((a) => Math.abs(seat.loadedBox.max[a as 'x' | 'y'])));
    return [
      { name: 'body', footprint: [circle(0, 0, r)], from: -device.bodyHeight, to: 0, cuttable: false },
      { name: 'jaws', footprint: [circle(0, 0, Math.min(r, jaw + 20)), [...circle(0, 0, jaw)].reverse()], from: 0, to: device.gripLength, cuttable: false },
    ];
  }
  const far = seat.loadedBox.max.x;
  return [
    { name: 'chuck', footprint: [rectangleRing(-device.bodyHeight, -r, device.gripLength, r)], from: -r, to: r, cuttable: false },
    ...(tailstock ? [{ name: 'tailstock', footprint: [rectangleRing(far, -r / 2, far + device.bodyHeight, r / 2)], from: -r, to: r / 2, cuttable: false }] : []),
  ];
}
