import type { Obstacle } from '../hold';
import type { Cut, Setup, Tool } from '../job';
import type { CutOn, WayFacts } from '../prove';
import type { Graph } from './graph';
import type { Lying } from './planPiece';
import type { PlannedPiece } from './planned';
import { fittingToolsStage, waysStage, wayStage } from './stages/hold';
import { sectionsStage } from './stages/lying';
import { whenAsked, type Here, type On, type Whole } from './whole';

interface Cutting {
  readonly whole: Whole;
  readonly at: Here;
  readonly lying: Lying;
  readonly on: On;
}

type Piece = Pick<PlannedPiece, 'setup' | 'facts'>;

/** The tools a cut may be made with: its own; without one, those no other cut is made with, or all. */
function toolsOf(cut: Cut, { cuts, tools }: Pick<Setup, 'cuts' | 'tools'>): readonly Tool[] {
  const own = tools.filter((t) => t.id === cut.tool);
  if (own.length > 0) return own;
  const others = tools.filter((t) => !cuts.some((c) => c.tool === t.id));
  return others.length > 0 ? others : tools;
}

/**
 * What is in the way of the cuts of a setup: each is looked at by itself, with the material as it finds it and leaves
 * it, and the tools it may be made with. null: not known yet, and not asked to compute.
 */
export function wayOfCuts(g: Graph, input: Cutting, { setup, facts }: Piece, others: readonly Obstacle[]) {
  const { whole, at, lying, on } = input;
  const { kernel } = whole;
  const { seat, hold, prove } = facts;
  const { orientation } = setup;
  const { finishedCuts } = lying;
  const how = whenAsked(whole.forces);
  const ways = at.cut.each.map(({ left }, i) => {
    const cuts = (body: typeof left) => g.run(sectionsStage, { body, orientation, across: 'z' });
    const [loadedCuts, leftCuts] = [cuts(at.cut.each[i - 1]?.left ?? at.before), cuts(left)];
    const given = g.same(toolsOf(setup.cuts[i], setup));
    const region = at.regions[i];
    const narrow = setup.cuts[i].clears === 'features' && setup.cuts[i].tool === null && region !== null;
    const tools = narrow ? g.run(fittingToolsStage, { kernel, tools: given, region }) : given;
    const { lowest: lowestCut }: CutOn = prove.cuts[i];
    return g[how](wayStage, {
      kernel,
      device: on.device,
      tools,
      seat,
      hold,
      lowestCut,
      others,
      loadedCuts,
      leftCuts,
      finishedCuts,
    });
  });
  const known = ways.filter((w): w is WayFacts => w !== null);
  return known.length < ways.length ? null : g.run(waysStage, { ways: g.list(known) });
}
