import { planBlank, type BlankFacts } from '../blank';
import { blankContainsPart } from '../blank/checks/blankContainsPart';
import { AXES, rotationOf } from '../frames';
import { worstFirst, type Finding, type Told } from '../findings';
import { planHold } from '../hold';
import { gripDepth } from '../hold/checks/gripDepth';
import { jawsTouch } from '../hold/checks/jawsTouch';
import { jawOpening } from '../hold/checks/jawOpening';
import { parallelsBelowJaws } from '../hold/checks/parallelsBelowJaws';
import { rawCaught } from '../hold/checks/rawCaught';
import type { Job, Setup } from '../job';
import { ledgerOf, shiftBetween, type ShiftSide } from '../ledger';
import { makePart, partKey, seatedMesh, summarizePart, type BodyMeshes, type Part } from '../part';
import { planProve } from '../prove';
import { cutClearsJaws } from '../prove/checks/cutClearsJaws';
import { cutsSomething } from '../prove/checks/cutsSomething';
import { cutInsideTravel } from '../prove/checks/cutInsideTravel';
import { zeroInsideTravel } from '../prove/checks/zeroInsideTravel';
import { zTravelNotProven } from '../prove/checks/zTravelNotProven';
import { seatInVise, seatInWords, turnedBox } from '../seat';
import { partRests } from '../seat/checks/partRests';
import { seatSettles } from '../seat/checks/seatSettles';
import { stopTouches } from '../seat/checks/stopTouches';
import type { Machine, Shop, Vise } from '../shop';
import { turnMesh, type Kernel, type Result, type Solid } from '../solid';
import { describeTransition } from '../transition';
import { sameFaceLost } from '../transition/checks/sameFaceLost';
import { speechIn } from '../units';
import { planTouchOff, touchableFaces, workZero, zeroInWords } from '../zero';
import { stationKnown } from '../zero/checks/stationKnown';
import { StageCache } from './cache';
import { machineChosen } from './checks/machineChosen';
import { metalNeverReached } from './checks/metalNeverReached';
import { registerOnMachine } from './checks/registerOnMachine';
import { registerUsedTwice, type RegisterUse } from './checks/registerUsedTwice';
import { stationOnMachine } from './checks/stationOnMachine';
import { viseChosen } from './checks/viseChosen';
import type { PlannedJob, PlannedSetup, PlannedTransition, SetupFacts } from './planned';
import { flatsOf, isFlatIn } from './flats';
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
  readonly blank: Material;
  readonly cuts: readonly Cut[];
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
    const part = this.#part(input);
    if (!part.ok) return part;
    const summary = this.cache.get('part summary', part.value.key, () => summarizePart(part.value));
    const blank = planBlank(part.value.box, job.allowance);
    const speech = speechIn(job.units);
    const whole: Told = { setupId: null, op: null, speech };
    const machine = input.shop.machines.find((m) => m.id === job.machine) ?? null;
    const findings: Finding[] = [...blankContainsPart(blank, whole)];
    if (!blank.hasVolume) {
      this.cache.endPlan();
      return { ok: true, value: { part: summary, blank, machine, setups: [], transitions: [], unreached: null, findings } };
    }
    const { material, kept, keptMm3 } = this.#blankMaterial(part.value, blank);
    const cuts: Cut[] = [];
    const setups: PlannedSetup[] = [];
    for (const setup of job.setups) {
      const before = cuts.at(-1)?.left ?? material;
      const cut = this.#cut(part.value, before, kept, keptMm3, setup);
      cuts.push(cut);
      setups.push(this.#setup(input, machine, part.value, blank, before, cut, setup, setups[0] ?? null));
    }
    const transitions = setups.slice(1).flatMap((to, i) => this.#transition(setups[i], to, job));
    const last = cuts.at(-1)?.left ?? material;
    const unreached = this.cache.get('unreached', `${last.key} / ${part.value.key}`, () => unreachedMetal(this.kernel, last, part.value));
    findings.push(
      ...setups.flatMap((s) => s.findings),
      ...transitions.flatMap((t) => sameFaceLost(t.facts, job.sizeTolerance, { setupId: t.toId, op: t.toOp, speech })),
      ...registerUsedTwice(setups.flatMap(registerUse), zerosApart(job), (use) => ({ setupId: use.setupId, op: use.op, speech })),
      ...metalNeverReached(unreached, setups.at(-1)?.op ?? null, whole),
    );
    this.#solids = { part: part.value, blank: material, cuts };
    this.cache.endPlan();
    return { ok: true, value: { part: summary, blank, machine, setups, transitions, unreached, findings: worstFirst(findings) } };
  }

  #part(input: PlanInput): Result<Part> {
    const { body } = input.job;
    const key = 'block' in body ? partKey(body) : input.bodies(body)?.key;
    if (key === undefined) return makePart(this.kernel, body, input.bodies);
    return this.cache.get('part', key, () => makePart(this.kernel, body, input.bodies), (made) => { if (made.ok) made.value.solid.release(); });
  }

  #blankMaterial(part: Part, blank: BlankFacts): { material: Material; kept: Solid; keptMm3: number } {
    const key = `${part.key} in ${JSON.stringify(blank.box)}`;
    return this.cache.get('blank', key, () => {
      const solid = this.kernel.box(blank.box);
      const kept = blank.short.length === 0 ? part.solid : this.kernel.intersect(part.solid, solid);
      return { material: { key, solid, volumeMm3: solid.volumeMm3(), flats: flatsOf(part, blank.box) }, kept, keptMm3: kept.volumeMm3() };
    }, ({ material, kept }) => {
      material.solid.release();
      if (kept !== part.solid) kept.release();
    });
  }

  #cut(part: Part, before: Material, kept: Solid, keptMm3: number, setup: Setup): Cut {
    const { up } = setup.orientation;
    return this.cache.get('what is left', `${before.key} → ${up} ${setup.cutsBelowTop}`, () =>
      cutFrom(this.kernel, before, kept, keptMm3, up, depthPlane(part, up, setup.cutsBelowTop)),
    (cut) => { if (cut.left !== before && cut.left.solid !== kept) cut.left.solid.release(); });
  }

  #setup(input: PlanInput, machine: Machine | null, part: Part, blank: BlankFacts, before: Material, cut: Cut, setup: Setup, first: PlannedSetup | null): PlannedSetup {
    const { job, shop } = input;
    const vise = shop.vises.find((v) => v.id === setup.vise) ?? null;
    const key = JSON.stringify([before.key, part.key, setup, vise, machine, job.machine, job.units, job.sizeTolerance]);
    const planned = this.cache.get('setup', key, () => this.#planSetup(job, machine, vise, part, blank, before, cut, setup));
    if (!first?.facts || !planned.facts) return planned;
    const { facts } = first;
    const fromFirst = this.cache.get('shift from first', `${key} from ${JSON.stringify([first.setup, facts.ledger])}`, () =>
      shiftBetween(side(first, facts), side(planned, planned.facts!), job.sizeTolerance, speechIn(job.units)));
    return { ...planned, fromFirst };
  }

  #planSetup(job: Job, machine: Machine | null, vise: Vise | null, part: Part, blank: BlankFacts, before: Material, cut: Cut, setup: Setup): PlannedSetup {
    const speech = speechIn(job.units);
    const told: Told = { setupId: setup.id, op: setup.op, speech };
    const station = machine?.stations.find((s) => s.id === setup.station) ?? null;
    const findings = [...viseChosen(setup, vise, told), ...machineChosen(machine, job.machine, told), ...stationOnMachine(setup, machine, told), ...registerOnMachine(setup, machine, told)];
    const base = {
      id: setup.id, op: setup.op, register: setup.register, setup, vise, station, fromFirst: null,
      material: { loadedMm3: before.volumeMm3, leftMm3: cut.left.volumeMm3, removedMm3: cut.removedMm3 },
    };
    if (!vise) return { ...base, facts: null, findings };
    const facts = this.#facts(job, machine, vise, part, blank, before, cut, setup);
    const { seat, hold, prove } = facts;
    const height = setup.parallels.height;
    findings.push(
      ...parallelsBelowJaws(height, vise, told),
      ...partRests(seat, height, vise, told),
      ...seatSettles(seat, told),
      ...stopTouches(seat, told),
      ...jawsTouch(seat, told),
      ...rawCaught(hold, seat, told),
      ...jawOpening(hold, vise, told),
      ...gripDepth(hold, vise, told),
      ...stationKnown(station, told),
      ...cutClearsJaws(prove, vise, told),
      ...cutsSomething(prove, told),
      ...zeroInsideTravel(prove, told),
      ...cutInsideTravel(prove, told),
      ...zTravelNotProven(prove, setup, told),
    );
    return { ...base, facts, findings: worstFirst(findings) };
  }

  #facts(job: Job, machine: Machine | null, vise: Vise, part: Part, blank: BlankFacts, before: Material, cut: Cut, setup: Setup): SetupFacts {
    const speech = speechIn(job.units);
    const { orientation } = setup;
    const station = machine?.stations.find((s) => s.id === setup.station) ?? null;
    const turn = JSON.stringify(orientation);
    const loaded = this.cache.get('turned', `${before.key} ${turn}`, () => seatedMesh(before.solid, orientation));
    const finished = this.cache.get('turned', `${part.key} ${turn}`, () => turnMesh(part.solid.mesh(), rotationOf(orientation)));
    const seatKey = JSON.stringify([before.key, part.key, orientation, vise, setup.parallels, setup.stop]);
    const seat = this.cache.get('seat', seatKey, () => seatInVise({
      orientation, loaded, finished, blankSeated: turnedBox(blank.box, orientation), isFlat: isFlatIn(before.flats), vise, parallelsHeight: setup.parallels.height, stop: setup.stop,
    }));
    const touchable = this.cache.get('touchable faces', seatKey, () => touchableFaces(seat, loaded, finished, vise.jawHeight));
    const zero = workZero(seat, setup.zero, station);
    return {
      seat,
      hold: planHold(seat, vise, setup.parallels.height),
      zero,
      ledger: ledgerOf(setup, seat, zero, station, job.sizeTolerance, speech),
      touchOff: planTouchOff(touchable, seat, zero, setup),
      prove: planProve(seat, zero, setup, vise, station, machine, cut.removedBox ? turnedBox(cut.removedBox, orientation) : null, cut.along),
      says: { seat: seatInWords(seat, setup, speech), zero: zeroInWords(setup.zero) },
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
