import { copiedMesh, planBlank, type BlankFacts } from '../blank';
import { blankContainsPart } from '../blank/checks/blankContainsPart';
import { blankIsMade } from '../blank/checks/blankIsMade';
import { finishedSideHasStock } from '../blank/checks/finishedSideHasStock';
import { cutterFitsGap } from '../blank/checks/cutterFitsGap';
import { partInsideBlank } from '../blank/checks/partInsideBlank';
import { AXES, type Box3 } from '../frames';
import { worstFirst, type Finding, type Told } from '../findings';
import { isFileBody, type Job, type Setup } from '../job';
import { shiftBetween, type TouchedStation } from '../ledger';
import { findFeatures, makePart, type CylinderFeature, partKey, severalOf, summarizePart, type BodyMeshes, type FeatureSurface, type Part } from '../part';
import { featuresFound } from '../part/checks/featuresFound';
import { materialOf, type Machine, type Shop, type WorkMaterial } from '../shop';
import type { Kernel, Result, Solid } from '../solid';
import { describeTransition } from '../transition';
import { sameFaceLost } from '../transition/checks/sameFaceLost';
import { speechIn } from '../units';
import { withoutLengths } from '../zero';
import { blankMaterial, releaseBlank, type BlankMaterial } from './blankMaterial';
import { StageCache } from './cache';
import { metalNeverReached } from './checks/metalNeverReached';
import { commonOffsetZero, dialectComplete, homeBeforeReturn, registerOwned } from './checks/controlReady';
import { registerUsedTwice } from './checks/registerUsedTwice';
import { toolNumbers } from './checks/toolNumbers';
import type { PlannedJob, PlannedSetup, PlannedTransition } from './planned';
import { planSetup, withForces } from './planSetup';
import { registerUses, sideOf, type RegisterUse } from './registers';
import { resolveFeatures, withDepth, type Resolved } from './resolve';
import { safeMoves } from './safe';
import { alongOutline, cutFrom, depthPlane, unreachedMetal, type Cut, type Material } from './whatIsLeft';

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
export interface Basis {
  readonly job: Job;
  readonly shop: Shop;
  readonly machine: Machine | null;
  /** all copies together */
  readonly part: Part;
  readonly firstCopy: Box3;
  readonly blank: BlankFacts;
  readonly resolved: Resolved;
  /** bores of the part, of the first copy where there are several */
  readonly bores: readonly CylinderFeature[];
  /** its inner corners and slot ends */
  readonly corners: readonly CylinderFeature[];
  readonly material: WorkMaterial | null;
  /** now: margins and what is in the way are computed; known: only taken where they are known already */
  readonly forces: 'now' | 'known';
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
   * @param forces known: leaves out margins and what is in the way where they are not known yet; the answer then says so
   * @returns a problem only when there is no part to plan with; everything else is a finding
   */
  plan(input: PlanInput, forces: Basis['forces'] = 'now'): Result<PlannedJob> {
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
    const findings: Finding[] = [...blankContainsPart(blank, whole), ...blankIsMade(blank, whole), ...finishedSideHasStock(job.blank, blank, whole), ...cutterFitsGap(job.copies, whole), ...featuresFound(resolved.referred, whole)];
    const material = materialOf(input.shop, job.material);
    const base = { part: summary, referred: resolved.referred, blank, machine, material };
    if (!blank.hasVolume) {
      this.cache.endPlan();
      return { ok: true, value: { ...base, setups: [], transitions: [], unreached: null, complete: true, findings } };
    }
    const { material: raw, outside } = this.#blankMaterial(part, blank);
    findings.push(...partInsideBlank(blank, outside, whole));
    const basis: Basis = { job, shop: input.shop, machine, part, firstCopy: one.value.box, blank, resolved, bores: summary.features.features.flatMap((f) => (f.kind === 'bore' ? [f] : [])), corners: summary.features.features.flatMap((f) => (f.kind === 'round' && f.hollow ? [f] : [])), material, forces };
    const cuts: Cut[] = [];
    const setups: PlannedSetup[] = [];
    const hasLengths = machine?.dialect.lengthLine !== '';
    for (const asEntered of job.setups) {
      const { setup, looksUp } = withDepth(hasLengths ? asEntered : withoutLengths(asEntered), part.box, resolved.lookup);
      const before = cuts.at(-1)?.onward ?? raw;
      const cut = this.#cut(part, before, setup);
      cuts.push(cut);
      // it tells where that very device stands, nothing of another one on the same station
      const touched = setups.findLast((s) => s.facts?.touched && s.station && s.station.id === setup.station && s.setup.device === setup.device)?.facts?.touched ?? null;
      setups.push(this.#setup(basis, before, cut, setup, looksUp, setups[0] ?? null, touched));
    }
    const proven = safeMoves(setups, machine, (s) => ({ setupId: s.id, op: s.op, speech }));
    setups.forEach((s, i) => { const safe = proven.get(s.id)!; setups[i] = { ...s, safe: safe.paths, findings: worstFirst([...s.findings, ...safe.findings]) }; });
    const transitions = setups.slice(1).flatMap((to, i) => this.#transition(setups[i], to, job));
    const last = cuts.at(-1)?.onward ?? raw;
    const unreachedKey = `${last.key} / ${part.key}`;
    const { facts: unreached, rest } = this.cache.get('unreached', unreachedKey, () => unreachedMetal(this.kernel, last, part));
    const uses = registerUses({ setups, blank });
    findings.push(
      ...setups.flatMap((s) => s.findings),
      ...transitions.flatMap((t) => sameFaceLost(t.facts, job.sizeTolerance, { setupId: t.toId, op: t.toOp, speech })),
      ...registerUsedTwice(uses.filter((u) => u.facts), zerosApart(job), (use) => ({ setupId: use.setupId, op: use.op, speech })),
      ...registerOwned(uses, job, (use) => ({ setupId: use.setupId, op: use.op, speech })),
      ...toolNumbers(job.setups, (setupId, op) => ({ setupId, op, speech })),
      ...commonOffsetZero(machine, whole), ...homeBeforeReturn(machine, whole), ...dialectComplete(machine, whole),
      ...metalNeverReached(unreached, setups.at(-1)?.op ?? null, whole),
    );
    this.#solids = { part, one: one.value, surface: found.surface, blank: raw, cuts, unreached: rest && unreached.pieces.length > 0 ? { key: `unreached ${unreachedKey}`, solid: rest } : null };
    this.cache.endPlan();
    return { ok: true, value: { ...base, setups, transitions, unreached, complete: setups.every((s) => !s.facts || s.forces !== null), findings: worstFirst(findings) } };
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

  #cut(part: Part, before: Material, setup: Setup): Cut {
    const { up } = setup.orientation;
    const along = depthPlane(part, up, setup.cutsBelowTop);
    const outline = setup.clears === 'outline' ? ` outline ${setup.outlineCutter}` : '';
    return this.cache.get('what is left', `${before.key} → ${up} ${setup.cutsBelowTop}${outline}`, () => {
      if (!outline) return cutFrom(this.kernel, before, up, along);
      const only = alongOutline(this.kernel, part, before, up, setup.outlineCutter);
      const cut = cutFrom(this.kernel, before, up, along, only, outline);
      only.release();
      return cut;
    }, (cut) => {
      if (cut.onward !== cut.left) cut.onward.release();
      if (cut.left !== before) cut.left.release();
    });
  }

  #setup(basis: Basis, before: Material, cut: Cut, setup: Setup, looksUp: boolean, first: PlannedSetup | null, touched: TouchedStation | null): PlannedSetup {
    const { job, shop, machine, part, firstCopy, blank, resolved } = basis;
    const device = shop.devices.find((d) => d.id === setup.device) ?? null;
    const features = resolved.referred.filter((r) => r.usedBy.length > 0).map((r) => [r.id, r.name, r.match.state === 'gone' ? null : r.match.feature.id]);
    const key = JSON.stringify([before.key, part.key, firstCopy, blank.box, job.blank.sides, setup, looksUp, features, device, this.#means(basis, setup), machine, job.machine, job.units, job.sizeTolerance, touched]);
    const known = this.cache.get('setup', key, () => planSetup(this, basis, device, before, cut, setup, looksUp, touched));
    const planned = basis.forces === 'now' || this.cache.peek('forces', key)
      ? this.cache.get('forces', key, () => withForces(this, basis, known, before, cut)) : known;
    if (!first?.facts || !planned.facts) return planned;
    const { facts } = first;
    const fromFirst = this.cache.get('shift from first', `${key} from ${JSON.stringify([first.setup, facts.ledger])}`, () =>
      shiftBetween(sideOf(first, first.setup, facts), sideOf(planned, planned.setup, planned.facts!), job.sizeTolerance, speechIn(job.units)));
    return { ...planned, fromFirst };
  }

  /** What of the library besides the device decides how a setup is held. */
  #means({ shop, material }: Basis, setup: Setup): unknown {
    return [shop.altitude, material, shop.clamps.filter((c) => setup.plate.clamps.some((p) => p.clamp === c.id)), shop.bonds.filter((b) => b.id === setup.plate.bond)];
  }

  #transition(from: PlannedSetup, to: PlannedSetup, job: Job): PlannedTransition[] {
    const { facts: a } = from;
    const { facts: b } = to;
    if (!a || !b) return [];
    return [{
      fromId: from.id, toId: to.id, fromOp: from.op, toOp: to.op,
      facts: describeTransition(a.seat, b.seat),
      shift: shiftBetween(sideOf(from, from.setup, a), sideOf(to, to.setup, b), job.sizeTolerance, speechIn(job.units)),
    }];
  }
}

/** Largest difference of two work zeros over the axes, mm; null while it hangs on an unknown station. */
function zerosApart(job: Job): (a: RegisterUse, b: RegisterUse) => number | null {
  return (a, b) => {
    if (!a.side || !b.side) return null;
    const { shift } = shiftBetween(a.side, b.side, job.sizeTolerance, speechIn(job.units));
    const apart = AXES.map((axis) => shift?.[axis] ?? null);
    return apart.every((v) => v !== null) ? Math.max(...apart.map(Math.abs)) : null;
  };
}
