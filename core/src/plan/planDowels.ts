import { holesOf, isUpright, type SeenAlong } from '../dowels';
import type { Finding } from '../findings';
import { outlineWidth, type Job, type Setup } from '../job';
import type { Solid } from '../solid';
import type { Graph } from './graph';
import { drillStage, holeFindingsStage, seenAlongStage } from './stages/dowels';
import type { CutAway } from './whatIsLeft';
import type { Here, Whole } from './whole';

/** What a setup cuts away, with the dowel holes in what goes on where it drills them. */
export function withDowelHoles(g: Graph, { kernel, job }: Whole, setup: Setup, cut: CutAway): CutAway {
  const drills = drilledIn(g, job, setup);
  return drills ? g.run(drillStage, { kernel, cut, holes: drills.holes, along: job.dowels!.along }) : cut;
}

/** The holes a setup drills; null: none. */
export function drilledIn(g: Graph, { dowels }: Pick<Job, 'dowels'>, setup: Setup): Here['drills'] {
  if (!dowels || dowels.drilledIn !== setup.id || dowels.holes.length === 0) return null;
  const holes = g.same(holesOf(dowels).filter((h) => h.bore === null));
  return holes.length > 0 && isUpright(dowels, setup.orientation) ? { holes, into: dowels.into } : null;
}

/** The dowels of a job as they are seen, and what the checks say of their holes. */
export interface DowelFacts {
  readonly seen: SeenAlong;
  readonly findings: readonly Finding[];
}

/** Dowel holes in part and blank: told in the setup that drills them, else of the job. null: the job has none. */
export function planDowels(g: Graph, { kernel, job, part, speech }: Whole, blank: Solid): DowelFacts | null {
  const { dowels, setups } = job;
  if (!dowels) return null;
  const round = setups.filter((s) => s.cuts.some((c) => c.clears === 'outline'));
  const cutMm = Math.max(0, ...round.map(outlineWidth));
  const seen = g.run(seenAlongStage, { kernel, part: part.solid, blank, along: dowels.along, cutMm });
  const drills = setups.find((s) => s.id === dowels.drilledIn);
  const setup = g.same(drills ? { id: drills.id, op: drills.op } : null);
  return { seen, findings: g.run(holeFindingsStage, { dowels: g.same(dowels), seen, setup, speech }) };
}
