import type { Result } from '../solid';
import { isFileBody } from '../job';
import { notRead, type Part } from '../part';
import { materialOf } from '../shop';
import { worstFirst } from '../findings';
import { speechIn } from '../units';
import { withoutLengths } from '../zero';
import { featuresOf, featureUses, resolvedStage, withDepth } from './features';
import { fields, type Graph } from './graph';
import type { PlannedJob, PlannedSetup } from './planned';
import { planSetup, type Whole } from './planSetup';
import { fromFirst, transitionsOf } from './shifts';
import { blankStage, bodyMesh, copiesStage, cutStage, featuresStage, materialStage, partStage, summaryStage, typedStage, unreachedStage } from './stages/bodies';
import { partFindingsStage, routeFindingsStage } from './stages/jobFindings';
import { safeStage } from './stages/route';
import type { PlanInput, PlanSolids } from './input';
import type { Cut } from './whatIsLeft';

/** The finished part of a job. */
function partOfJob(g: Graph, { kernel, job: { body }, bodies }: PlanInput & Pick<Whole, 'kernel'>): Result<Part> {
  const mesh = isFileBody(body) ? bodyMesh(g, body, bodies) : null;
  const surface: Result<Part['surface']> = isFileBody(body) ? (mesh ? { ok: true, value: mesh } : { ok: false, problem: notRead(body) }) : g.run(typedStage, { source: g.same(body) });
  return surface.ok ? g.run(partStage, { kernel, surface: surface.value }) : surface;
}

/**
 * The plan from top to bottom. Every step names what it is computed from; what an edit leaves as it was is not computed again.
 * @param forces known: margins and what is in the way only where they are known already
 */
export function planJob(g: Graph, input: PlanInput & Pick<Whole, 'kernel'>, forces: 'now' | 'known'): Result<{ readonly planned: PlannedJob; readonly solids: PlanSolids | null }> {
  const { kernel, job, shop, bodies } = input;
  const speech = speechIn(job.units);
  const one = partOfJob(g, input);
  if (!one.ok) return one;
  const features = g.run(featuresStage, { part: one.value });
  const summary = g.run(summaryStage, { part: one.value, features });
  const firstCopy = g.same(one.value.box);
  const allowance = g.same(job.allowance);
  const blank = g.run(blankStage, { part: firstCopy, allowance, blank: fields(g, job.blank, 'kind', 'along', 'across', 'bore', 'solid'), copies: g.same(job.copies), solid: bodyMesh(g, job.blank.solid, bodies) });
  const part = g.run(copiesStage, { kernel, part: one.value, copies: g.same(blank.copies) });
  const resolved = g.run(resolvedStage, { known: g.same(job.features), uses: g.same(featureUses(job)), features: summary.features.features, part: firstCopy, speech });
  const machine = g.same(shop.machines.find((m) => m.id === job.machine) ?? null);
  const material = g.same(materialOf(shop, job.material));
  const made = blank.hasVolume ? g.run(materialStage, { kernel, part, blank }) : null;
  const ofPart = g.run(partFindingsStage, { job: fields(g, job, 'blank', 'copies'), blank, outside: made?.outside ?? null, referred: resolved.referred, speech });
  const base = { part: summary, referred: resolved.referred, blank, machine, material };
  if (!made) return { ok: true, value: { solids: null, planned: { ...base, setups: [], transitions: [], unreached: null, complete: true, findings: worstFirst(ofPart) } } };

  const whole: Whole = { kernel, job, shop, machine, material, part, firstCopy, blank, rounds: summary.features.features, speech, forces };
  const cuts: Cut[] = [];
  const held: PlannedSetup[] = [];
  const hasLengths = machine?.dialect.lengthLine !== '';
  for (const asEntered of job.setups) {
    const { setup: asCut, looksUp } = withDepth(hasLengths ? asEntered : withoutLengths(asEntered), part.box, resolved.lookup);
    const setup = g.same(asCut);
    const before = cuts.at(-1)?.onward ?? made.material;
    const cut = g.run(cutStage, { kernel, part, before, up: setup.orientation.up, below: setup.cutsBelowTop, outlineMm: setup.clears === 'outline' ? setup.outlineCutter : null });
    cuts.push(cut);
    // it tells where that very device stands, nothing of another one on the same station
    const earlier = held.findLast((s) => s.facts?.touched && s.station && s.station.id === setup.station && s.setup.device === setup.device)?.facts?.touched ?? null;
    held.push(planSetup(g, whole, { setup, looksUp, before, cut, earlier, here: g.same(featuresOf(setup, resolved)) }));
  }
  const proven = g.run(safeStage, { setups: g.list(held), machine, speech });
  const setups = held.map((s): PlannedSetup => {
    const safe = proven.get(s.id)!;
    return { ...s, fromFirst: fromFirst(g, held[0], s, job, speech), safe: safe.paths, findings: worstFirst([...s.findings, ...safe.findings]) };
  });
  const transitions = transitionsOf(g, held, job, speech);
  const last = cuts.at(-1)?.onward ?? made.material;
  const { facts: unreached, rest } = g.run(unreachedStage, { kernel, last, part });
  const ofRoute = g.run(routeFindingsStage, { job: fields(g, job, 'setups', 'sizeTolerance', 'leaveAlone'), machine, blank, setups: g.list(held), transitions: g.list(transitions), unreached, speech });
  const findings = worstFirst([...ofPart, ...setups.flatMap((s) => s.findings), ...ofRoute]);
  return {
    ok: true,
    value: {
      planned: { ...base, setups, transitions, unreached, complete: setups.every((s) => !s.facts || s.forces !== null), findings },
      solids: { part, one: one.value, surface: features.surface, blank: made.material, cuts, unreached: rest && unreached.pieces.length > 0 ? rest : null },
    },
  };
}
