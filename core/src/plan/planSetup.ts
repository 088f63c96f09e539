import { stateWithStock } from '../blank';
import { add, apply, rotationOf, scale, subtract, thenRotate, vec, type Rotation, type Vec3 } from '../frames';
import { worstFirst, type Told } from '../findings';
import { planBending, planHold, planMargins, type Obstacle } from '../hold';
import type { Setup } from '../job';
import { ledgerOf, NO_LEDGER, type TouchedStation } from '../ledger';
import type { CylinderFeature } from '../part';
import { planProve, planSeparation, planWay } from '../prove';
import { partComesFree } from '../prove/checks/partComesFree';
import { wayClear } from '../prove/checks/wayClear';
import { movedSetup, seatInWords, turnedBox, type SeatFacts } from '../seat';
import { onePlace } from '../seat/checks/onePlace';
import { isFlatDevice, stationFor, type Device, type Station } from '../shop';
import { isInOutlines, type Outlines } from '../solid';
import { speechIn } from '../units';
import { compareProgrammed, featureLevel, featureLevels, lengthBasis, lengthInRegister, nothingToTouch, registerValue, setterTop, toolOf, touchableFaces, touchAt, touchList, touchOffWorksheet, workZero, zeroInWords, type UprightRound } from '../zero';
import { marginHolds } from '../hold/checks/marginHolds';
import { partGives } from '../hold/checks/partGives';
import { checksOf } from './checksOfSetup';
import { floorThickness } from './floor';
import { piecesApart } from '../seat/checks/piecesApart';
import { besides, ofPieces, withPieces } from './pieces';
import type { PlannedPiece, PlannedSetup, SetupFacts } from './planned';
import type { Basis, Planner } from './planner';
import { elsewhereOn, lyingPart, seatKeyOf, seatOn } from './seating';
import type { Cut, Material } from './whatIsLeft';

/** One setup, its device standing where an earlier setup on the same station was touched off, if one was: seat, hold, zero, ledger, touch-off and prove, with what the checks say; without margins and what is in the way. */
export function planSetup(planner: Planner, basis: Basis, device: Device | null, before: Material, cut: Cut, setup: Setup, looksUp: boolean, touchedEarlier: TouchedStation | null = null): PlannedSetup {
  const { job, machine } = basis;
  const entered = machine?.stations.find((s) => s.id === setup.station) ?? null;
  const station = entered && stationFor(entered, device);
  const turn = JSON.stringify(setup.orientation);
  const floorMm = cut.removedBox ? planner.cache.get('floor', `${cut.left.key} ${turn} ${cut.along}`, () => floorThickness(cut.left.solid.mesh(), setup.orientation, cut.along)) : null;
  const base = {
    id: setup.id, op: setup.op, register: setup.register, setup, device, station, fromFirst: null, forces: null, safe: [], pieces: [],
    material: { loadedMm3: before.volumeMm3, leftMm3: cut.left.volumeMm3, removedMm3: cut.removedMm3, floorMm },
  };
  const told: Told = { setupId: setup.id, op: setup.op, speech: speechIn(job.units) };
  const check = (planned: PlannedSetup) => checksOf(basis, planned, looksUp, told);
  if (!device) return { ...base, facts: null, findings: worstFirst(check({ ...base, facts: null, findings: [] })) };
  const place = (s: Setup, touched: TouchedStation | null) => factsOf(planner, basis, device, station, touched, before, cut, s);
  const own = place(setup, touchedEarlier);
  const pieces = setup.further.map((piece, i): PlannedPiece => {
    const moved = { ...movedSetup(setup, device, piece), measured: null };
    return { number: i + 2, by: { x: piece.x, y: piece.y }, register: piece.register, setup: moved, facts: place(moved, own.touched) };
  });
  const facts = { ...own, hold: withPieces(own.hold, device, pieces) };
  const findings = check({ ...base, facts, findings: [] });
  findings.push(
    ...piecesApart([{ number: 1, seat: facts.seat }, ...pieces.map((p) => ({ number: p.number, seat: p.facts.seat }))], setup, device, told),
    ...ofPieces(findings, pieces, (p) => check({ ...base, setup: p.setup, register: p.setup.register, facts: p.facts, findings: [] })),
  );
  return { ...base, facts, pieces, findings: worstFirst(findings) };
}

/** Stands for a station that is not chosen, when the zero was touched off all the same. */
const NOWHERE: Station = { id: '', name: '', position: null, plusMinus: null, measuredFor: [], note: '' };

/** How far below the top of the material a bore or boss is touched. Common practice, no source. */
const TOUCHED_BELOW_TOP_MM = 3;

/** What of a setup says nothing of how it is held; all else does, also what is added later. */
const NOT_HOLD: { readonly [K in keyof Setup]?: null } = {
  id: null, op: null, does: null, register: null, zero: null, programmed: null, nextCopy: null, touchOff: null, lengths: null, consumables: null, firstPart: null, measured: null, program: null, why: null,
};

type Body = 'loaded' | 'left' | 'finished';

/** Looks along X from its far end: Y to the right, Z up. */
const X_UP: Rotation = { rows: [vec(0, 1, 0), vec(0, 0, 1), vec(1, 0, 0)] };

/** Cuts through the bodies of a setup: at a height of the device, in device X and Y, or across X, in Y and Z. */
function sectionsOf(planner: Planner, basis: Basis, before: Material, cut: Cut, setup: Setup, seat: SeatFacts, along: 'x' | 'z' = 'z'): (body: Body, at: number) => Outlines {
  const { translation: t } = seat.pose;
  const view = along === 'z' ? rotationOf(setup.orientation) : thenRotate(rotationOf(setup.orientation), X_UP);
  const [du, dv, up] = along === 'z' ? [t.x, t.y, t.z] : [t.y, t.z, t.x];
  const finished = basis.part;
  const bodies = { loaded: before, left: cut.left, finished: { key: finished.key, section: (v: typeof view, depth: number) => planner.kernel.section(finished.solid, v, depth) } };
  return (body, at) => {
    const depth = at - up;
    const seated = planner.cache.get('section', `${bodies[body].key} ${JSON.stringify(setup.orientation)} ${along} ${depth}`, () => bodies[body].section(view, depth));
    return seated.map((ring) => ring.map(([u, v]) => [u + du, v + dv] as const));
  };
}

function factsOf(planner: Planner, basis: Basis, device: Device, station: Station | null, touchedEarlier: TouchedStation | null, before: Material, cut: Cut, setup: Setup): SetupFacts {
  const { job, shop, machine, firstCopy, blank, material, resolved: { lookup, nameOf } } = basis;
  const { cache, kernel } = planner;
  const speech = speechIn(job.units);
  const { orientation } = setup;
  const lying = lyingPart(planner, basis, before, orientation);
  const { loaded, finished } = lying;
  const seatKey = seatKeyOf(basis, before, setup, device);
  const { seat, gripped, pinGaps } = cache.get('seat', seatKey, () => seatOn(lying, device, basis, setup));
  const sectionOf = sectionsOf(planner, basis, before, cut, setup, seat);
  const massKg = material ? material.densityKgM3 * before.volumeMm3 * 1e-9 : 0;
  const holdKey = JSON.stringify([seatKey, cut.left.key, { ...setup, ...NOT_HOLD }, shop.clamps, shop.altitude, material, job.units]);
  const hold = cache.get('hold', holdKey, () => planHold({ setup, seat, device, shop, material, speech, kernel, loaded, sectionOf, massKg }));
  const touchable = cache.get('touchable faces', `${seatKey} ${JSON.stringify(hold.open)}`, () => touchableFaces({ seat, loaded, finished, open: (faces) => hold.open[faces], blankSide: (s) => stateWithStock(job.blank, blank.allowance, s) }));
  const { levels } = featureLevels(setup.zero, orientation, lookup);
  const touched = setup.measured && seat.settled
    ? { position: subtract(setup.measured, workZero(seat, setup.zero, null, levels).shiftedInDevice), from: `Op ${setup.op}, ${setup.measured.from}` } : touchedEarlier;
  // without homing, machine coordinates are new every time the machine is switched on
  const lasting = machine && !machine.homing.homes && station ? { ...station, position: null } : station;
  const standing = touched ? { ...(station ?? NOWHERE), position: touched.position } : lasting;
  // a part that keeps sliding to and fro has no place, and so no zero
  const zero = workZero(seat, setup.zero, seat.settled ? standing : null, levels);
  const roundOf = (id: string): UprightRound | null => {
    const f = lookup(id);
    if (!f || f.kind === 'plane') return null;
    const [x, y] = [featureLevel(f, 'x', orientation), featureLevel(f, 'y', orientation)];
    if (x === null || y === null) return null;
    const { translation: t } = seat.pose;
    // a little below the top of the material, where the tool touches
    const filled = isInOutlines(sectionOf('loaded', seat.loadedBox.max.z - TOUCHED_BELOW_TOP_MM), [x + t.x, y + t.y]);
    const inside = f.kind !== 'boss';
    return { name: nameOf(id), inside, diameter: f.diameter, seated: { x, y }, isOpen: filled !== inside };
  };
  // what lies along the spindle and is empty after this setup where it was full before
  const makes = (f: CylinderFeature, at: Vec3): boolean => {
    if (cut.removedMm3 === 0 || featureLevel(f, 'x', orientation) === null || featureLevel(f, 'y', orientation) === null) return false;
    const p = apply(seat.pose, at);
    const filled = (body: Body) => isInOutlines(sectionOf(body, p.z), [p.x, p.y]);
    return filled('loaded') && !filled('left');
  };
  const bores = basis.bores.filter((f) => makes(f, f.at)).map((f) => ({ diameterMm: f.diameter }));
  // in the middle of the box of a hollow arc there is no material of the part
  const corners = basis.corners.filter((f) => makes(f, scale(add(f.box.min, f.box.max), 0.5))).map((f) => ({ radiusMm: f.diameter / 2 }));
  const touching = toolOf(setup, setup.touchOff.top.tool);
  const asked = { setup, seat, zero, touchable, roundOf, speech, lengthInRegister: touching && lengthInRegister(setup, touching, standing?.position?.z ?? null), commonZ: machine?.commonOffset.z ?? 0 };
  const worksheet = seat.settled ? touchOffWorksheet(asked) : nothingToTouch('The seat does not settle: there is no zero to find.');
  return {
    seat, gripped, pinGaps, hold, zero, touched,
    separation: isFlatDevice(device) ? planSeparation(setup, hold.frees, sectionOf('finished', seat.locators.z.at + 0.01), material?.yieldMPa ?? null) : null,
    ledger: !seat.settled ? NO_LEDGER : ledgerOf(setup, seat, zero, lasting, job.sizeTolerance, speech, nameOf, touched, lengthBasis(setup, setterTop(setup, standing?.position?.z ?? null)), machine?.commonOffset),
    touchOff: seat.settled ? touchList(worksheet, touchable, (face) => touchAt(asked, face)) : [],
    touchable, bores, corners, worksheet,
    register: !seat.settled ? { x: null, y: null, z: null } : registerValue(setup, zero, standing?.position?.z ?? null, machine?.commonOffset),
    prove: planProve(seat, zero, setup, hold.top, standing, machine, cut.removedBox ? turnedBox(cut.removedBox, orientation) : null, cut.along),
    programmed: setup.programmed ? compareProgrammed(setup.programmed, setup, seat, zero, firstCopy, blank.box, lookup) : null,
    says: { seat: seatInWords(seat, speech), zero: zeroInWords(setup.zero, orientation, nameOf) },
  };
}

const largest = (values: readonly (number | null)[]): number | null => values.reduce<number | null>((most, v) => (v === null ? most : Math.max(most ?? 0, v)), null);
const smallest = (values: readonly (number | null)[]): number | null => values.reduce<number | null>((least, v) => (v === null ? least : Math.min(least ?? Infinity, v)), null);

/** The setup with how hard it holds and what is in the way, and what the checks say of these. */
export function withForces(planner: Planner, basis: Basis, planned: PlannedSetup, before: Material, cut: Cut): PlannedSetup {
  const { facts, setup, device, pieces } = planned;
  if (!facts || !device) return planned;
  const told: Told = { setupId: setup.id, op: setup.op, speech: speechIn(basis.job.units) };
  const standing = pieces.length === 0 ? [] : planner.cache.get('seen from above', `${before.key} ${JSON.stringify(setup.orientation)}`, () => planner.kernel.silhouette(before.solid, rotationOf(setup.orientation)));
  const all = [{ number: 1, setup, facts }, ...pieces];
  const forces = all.map((p) => ({
    margin: marginOf(basis, p.facts, p.setup, device),
    way: wayOf(planner, basis, before, cut, p.setup, p.facts, device, all.filter((o) => o !== p).flatMap((o) => besides(o.number, o.facts, p.facts, standing))),
    bend: bendOf(planner, basis, before, cut, p.setup, p.facts, device, planned.material.floorMm),
    elsewhere: elsewhereOn(planner, basis, before, p.setup, device, p.facts.seat),
  }));
  const said = ({ margin, way, bend, elsewhere }: (typeof forces)[number], { seat }: SetupFacts) => [
    ...onePlace(seat, elsewhere, told), ...marginHolds(margin, told), ...partGives(bend, basis.material, told), ...wayClear(way, told), ...partComesFree(facts.separation, margin, told),
  ];
  const own = said(forces[0], facts);
  return { ...planned, forces: forces[0], findings: worstFirst([...planned.findings, ...own, ...ofPieces(own, pieces, (p) => said(forces[p.number - 1], p.facts))]) };
}

function marginOf(basis: Basis, { hold, prove }: SetupFacts, setup: Setup, device: Device) {
  return planMargins(hold, setup, basis.material, prove.removedBox, prove.lowestCut, device.kind === 'support grid' ? device.jetForceN : 0);
}

function bendOf(planner: Planner, basis: Basis, before: Material, cut: Cut, setup: Setup, { seat, hold, gripped, prove }: SetupFacts, device: Device, floorMm: number | null) {
  const { material } = basis;
  if (!material || !prove.removedBox) return null;
  return planBending({
    setup, seat, device, hold, gripped, kernel: planner.kernel, material, removed: prove.removedBox, lowestCut: prove.lowestCut, floorMm,
    sectionOf: sectionsOf(planner, basis, before, cut, setup, seat), acrossX: sectionsOf(planner, basis, before, cut, setup, seat, 'x'),
  });
}

function wayOf(planner: Planner, basis: Basis, before: Material, cut: Cut, setup: Setup, { seat, hold, prove }: SetupFacts, device: Device, others: readonly Obstacle[]) {
  const cutting = setup.tools.filter((t) => t.use !== 'other' || device.kind === 'support grid');
  const grid = device.kind === 'support grid' ? device : null;
  return planWay({
    kernel: planner.kernel, sectionOf: sectionsOf(planner, basis, before, cut, setup, seat), obstacles: [...hold.obstacles, ...others], lowestCut: prove.lowestCut, loadedTop: seat.loadedBox.max.z,
    toolMm: largest(cutting.map((t) => t.diameter)), holderMm: grid ? grid.headDiameter : largest(cutting.map((t) => t.holderDiameter)), stickOutMm: smallest(cutting.map((t) => t.stickOut)),
    headAt: grid ? seat.loadedBox.max.z + grid.headHeight : null,
  });
}
