import { copiedMesh, planBlank, stateOf, type BlankFacts } from '../blank';
import { blankContainsPart } from '../blank/checks/blankContainsPart';
import { blankIsMade } from '../blank/checks/blankIsMade';
import { cutterFitsGap } from '../blank/checks/cutterFitsGap';
import { partInsideBlank } from '../blank/checks/partInsideBlank';
import { AXES, rotationOf, type Box3 } from '../frames';
import { worstFirst, type Finding, type Told } from '../findings';
import { planHold } from '../hold';
import { gripDepth } from '../hold/checks/gripDepth';
import { jawsTouch } from '../hold/checks/jawsTouch';
import { jawOpening } from '../hold/checks/jawOpening';
import { parallelsBelowJaws } from '../hold/checks/parallelsBelowJaws';
import { rawCaught } from '../hold/checks/rawCaught';
import { isFileBody, type Job, type Setup } from '../job';
import { ledgerOf, shiftBetween, type ShiftSide } from '../ledger';
import { findFeatures, makePart, partKey, seatedMesh, severalOf, summarizePart, type BodyMeshes, type FeatureSurface, type Part } from '../part';
import { featuresFound } from '../part/checks/featuresFound';
import { planProve } from '../prove';
import { cutClearsJaws } from '../prove/checks/cutClearsJaws';
import { cutsSomething } from '../prove/checks/cutsSomething';
import { cutInsideTravel } from '../prove/checks/cutInsideTravel';
import { zeroInsideTravel } from '../prove/checks/zeroInsideTravel';
import { zTravelNotProven } from '../prove/checks/zTravelNotProven';
import { seatInVise, seatInWords, turnedBox } from '../seat';
import { partRests } from '../seat/checks/partRests';
import { rawFaceLocates } from '../seat/checks/rawFaceLocates';
import { seatSettles } from '../seat/checks/seatSettles';
import { stopOnFace } from '../seat/checks/stopOnFace';
import { stopTouches } from '../seat/checks/stopTouches';
import type { Machine, Shop, Station, Vise } from '../shop';
import { turnMesh, type Kernel, type Result, type Solid } from '../solid';
import { describeTransition } from '../transition';
import { sameFaceLost } from '../transition/checks/sameFaceLost';
import { speechIn } from '../units';
import { compareProgrammed, featureLevel, featureLevels, looksTowards, planTouchOff, touchableFaces, workZero, zeroInWords } from '../zero';
import { stationKnown } from '../zero/checks/stationKnown';
import { zeroAsProgrammed } from '../zero/checks/zeroAsProgrammed';
import { zeroOnFeature } from '../zero/checks/zeroOnFeature';
import { blankMaterial, releaseBlank, type BlankMaterial } from './blankMaterial';
import { StageCache } from './cache';
import { depthFaceLooksUp } from './checks/depthFaceLooksUp';
import { machineChosen } from './checks/machineChosen';
import { metalNeverReached } from './checks/metalNeverReached';
import { registerOnMachine } from './checks/registerOnMachine';
import { registerUsedTwice, type RegisterUse } from './checks/registerUsedTwice';
import { stationOnMachine } from './checks/stationOnMachine';
import { viseChosen } from './checks/viseChosen';
import type { PlannedJob, PlannedSetup, PlannedTransition, SetupFacts } from './planned';
import { isFlatIn } from './flats';
import { floorThickness } from './floor';
import { resolveFeatures, withDepth, type Resolved } from './resolve';
import { cutFrom, depthPlane, unreachedMetal, type Cut, type Material } from './whatIsLeft';

export interface PlanInput {
  readonly job: Job;
  readonly shop: Shop;
  /** meshes of the bodies a STEP part may refer to */
  readonly bodies: BodyMeshes;
}

/** The solids behind a planned job, for drawing. Valid until the next plan. */
export interface PlanSolids {
  readonly part: Part;
  /** the first copy, where there are several, with the features of its surface */
  readonly one: Part;
  readonly surface: FeatureSurface;
  readonly blank: Material;
  readonly cuts: readonly Cut[];
  /** metal never reached; null: none */
  readonly unreached: { readonly key: string; readonly solid: Solid } | null;
}

/** What every setup of one plan is computed from. */
interface Basis {
  readonly job: Job;
  readonly shop: Shop;
  readonly machine: Machine | null;
  /** all copies together */
  readonly part: Part;
  readonly firstCopy: Box3;
  readonly blank: BlankFacts;
  readonly resolved: Resolved;
}

/**
 * Plans jobs, keeping what an edit does not touch. One planner per thread and kernel.
 * @example const planner = new Planner(await loadKernel()); planner.plan({ job, shop, bodies });
 */
export class Planner {
  readonly cache = new StageCache();
  #solids: PlanSolids | null = null;

  constructor(readonly kernel: Kernel) {}

  /** Solids of the last plan; null when it failed. */
  get solids(): PlanSolids | null {
    return this.#solids;
  }

  /**
   * job + shop + solids in, planned job out.
   * @returns a problem only when there is no part to plan with; everything else is a finding
   */
  plan(input: PlanInput): Result<PlannedJob> {
    const { job } = input;
    this.#solids = null;
    const one = this.#part(input);
    if (!one.ok) return one;
    const found = this.cache.get('features', one.value.key, () => findFeatures(one.value.surface, one.value.box));
    const summary = this.cache.get('part summary', one.value.key, () => summarizePart(one.value, found));
    const blank = this.#blank(one.value, input);
    const part = this.#copies(one.value, blank, job);
    const speech = speechIn(job.units);
    const whole: Told = { setupId: null, op: null, speech };
    const machine = input.shop.machines.find((m) => m.id === job.machine) ?? null;
    const resolved = resolveFeatures(job, summary.features.features, one.value.box, speech);
    const findings: Finding[] = [...blankContainsPart(blank, whole), ...blankIsMade(blank, whole), ...cutterFitsGap(job.copies, whole), ...featuresFound(resolved.referred, whole)];
    const base = { part: summary, referred: resolved.referred, blank, machine };
    if (!blank.hasVolume) {
      this.cache.endPlan();
      return { ok: true, value: { ...base, setups: [], transitions: [], unreached: null, findings } };
    }
    const { material, kept, keptMm3, outside } = this.#blankMaterial(part, blank);
    findings.push(...partInsideBlank(blank, outside, whole));
    const basis: Basis = { job, shop: input.shop, machine, part, firstCopy: one.value.box, blank, resolved };
    const cuts: Cut[] = [];
    const setups: PlannedSetup[] = [];
    for (const asEntered of job.setups) {
      const { setup, looksUp } = withDepth(asEntered, part.box, resolved.lookup);
      const before = cuts.at(-1)?.left ?? material;
      const cut = this.#cut(part, before, kept, keptMm3, setup);
      cuts.push(cut);
      setups.push(this.#setup(basis, before, cut, setup, looksUp, setups[0] ?? null));
    }
    const transitions = setups.slice(1).flatMap((to, i) => this.#transition(setups[i], to, job));
    const last = cuts.at(-1)?.left ?? material;
    const unreachedKey = `${last.key} / ${part.key}`;
    const { facts: unreached, rest } = this.cache.get('unreached', unreachedKey, () => unreachedMetal(this.kernel, last, part), (u) => u.rest?.release());
    findings.push(
      ...setups.flatMap((s) => s.findings),
      ...transitions.flatMap((t) => sameFaceLost(t.facts, job.sizeTolerance, { setupId: t.toId, op: t.toOp, speech })),
      ...registerUsedTwice(setups.flatMap(registerUse), zerosApart(job), (use) => ({ setupId: use.setupId, op: use.op, speech })),
      ...metalNeverReached(unreached, setups.at(-1)?.op ?? null, whole),
    );
    this.#solids = { part, one: one.value, surface: found.surface, blank: material, cuts, unreached: rest && unreached.pieces.length > 0 ? { key: `unreached ${unreachedKey}`, solid: rest } : null };
    this.cache.endPlan();
    return { ok: true, value: { ...base, setups, transitions, unreached, findings: worstFirst(findings) } };
  }

  #part(input: PlanInput): Result<Part> {
    const { body } = input.job;
    const key = isFileBody(body) ? input.bodies(body)?.key : partKey(body);
    if (key === undefined) return makePart(this.kernel, body, input.bodies);
    return this.cache.get('part', key, () => makePart(this.kernel, body, input.bodies), (made) => { if (made.ok) made.value.solid.release(); });
  }

  #blank(one: Part, { job, bodies }: PlanInput): BlankFacts {
    const solid = job.blank.solid && bodies(job.blank.solid)?.key;
    const key = JSON.stringify([one.box, job.allowance, job.blank, job.copies, solid]);
    return this.cache.get('blank facts', key, () => planBlank(one.box, job, bodies));
  }

  #copies(one: Part, blank: BlankFacts, job: Job): Part {
    if (blank.copies.length === 1) return one;
    const key = JSON.stringify(job.copies);
    return this.cache.get('copies', `${one.key} ${key}`, () => severalOf(this.kernel, one, copiedMesh(one.surface, blank.copies), key), (part) => part.solid.release());
  }

  #blankMaterial(part: Part, blank: BlankFacts): BlankMaterial {
    const key = `${part.key} in ${blank.key}`;
    return this.cache.get('blank', key, () => blankMaterial(this.kernel, part, blank, key), (made) => releaseBlank(made, part));
  }

  #cut(part: Part, before: Material, kept: Solid, keptMm3: number, setup: Setup): Cut {
    const { up } = setup.orientation;
    return this.cache.get('what is left', `${before.key} → ${up} ${setup.cutsBelowTop}`, () =>
      cutFrom(this.kernel, before, kept, keptMm3, up, depthPlane(part, up, setup.cutsBelowTop)),
    (cut) => { if (cut.left !== before && cut.left.solid !== kept) cut.left.solid.release(); });
  }

  #setup(basis: Basis, before: Material, cut: Cut, setup: Setup, looksUp: boolean, first: PlannedSetup | null): PlannedSetup {
    const { job, shop, machine, part, firstCopy, blank, resolved } = basis;
    const vise = shop.vises.find((v) => v.id === setup.vise) ?? null;
    const features = resolved.referred.filter((r) => r.usedBy.length > 0).map((r) => [r.id, r.name, r.match.state === 'gone' ? null : r.match.feature.id]);
    const key = JSON.stringify([before.key, part.key, firstCopy, blank.box, job.blank.sides, setup, looksUp, features, vise, machine, job.machine, job.units, job.sizeTolerance]);
    const planned = this.cache.get('setup', key, () => this.#planSetup(basis, vise, before, cut, setup, looksUp));
    if (!first?.facts || !planned.facts) return planned;
    const { facts } = first;
    const fromFirst = this.cache.get('shift from first', `${key} from ${JSON.stringify([first.setup, facts.ledger])}`, () =>
      shiftBetween(side(first, facts), side(planned, planned.facts!), job.sizeTolerance, speechIn(job.units)));
    return { ...planned, fromFirst };
  }

  #planSetup(basis: Basis, vise: Vise | null, before: Material, cut: Cut, setup: Setup, looksUp: boolean): PlannedSetup {
    const { job, machine, resolved: { lookup, nameOf } } = basis;
    const speech = speechIn(job.units);
    const told: Told = { setupId: setup.id, op: setup.op, speech };
    const station = machine?.stations.find((s) => s.id === setup.station) ?? null;
    const findings = [
      ...viseChosen(setup, vise, told), ...machineChosen(machine, job.machine, told), ...stationOnMachine(setup, machine, told), ...registerOnMachine(setup, machine, told),
      ...depthFaceLooksUp(looksUp, nameOf(setup.cutsTo ?? ''), setup, told),
    ];
    const turn = JSON.stringify(setup.orientation);
    const floorMm = cut.removedBox ? this.cache.get('floor', `${cut.left.key} ${turn} ${cut.along}`, () => floorThickness(cut.left.solid.mesh(), setup.orientation, cut.along)) : null;
    const base = {
      id: setup.id, op: setup.op, register: setup.register, setup, vise, station, fromFirst: null,
      material: { loadedMm3: before.volumeMm3, leftMm3: cut.left.volumeMm3, removedMm3: cut.removedMm3, floorMm },
    };
    if (!vise) return { ...base, facts: null, findings };
    const facts = this.#facts(basis, vise, station, before, cut, setup);
    const { seat, hold, prove } = facts;
    const height = setup.parallels.height;
    const stopFace = setup.stop.face ? lookup(setup.stop.face) : null;
    findings.push(
      ...parallelsBelowJaws(height, vise, told),
      ...partRests(seat, height, vise, told),
      ...seatSettles(seat, told),
      ...stopTouches(seat, told),
      ...stopOnFace(seat, stopFace && { name: nameOf(setup.stop.face!), level: looksTowards(stopFace, seat.stop.faces, setup.orientation) ? featureLevel(stopFace, 'x', setup.orientation) : null }, told),
      ...rawFaceLocates(seat, told),
      ...jawsTouch(seat, told),
      ...rawCaught(hold, seat, told),
      ...jawOpening(hold, vise, told),
      ...gripDepth(hold, vise, told),
      ...stationKnown(station, told),
      ...zeroOnFeature([...featureLevels(setup.zero, setup.orientation, lookup).problems, ...(facts.programmed?.problems ?? [])], nameOf, told),
      ...zeroAsProgrammed(facts.programmed, setup.programmed, setup, told),
      ...cutClearsJaws(prove, vise, told),
      ...cutsSomething(prove, told),
      ...zeroInsideTravel(prove, told),
      ...cutInsideTravel(prove, told),
      ...zTravelNotProven(prove, setup, told),
    );
    return { ...base, facts, findings: worstFirst(findings) };
  }

  #facts({ job, machine, part, firstCopy, blank, resolved: { lookup, nameOf } }: Basis, vise: Vise, station: Station | null, before: Material, cut: Cut, setup: Setup): SetupFacts {
    const speech = speechIn(job.units);
    const { orientation } = setup;
    const turn = JSON.stringify(orientation);
    const loaded = this.cache.get('turned', `${before.key} ${turn}`, () => seatedMesh(before.solid, orientation));
    const finished = this.cache.get('turned', `${part.key} ${turn}`, () => turnMesh(part.solid.mesh(), rotationOf(orientation)));
    const seatKey = JSON.stringify([before.key, part.key, firstCopy, blank.box, job.blank.sides, orientation, vise, setup.parallels, { ...setup.stop, face: null }]);
    const seat = this.cache.get('seat', seatKey, () => seatInVise({
      orientation, loaded, finished, firstCopySeated: turnedBox(firstCopy, orientation), blankSeated: turnedBox(blank.box, orientation), blankSide: (s) => stateOf(job.blank, s),
      isFlat: isFlatIn(before.flats), vise, parallelsHeight: setup.parallels.height, stop: setup.stop,
    }));
    const touchable = this.cache.get('touchable faces', seatKey, () => touchableFaces(seat, loaded, finished, vise.jawHeight, (s) => stateOf(job.blank, s)));
    const zero = workZero(seat, setup.zero, station, featureLevels(setup.zero, orientation, lookup).levels);
    return {
      seat,
      hold: planHold(seat, vise, setup.parallels.height),
      zero,
      ledger: ledgerOf(setup, seat, zero, station, job.sizeTolerance, speech, nameOf),
      touchOff: planTouchOff(touchable, seat, zero, setup),
      prove: planProve(seat, zero, setup, vise, station, machine, cut.removedBox ? turnedBox(cut.removedBox, orientation) : null, cut.along),
      programmed: setup.programmed ? compareProgrammed(setup.programmed, setup, seat, zero, firstCopy, blank.box, lookup) : null,
      says: { seat: seatInWords(seat, setup, speech), zero: zeroInWords(setup.zero, nameOf) },
    };
  }

  #transition(from: PlannedSetup, to: PlannedSetup, job: Job): PlannedTransition[] {
    const { facts: a } = from;
    const { facts: b } = to;
    if (!a || !b) return [];
    return [{
      fromId: from.id, toId: to.id, fromOp: from.op, toOp: to.op,
      facts: describeTransition(a.seat, b.seat),
      shift: shiftBetween(side(from, a), side(to, b), job.sizeTolerance, speechIn(job.units)),
    }];
  }
}

function side(planned: PlannedSetup, facts: SetupFacts): ShiftSide {
  return { setup: planned.setup, seat: facts.seat, ledger: facts.ledger };
}

interface SidedUse extends RegisterUse {
  readonly side: ShiftSide;
}

function registerUse(planned: PlannedSetup): SidedUse[] {
  const { facts } = planned;
  return facts ? [{ op: planned.op, setupId: planned.id, register: planned.register, side: side(planned, facts) }] : [];
}

/** Largest difference of two work zeros over the axes, mm; null while it hangs on an unknown station. */
function zerosApart(job: Job): (a: SidedUse, b: SidedUse) => number | null {
  return (a, b) => {
    const { shift } = shiftBetween(a.side, b.side, job.sizeTolerance, speechIn(job.units));
    return shift && Math.max(...AXES.map((axis) => Math.abs(shift[axis])));
  };
}
