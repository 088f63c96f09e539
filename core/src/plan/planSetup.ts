import type { BlankFacts } from '../blank';
import type { Box3 } from '../frames';
import { worstFirst } from '../findings';
import { NOT_HOLD, type HoldSetup } from '../hold';
import type { Job, Setup } from '../job';
import type { TouchedStation } from '../ledger';
import type { CylinderFeature, Feature, Part } from '../part';
import { holdingOf } from '../holdings';
import type { SeatedPart } from '../seat';
import { stationFor, type Bond, type Device, type Machine, type Shop, type Station, type WorkMaterial } from '../shop';
import type { Kernel } from '../solid';
import type { Speech } from '../units';
import type { FeaturesHere } from './features';
import { fields, type Graph } from './graph';
import type { StandingPiece } from './pieces';
import type { ForceFacts, PlannedPiece, PlannedSetup, SetupFacts } from './planned';
import { floorStage } from './stages/bodies';
import { madeStage, proveStage, separationStage } from './stages/cutting';
import { findingsStage, forceFindingsStage, pieceFindingsStage } from './stages/findings';
import { bendStage, holdStage, marginStage, othersStage, standingStage, wayStage } from './stages/hold';
import { aboveStage, cuttableStage, lyingStage, sectionsStage, turnedStage, type Sections } from './stages/lying';
import { elsewhereOn, seatOn } from './stages/seat';
import { ledgerStage, programmedStage, touchableStage, touchStage, wordsStage, zeroStage } from './stages/zero';
import { factsStage, forcesStage, piecesStage, plannedStage, withPiecesStage } from './stages/planned';
import type { Cut, Material } from './whatIsLeft';

/** What all setups of one plan are computed from. Nothing of it is a stage's input as a whole. */
export interface Whole {
  readonly kernel: Kernel;
  readonly job: Job;
  readonly shop: Shop;
  readonly machine: Machine | null;
  readonly material: WorkMaterial | null;
  /** all copies together */
  readonly part: Part;
  readonly firstCopy: Box3;
  readonly blank: BlankFacts;
  /** features of the first copy */
  readonly rounds: readonly Feature[];
  readonly speech: Speech;
  /** now: margins and what is in the way are computed; known: only taken where they are known already */
  readonly forces: 'now' | 'known';
}

/** One setup to be planned: with the material before it and what it cuts. */
export interface Here {
  readonly setup: Setup;
  /** the face it cuts down to looks up, or there is none */
  readonly looksUp: boolean;
  readonly before: Material;
  readonly cut: Cut;
  /** where an earlier setup with the same device on the same station was touched off */
  readonly earlier: TouchedStation | null;
  readonly here: FeaturesHere;
}

/** What lies in a setup, and how it is cut through. */
interface Lying {
  readonly part: SeatedPart;
  readonly loadedCuts: Sections;
  readonly leftCuts: Sections;
  readonly finishedCuts: Sections;
}

/** What a device's hold hangs on besides the setup. */
interface On {
  readonly device: Device;
  readonly station: Station | null;
  readonly bond: Bond | null;
  readonly clamps: Shop['clamps'];
}

const isHold = (key: string): key is keyof HoldSetup => !(NOT_HOLD as readonly string[]).includes(key);
const holdOf = (g: Graph, setup: Setup): HoldSetup => fields(g, setup, ...Object.keys(setup).filter(isHold));

const isBore = (f: Feature): f is CylinderFeature => f.kind === 'bore';
const isCorner = (f: Feature): f is CylinderFeature => f.kind === 'round' && f.hollow;

function lyingIn(g: Graph, { kernel, job, part, firstCopy, blank }: Whole, { setup: { orientation }, before, cut }: Here): Lying {
  const loaded = g.run(turnedStage, { solid: before.solid, orientation });
  const finished = g.run(turnedStage, { solid: part.solid, orientation });
  const lying = g.run(lyingStage, { loaded, finished, orientation, firstCopy, blank: g.same(blank.box), allowance: g.same(blank.allowance), sides: fields(g, job.blank, 'sides'), flats: before.flats });
  const cuts = (body: Material | ReturnType<typeof cuttableStage.compute>) => g.run(sectionsStage, { body, orientation, across: 'z' });
  return { part: lying, loadedCuts: cuts(before), leftCuts: cuts(cut.left), finishedCuts: cuts(g.run(cuttableStage, { kernel, solid: part.solid })) };
}

/** Seat, hold, zero, account, touch-off and what the cut does, for one piece. */
function factsOf(g: Graph, whole: Whole, { here, before, cut, earlier }: Here, { part, ...cuts }: Lying, on: On, setup: Setup): SetupFacts {
  const { kernel, job, shop, machine, material, speech } = whole;
  const { device, station, bond, clamps } = on;
  const { orientation } = setup;
  const { seat, gripped, pinGaps } = seatOn(g, part, device, bond, setup);
  const massKg = material ? material.densityKgM3 * before.volumeMm3 * 1e-9 : 0;
  const hold = g.run(holdStage, { kernel, setup: holdOf(g, setup), seat, gripped, device, shop: g.same({ clamps, bonds: bond ? [bond] : [], altitude: shop.altitude }), material, speech, loaded: part.loaded, massKg, touchDiameterMm: setup.touchOff.side.diameter, ...cuts });
  const touchable = g.run(touchableStage, { part, seat, open: g.same(hold.open) });
  const zeroed = g.run(zeroStage, { setup: fields(g, setup, 'op', 'orientation', 'zero', 'measured'), seat, here, station, homes: machine?.homing.homes ?? true, earlier: g.same(earlier) });
  const { zero, standing, touched } = zeroed;
  const common = machine?.commonOffset ?? null;
  const account = g.run(ledgerStage, { setup: fields(g, setup, 'orientation', 'zero', 'lengths', 'tools'), why: setup.why.zero, seat, zeroed, here, sizeTolerance: job.sizeTolerance, speech, common });
  const touching = g.run(touchStage, { setup: fields(g, setup, 'orientation', 'touchOff', 'lengths', 'tools'), seat, zeroed, touchable, here, loaded: cuts.loadedCuts, speech, commonZ: common?.z ?? 0 });
  const made = g.run(madeStage, { bores: g.list(whole.rounds.filter(isBore)), corners: g.list(whole.rounds.filter(isCorner)), cut, orientation, loaded: cuts.loadedCuts, left: cuts.leftCuts });
  const separation = holdingOf(device).separates ? g.run(separationStage, { setup: fields(g, setup, 'separation', 'outlineCutter'), frees: hold.frees, finished: cuts.finishedCuts, seat, yieldMPa: material?.yieldMPa ?? null }) : null;
  const prove = g.run(proveStage, { seat, zero, tools: setup.tools, top: g.same(hold.top), station: g.same(standing), machine, removedBox: g.same(cut.removedBox), orientation, along: cut.along });
  const programmed = g.run(programmedStage, { programmed: setup.programmed, setup: fields(g, setup, 'orientation', 'zero'), seat, zero, part: whole.firstCopy, blank: g.same(whole.blank.box), here });
  const says = g.run(wordsStage, { seat, zero: setup.zero, orientation, here, speech });
  return g.run(factsStage, { seat, gripped, pinGaps, hold, zero, touched, separation, ...account, ...touching, touchable, ...made, prove, programmed, says });
}

/** How hard one piece is held, what is in the way and where it gives; null: not known yet, and not asked to compute. */
function forcesOf(g: Graph, { kernel, material, forces }: Whole, { cut }: Here, { part, ...cuts }: Lying, { device, bond }: On, { setup, facts }: Pick<PlannedPiece, 'setup' | 'facts'>, others: readonly StandingPiece[], above: ReturnType<typeof aboveStage.compute>, floorMm: number | null): ForceFacts | null {
  const { seat, hold, prove, gripped } = facts;
  const how = forces === 'now' ? 'run' : 'peek';
  const removed = g.same(prove.removedBox);
  const { lowestCut } = prove;
  const margin = g[how](marginStage, { hold, tools: setup.tools, material, removed, lowestCut, jetForceN: holdingOf(device).jet(device)?.forceN ?? 0 });
  const inTheWay = g.run(othersStage, { own: hold, others: g.list(others), above });
  const way = g[how](wayStage, { kernel, device, tools: setup.tools, seat, hold, lowestCut, others: inTheWay, ...cuts });
  const leftAcross = g.run(sectionsStage, { body: cut.left, orientation: setup.orientation, across: 'x' });
  const bends = material !== null && removed !== null;
  const bend = bends ? g[how](bendStage, { kernel, setup: holdOf(g, setup), seat, device, hold, gripped, material, removed, lowestCut, floorMm, leftCuts: cuts.leftCuts, leftAcross }) : null;
  const elsewhere = elsewhereOn(g, how, { part, device, bond, setup, seat });
  if (!margin || !way || (bends && !bend) || !elsewhere) return null;
  return { margin, way, bend, elsewhere };
}

/** One setup: seat, hold, zero, ledger, touch-off and prove of every piece, with what the checks say; margins and what is in the way where they are asked for or known. */
export function planSetup(g: Graph, whole: Whole, at: Here): PlannedSetup {
  const { job, shop, machine, material, speech } = whole;
  const { setup, looksUp, before, cut, here } = at;
  const device = g.same(shop.devices.find((d) => d.id === setup.device) ?? null);
  const entered = machine?.stations.find((s) => s.id === setup.station) ?? null;
  const station = g.same(entered && stationFor(entered, device));
  const floorMm = g.run(floorStage, { cut, orientation: setup.orientation });
  const base = {
    id: setup.id, op: setup.op, register: setup.register, setup, device, station, material: g.same({ loadedMm3: before.volumeMm3, leftMm3: cut.left.volumeMm3, removedMm3: cut.removedMm3, floorMm }),
  };
  const checked = { setup, looksUp, device, station, machine, machineId: job.machine, material, here, speech };
  if (!device) return g.run(plannedStage, { ...base, facts: null, pieces: g.list([]), forces: null, findings: g.list(worstFirst(g.run(findingsStage, { ...checked, facts: null }))) });

  const on: On = {
    device, station, bond: g.same(shop.bonds.find((b) => b.id === setup.plate.bond) ?? null),
    clamps: g.same(shop.clamps.filter((c) => setup.plate.clamps.some((p) => p.clamp === c.id))),
  };
  const lying = lyingIn(g, whole, at);
  const own = factsOf(g, whole, at, lying, on, setup);
  const pieces = g.list(setup.further.map((piece, i): PlannedPiece => {
    const moved = g.same({ ...holdingOf(device).moved(setup, piece), register: piece.register ?? setup.register, measured: null });
    return g.run(piecesStage, { number: i + 2, by: g.same({ x: piece.x, y: piece.y }), register: piece.register, setup: moved, facts: factsOf(g, whole, { ...at, earlier: own.touched }, lying, on, moved) });
  }));
  const facts = g.run(withPiecesStage, { own, device, pieces });
  const first = g.run(findingsStage, { ...checked, facts });
  const others = g.run(pieceFindingsStage, { ...checked, device, facts, pieces, first });
  const found = worstFirst([...first, ...others]);
  const all = [{ number: 1, setup, facts: own }, ...pieces];
  const above = pieces.length === 0 ? NOTHING : g.run(aboveStage, { kernel: whole.kernel, solid: before.solid, orientation: setup.orientation });
  const standing = all.map((p) => g.run(standingStage, { number: p.number, seat: p.facts.seat, hold: p.facts.hold }));
  const forces = all.map((p) => forcesOf(g, whole, at, lying, on, p, standing.filter((o) => o.number !== p.number), above, floorMm));
  const known = forces.every((f) => f !== null) ? g.list(forces.map((f) => g.run(forcesStage, f))) : null;
  const said = known && g.run(forceFindingsStage, { setup: fields(g, setup, 'id', 'op'), facts, pieces, forces: known, material, speech });
  return g.run(plannedStage, { ...base, facts, pieces, forces: known?.[0] ?? null, findings: g.list(said ? worstFirst([...found, ...said]) : found) });
}

const NOTHING: ReturnType<typeof aboveStage.compute> = [];
