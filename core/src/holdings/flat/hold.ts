import { vec, type Box3, type Vec3 } from '../../frames';
import { carriersHigh, LOCATED_SIDE, restHeight } from './seat';
import { liesFlat } from '../../seat';
import type { Bond, FlatDevice } from '../../shop';
import type { Outlines } from '../../solid';
import { clampEffects } from './clamps';
import { circle, ownWeight, rectangleRing, type HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import { flatOpens, flatRelease, flatSteps, type HeldBy } from './steps';
import { flatKindOf } from './kinds';
import { overhangOf } from './suction';
import { warmFactor } from '../../hold/sums';
import type { Figure, FreedPart, HoldContact, HoldFacts, HoldForce, HoldTrouble, Obstacle } from '../../hold/types';
import { patchOf, RIGID } from '../../hold/patch';
import { openOnFlat } from './open';

const FENCE_ENDS_MM = 20;

/** Up to eight points that reach farthest: what an area is supported at when a part wants to tip. */
export function farthestPoints(outlines: Outlines, z: number): Vec3[] {
  const points = outlines.flat();
  if (points.length === 0) return [];
  const picked = Array.from({ length: 8 }, (_, i) => {
    const [u, v] = [Math.cos((i * Math.PI) / 4), Math.sin((i * Math.PI) / 4)];
    return points.reduce((best, p) => (p[0] * u + p[1] * v > best[0] * u + best[1] * v ? p : best));
  });
  const distinct = [...new Map(picked.map((p) => [p.join(), p])).values()];
  return distinct.map(([x, y]) => vec(x, y, z));
}

function boxOf(outlines: Outlines, z: number): HoldContact['patch'] {
  const [xs, ys] = [outlines.flat().map((p) => p[0]), outlines.flat().map((p) => p[1])];
  return xs.length === 0 ? { min: vec(0, 0, z), max: vec(0, 0, z) } : { min: vec(Math.min(...xs), Math.min(...ys), z), max: vec(Math.max(...xs), Math.max(...ys), z) };
}

/** What of the underside is held: all that lies there, or once a cut has gone through, the part alone. */
interface Underside {
  readonly loaded: Outlines;
  /** after the cut: what bears, where the part has been cut free only the part */
  readonly held: Outlines;
  /** the cut takes away what joined a part to the rest of the blank, tabs and skin aside */
  readonly frees: boolean;
  /** the part alone is left to hold */
  readonly alone: boolean;
  readonly overEdgeMm2: number;
}

/** So far around a part nothing may be left if it stands alone, mm. */
const AROUND_MM = 0.3;

/** Whether nothing touches a part's outline from outside. */
function standsAlone(kernel: HoldOf<FlatDevice>['kernel'], ring: Outlines[number], material: Outlines): boolean {
  const around = kernel.flatDifference(kernel.offset([ring], AROUND_MM, 'round'), [ring]);
  return kernel.flatArea(kernel.flatCommon(around, material)) < 1e-3 * kernel.flatArea(around);
}

export function undersideOf(input: HoldOf<FlatDevice>): Underside {
  const { kernel, sectionOf, seat, device, setup } = input;
  const level = seat.locators.z.at + 0.01;
  const kind = flatKindOf(device);
  const place = kind.area(device, setup.hold, kernel);
  const on = (o: Outlines) => kernel.flatCommon(o, place);
  const [loaded, left] = [sectionOf('loaded', level), sectionOf('left', level)];
  // tabs or a skin still join the part to the rest of the sheet
  const joined = setup.hold.separation.way === 'tabs' || setup.hold.separation.way === 'skin';
  const finished = sectionOf('finished', level);
  const frees = finished.some((ring) => signedArea(ring) > 0 && standsAlone(kernel, ring, left) && !standsAlone(kernel, ring, loaded));
  const alone = frees && !joined;
  return { loaded: on(loaded), overEdgeMm2: kind.wholeTop ? kernel.flatArea(kernel.flatDifference(loaded, place)) : 0, held: on(alone ? kernel.flatCommon(left, finished) : left), frees, alone };
}

/** What a bond holds on the area that sticks. */
function bondContact(bond: Bond, stuck: Outlines, factor: number, { kernel, seat }: HoldOf<FlatDevice>): HoldContact[] {
  const points = farthestPoints(stuck, seat.locators.z.at);
  if (points.length < 3) return [];
  const areaMm2 = kernel.flatArea(stuck);
  const sticks = (areaMm2 * bond.share * factor) / 100;
  // a part that is lifted peels from a corner: the front there is no longer than the area is narrow
  const { min, max } = boxOf(stuck, 0);
  const front = Math.min(max.x - min.x, max.y - min.y);
  const peel = bond.peelNPerMm > 0 ? bond.peelNPerMm * front * factor : Infinity;
  return [{
    name: bond.kind, kind: 'bond', points, inward: vec(0, 0, 1), areaMm2, friction: 0, forceN: 0,
    pullN: Math.min(sticks * bond.pullMPa, peel), shearN: sticks * bond.shearMPa, patch: boxOf(stuck, seat.locators.z.at),
  }];
}

/** What carries an area from below. */
function restContact(name: string, on: Outlines, { kernel, seat, device }: HoldOf<FlatDevice>): HoldContact[] {
  const points = farthestPoints(on, seat.locators.z.at);
  if (points.length < 3) return [];
  return [{ name, kind: 'locator', points, inward: vec(0, 0, 1), areaMm2: kernel.flatArea(on), surface: seat.rest.surface, friction: device.friction, ...RIGID, patch: boxOf(on, seat.locators.z.at) }];
}

/** A pin or fence still holds a part that is cut free where it stands against the part itself, not against stock that is gone. */
function standsAgainst({ patch }: HoldContact, box: Box3): boolean {
  const near = (a: number, b: number) => Math.abs(a - b) < 0.05;
  const flat = patch.max.x - patch.min.x < 1e-9 ? 'x' : 'y';
  const along = flat === 'x' ? 'y' : 'x';
  return (near(patch.min[flat], box.min[flat]) || near(patch.min[flat], box.max[flat])) && patch.max[along] > box.min[along] && patch.min[along] < box.max[along];
}

/** What acts on the underside and on the part, before it falls into several. */
interface ActingOn {
  readonly restName: string;
  readonly bonded: (on: Outlines) => HoldContact[];
  readonly pins: readonly HoldContact[];
  /** of clamps */
  readonly onPart: readonly HoldContact[];
  readonly forces: readonly HoldForce[];
}

/** Parts that a cut frees, each by itself: what bears under it, and of clamps, suction, weights and pins what acts on it. */
function freedParts(input: HoldOf<FlatDevice>, held: Outlines, acting: ActingOn): FreedPart[] {
  const { kernel } = input;
  const { restName, bonded, pins, onPart, forces } = acting;
  return held.filter((ring) => signedArea(ring) > 0).map((outer) => {
    const on = kernel.flatCommon(held, [outer]);
    const box = boxOf(on, input.seat.locators.z.at);
    const here = ({ x, y }: Vec3) => kernel.flatArea(kernel.flatCommon([outer], [rectangleRing(x - 0.01, y - 0.01, x + 0.01, y + 0.01)])) > 0;
    return {
      areaMm2: kernel.flatArea(on), box,
      contacts: [...restContact(restName, on, input), ...bonded(on), ...pins.filter((c) => standsAgainst(c, box)), ...onPart.filter((c) => here(c.points[0]))],
      forces: forces.filter((f) => here(f.at)),
    };
  });
}

/** Pins and fences that stand against the part: as contacts, and as what is in the way. */
function locatorsOf({ setup, seat, device }: HoldOf<FlatDevice>): { contacts: HoldContact[]; obstacles: Obstacle[] } {
  const plate = setup.hold;
  const contacts: HoldContact[] = [];
  const obstacles: Obstacle[] = [];
  if (plate.pinsOut) return { contacts, obstacles };
  for (const axis of ['x', 'y'] as const) {
    const { by, side, at, pins } = plate[axis];
    if (by !== 'pins' && by !== 'fence') continue;
    const outwards = LOCATED_SIDE[side][0] === '+' ? 1 : -1;
    const r = plate.pinDiameter / 2;
    const swap = (along: number, across: number): [number, number] => (axis === 'x' ? [along, across] : [across, along]);
    if (seat[axis].touches) contacts.push({ name: seat.locators[axis].name, kind: 'locator', ...patchOf(seat[axis], at), areaMm2: seat[axis].flatAreaMm2, friction: device.friction, ...RIGID });
    if (by === 'fence') {
      // a fence is as long as the part's side, and a little more
      const across = axis === 'x' ? 'y' : 'x';
      const [a, b] = [swap(at, seat.loadedBox.min[across] - FENCE_ENDS_MM), swap(at + outwards * plate.pinDiameter, seat.loadedBox.max[across] + FENCE_ENDS_MM)];
      obstacles.push({ name: `${side} fence`, footprint: [rectangleRing(a[0], a[1], b[0], b[1])], from: 0, to: plate.pinHeight, cuttable: false });
    } else {
      pins.forEach((p, i) => obstacles.push({ name: pins.length === 1 ? `${side} pin` : `${side} pin ${i + 1}`, footprint: [circle(...swap(at + outwards * r, p), r)], from: 0, to: plate.pinHeight, cuttable: false }));
    }
  }
  return { contacts, obstacles };
}

/** A part that lies flat: what carries it, what it is set against, and whatever presses, sucks or sticks it down. */
export function holdOnFlat(input: HoldOf<FlatDevice>): HoldFacts {
  const { device, setup, seat, speech, shop, kernel } = input;
  const bond = shop.bonds.find((b) => b.id === setup.hold.bond) ?? null;
  const under = undersideOf(input);
  const rest = restHeight(device, setup.hold, bond);
  const clamps = clampEffects(input);
  const kind = flatKindOf(device);
  const pull = kind.pull(input);
  const located = locatorsOf(input);
  const warm = bond ? warmFactor(setup.hold.temperature, bond.fullTo, bond.noneAt) : 1;
  const taped = bond ? kernel.offset(under.loaded, -setup.hold.bondInset) : [];
  const stuck = kernel.flatCommon(taped, under.held);
  const bonded = (on: Outlines) => (bond ? bondContact(bond, kernel.flatCommon(stuck, on), warm, input) : []);
  const areaMm2 = kernel.flatArea(under.held);
  const restName = bond ? device.kind : seat.locators.z.name;
  const onPart = clamps.flatMap((c) => c.contacts);
  const pressing = [...pull.forces, ...clamps.flatMap((c) => c.forces)];
  const contacts: HoldContact[] = [...restContact(restName, under.held, input), ...located.contacts, ...onPart, ...bonded(under.held)];
  const freed = under.alone ? freedParts(input, under.held, { restName, bonded, pins: located.contacts, onPart, forces: pressing }) : [];
  const trouble: HoldTrouble[] = [
    ...clamps.flatMap((c) => c.trouble), ...pull.trouble,
    ...(setup.hold.bond && !bond ? [{ kind: 'bond-not-chosen' as const }] : []),
    ...(bond && warm === 0 ? [{ kind: 'bond-too-warm' as const, at: setup.hold.temperature, noneAt: bond.noneAt }] : []),
  ];
  const lies = liesFlat(seat) ? speech.area(areaMm2) : `nothing flat on the ${seat.locators.z.name}`;
  const figures: Figure[] = [
    { label: under.alone ? 'Underside, cut free' : 'Underside', value: lies },
    ...pull.figures,
    ...(freed.length > 1 ? [{ label: `Smallest of ${freed.length} parts`, value: speech.area(Math.min(...freed.map((f) => f.areaMm2))) }] : []),
    ...(bond ? [{ label: 'Sticks', value: `${speech.area(kernel.flatArea(stuck))}, ${Math.round(warm * 100)} % of its strength at ${setup.hold.temperature} °C` }] : []),
    ...clamps.flatMap((c) => c.contacts.filter((x) => x.forceN > 0).map((x) => ({ label: x.name, value: speech.force(x.forceN) }))),
    ...clamps.flatMap((c) => c.forces.map((f) => ({ label: f.name, value: `${speech.force(-f.forceN.z)} down` }))),
  ];
  const by: HeldBy = { device, setup, bond, kinds: setup.hold.clamps.flatMap((c) => shop.clamps.filter((x) => x.id === c.clamp).map((x) => x.kind)) };
  return {
    kind: device.kind, frees: under.frees, top: kind.top(device, rest), open: openOnFlat(setup.hold, input.touchDiameterMm, carriersHigh(device)),
    vise: null, wall: null, contacts, forces: [...ownWeight(input), ...pressing], freed,
    obstacles: [...located.obstacles, ...clamps.flatMap((c) => c.obstacles)],
    drawn: [...pull.drawn, ...(bond ? [{ role: 'bond' as const, outlines: taped }] : [])], trouble, overhangMm: device.kind === 'vacuum pods' ? overhangOf(input, device) : 0, overEdgeMm2: under.overEdgeMm2, figures,
    steps: flatSteps({ setup, seat, device, bond, speech, clamps: clamps.map((c) => c.step).filter((s) => s !== ''), pull }), release: flatRelease(by), opens: flatOpens(by),
  };
}
