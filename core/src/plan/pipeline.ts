import { worstFirst } from '../findings';
import { parallelsUnder } from '../holdings';
import { isFileBody, standsWhere, takesItOff } from '../job';
import { notRead, type FeatureSurface, type Part } from '../part';
import { materialOf } from '../shop';
import type { Kernel, Result } from '../solid';
import { speechIn } from '../units';
import { withoutLengths } from '../zero';
import { dowelsHere } from './dowelsHere';
import { indexedHere } from './indexedHere';
import { drilledIn, planDowels, withDowelHoles } from './planDowels';
import { featuresOf, featureUses, onBores, resolvedStage, withDepths, type Resolved } from './features';
import { fields, type Graph } from './graph';
import type { PlanInput, PlanSolids } from './input';
import type { Material } from './material';
import type { PlannedJob, PlannedSetup } from './planned';
import { planCuts } from './planCuts';
import { planExactly } from './planExactly';
import { planSetup } from './planSetup';
import { fromFirst, transitionsOf } from './shifts';
import {
  blankStage,
  bodyMesh,
  copiesStage,
  featuresStage,
  materialStage,
  partStage,
  summaryStage,
  typedStage,
  unreachedStage,
} from './stages/bodies';
import { partFindingsStage, routeFindingsStage } from './stages/jobFindings';
import { safeStage } from './stages/route';
import { turnedStage, type TurnedAndFindings } from './stages/turned';
import { toolsStage, type KeptAndFindings } from './stages/tools';
import type { CutAway } from './whatIsLeft';
import { whenAsked, type Forces, type Whole } from './whole';

type Input = PlanInput & { readonly kernel: Kernel };

/** A planned job with the solids behind it; null where the blank has no volume. */
interface Planned {
  readonly planned: PlannedJob;
  readonly solids: PlanSolids | null;
}

/** The finished part of a job; a problem while its file has not come. */
function partOfJob(g: Graph, { kernel, job: { body }, bodies }: Input): Result<Part> {
  if (!isFileBody(body)) {
    const surface = g.run(typedStage, { source: g.same(body) });
    return surface.ok ? g.run(partStage, { kernel, surface: surface.value }) : surface;
  }
  const surface = bodyMesh(g, body, bodies);
  return surface ? g.run(partStage, { kernel, surface }) : { ok: false, problem: notRead(body) };
}

/** Everything before the first setup: part, its features and copies, blank, machine and material. */
function planBefore(g: Graph, { kernel, job, shop, bodies }: Input, one: Part) {
  const speech = speechIn(job.units);
  const features = g.run(featuresStage, { part: one });
  const summary = g.run(summaryStage, { part: one, features });
  const firstCopy = g.same(one.box);
  const blank = g.run(blankStage, {
    part: firstCopy,
    allowance: g.same(job.allowance),
    copies: g.same(job.copies),
    blank: fields(g, job.blank, 'kind', 'along', 'across', 'bore', 'solid', 'ears'),
    solid: bodyMesh(g, job.blank.solid, bodies),
    bonds: g.same(shop.bonds.filter((b) => job.blank.ears.some((e) => e.bond === b.id))),
  });
  const part = g.run(copiesStage, { kernel, part: one, copies: g.same(blank.copies) });
  const made = blank.hasVolume ? g.run(materialStage, { kernel, part, blank }) : null;
  const found = summary.features.features;
  const [known, uses] = [g.same(job.features), g.same(featureUses(job))];
  const resolved = g.run(resolvedStage, { known, uses, features: found, part: firstCopy, speech });
  const findings = g.run(partFindingsStage, {
    job: fields(g, job, 'blank', 'copies'),
    blank,
    outside: made?.outside ?? null,
    referred: resolved.referred,
    speech,
  });
  const machine = g.same(shop.machines.find((m) => m.id === job.machine) ?? null);
  const material = g.same(materialOf(shop, job.material));
  const seen = { summary, surface: features.surface, features: found, firstCopy };
  return { ...seen, speech, blank, part, made, resolved, findings, machine, material };
}

/** Every setup in its order: what it cuts away, and how it is held. */
function planSetups(
  g: Graph,
  whole: Whole,
  {
    blank,
    resolved,
    surface,
  }: { readonly blank: Material; readonly resolved: Resolved; readonly surface: FeatureSurface },
): { readonly cuts: CutAway[]; readonly held: PlannedSetup[] } {
  const cuts: CutAway[] = [];
  const held: PlannedSetup[] = [];
  const hasLengths = whole.machine?.dialect.lengthLine !== '';
  for (const asEntered of whole.job.setups) {
    const counted = hasLengths ? asEntered : withoutLengths(asEntered);
    const { setup: asCut, astray } = withDepths(counted, whole.part.box, resolved.lookup);
    const setup = g.same(asCut);
    const loaded = cuts.at(-1)?.onward ?? blank;
    const since = (s: PlannedSetup) => held.slice(held.indexOf(s) + 1).map((h) => h.setup);
    const here = g.same(featuresOf(setup, whole.job.dowels, resolved));
    const cutting = planCuts(g, whole, { setup, before: loaded, here, surface });
    const away = { ...cutting, cut: withDowelHoles(g, whole, setup, cutting.cut) };
    cuts.push(away.cut);
    // it tells where that very device stands, nothing of another one on the same station, nor once it was taken off
    const touched = held.findLast(
      (s) => s.station !== null && s.facts?.touched && standsWhere(s.setup, setup) && !takesItOff(since(s), setup),
    );
    const earlier = touched?.facts?.touched ?? null;
    const dowels = g.same(dowelsHere(whole.job, setup, held));
    const device = whole.shop.devices.find((d) => d.id === setup.device) ?? null;
    const index = g.same(indexedHere(setup, device, held));
    held.push(
      planSetup(g, whole, {
        setup,
        astray,
        before: loaded,
        ...away,
        earlier,
        here,
        dowels,
        index,
        drills: drilledIn(g, whole.job, setup),
      }),
    );
  }
  return { cuts, held };
}

/** A part that is turned from bar: planned about its axis, without setups of another kind. */
function planTurnedHere(
  g: Graph,
  { job, shop }: Input,
  { surface, features, machine, material, speech }: ReturnType<typeof planBefore>,
): TurnedAndFindings {
  return g.run(turnedStage, {
    turned: g.same(job.turned!),
    job: fields(g, job, 'allowance', 'blank', 'units', 'sizeTolerance', 'number', 'part'),
    mesh: surface.mesh,
    features,
    machine,
    devices: g.same(shop.devices.filter((d) => d.id === job.turned!.ends?.device)),
    material,
    speech,
  });
}

/** What the job uses of the shop's tools and parallels, beside what is there. */
function keptInShop(g: Graph, { job, shop }: Input, { machine, speech }: Whole): KeptAndFindings {
  const named = job.setups.flatMap((s) => s.tools.map((t) => t.of));
  const tools = g.same(shop.tools.filter((t) => named.includes(t.id)));
  const homes = tools.flatMap(({ where }) => (where && 'machine' in where ? [where.machine] : []));
  return g.run(toolsStage, {
    setups: g.same(
      job.setups.map((s) => ({ id: s.id, op: s.op, tools: s.tools, liesOn: parallelsUnder(s, shop.devices) })),
    ),
    tools,
    parallels: g.same(shop.parallels),
    machine: machine?.id ?? null,
    machines: g.same(shop.machines.filter((m) => homes.includes(m.id)).map(({ id, name }) => ({ id, name }))),
    speech,
  });
}

/** Whether nothing of a setup is still to be worked out. */
const isComplete = (s: PlannedSetup): boolean => s.material.floorMm !== undefined && (!s.facts || s.forces !== null);

/** Of a job in which nothing is held. */
const NO_SETUPS = { setups: [], transitions: [], unreached: null, exact: null, complete: true };

/**
 * The plan from top to bottom. Every step names what it is computed from; what an edit leaves as it was is not computed
 * again.
 * @param forces how what takes longest is had
 */
export function planJob(g: Graph, input: Input, forces: Forces): Result<Planned> {
  const { kernel, job, shop } = input;
  const one = partOfJob(g, input);
  if (!one.ok) return one;
  const before = planBefore(g, input, one.value);
  const { speech, features, firstCopy, blank, part, made, resolved, machine, material } = before;
  const base = { part: before.summary, referred: resolved.referred, blank, machine, material };
  if (!made) {
    const findings = worstFirst(before.findings);
    return { ok: true, value: { planned: { ...base, ...NO_SETUPS, findings }, solids: null } };
  }

  if (job.turned) {
    const turned = planTurnedHere(g, input, before);
    const findings = worstFirst([...before.findings, ...turned.findings]);
    const solids = { part, one: one.value, surface: before.surface, blank: made.material, cuts: [], unreached: null };
    return { ok: true, value: { planned: { ...base, ...NO_SETUPS, turned: turned.planned, findings }, solids } };
  }

  const dowelsNow = g.same(onBores(job.dowels, resolved.lookup));
  const asIs = { ...job, dowels: dowelsNow };
  const whole: Whole = { kernel, job: asIs, shop, machine, material, part, firstCopy, blank, features, speech, forces };
  const { surface } = before;
  const { cuts, held } = planSetups(g, whole, { blank: made.material, resolved, surface });
  const said = { sizeTolerance: job.sizeTolerance, speech };
  const proven = g.run(safeStage, { setups: g.list(held), machine, speech });
  const route = { job, machine, blank: made.material, cuts, surface, features, resolved, setups: held, speech };
  const exactly = planExactly(g, route);
  const dowels = planDowels(g, whole, made.material.solid);
  const kept = keptInShop(g, input, whole);
  const ofRouteAlone = [...exactly.findings, ...(dowels?.findings ?? []), ...kept.findings];
  const setups = held.map((s): PlannedSetup => {
    const safe = proven.get(s.id)!;
    const met = ofRouteAlone.filter((f) => f.setupId === s.id);
    const findings = worstFirst([...s.findings, ...safe.findings, ...met]);
    return { ...s, fromFirst: fromFirst(g, held, s, said), safe: safe.paths, findings };
  });
  const transitions = transitionsOf(g, held, said);
  const last = cuts.at(-1)?.onward ?? made.material;
  const never = g[whenAsked(forces)](unreachedStage, { kernel, last, part });
  const unreached = never?.facts ?? null;
  const ofRoute = g.run(routeFindingsStage, {
    job: fields(g, job, 'setups', 'sizeTolerance', 'leaveAlone'),
    machine,
    blank,
    unreached,
    speech,
    setups: g.list(held),
    transitions: g.list(transitions),
  });
  const ofJob = ofRouteAlone.filter((f) => f.setupId === null);
  const findings = worstFirst([...before.findings, ...setups.flatMap((s) => s.findings), ...ofRoute, ...ofJob]);
  const complete = never !== null && setups.every(isComplete);
  const seen = { ...(dowels ? { dowels: dowels.seen } : {}), ...(kept.tools ? { tools: kept.tools } : {}) };
  const planned = { ...base, setups, transitions, unreached, exact: exactly.exact, complete, findings, ...seen };
  const left = never && never.facts.pieces.length > 0 ? never.rest : null;
  const solids = { part, one: one.value, surface: before.surface, blank: made.material, cuts, unreached: left };
  return { ok: true, value: { planned, solids } };
}
