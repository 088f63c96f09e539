import { widthOf, type Cut, type Setup } from '../job';
import type { FeatureSurface } from '../part';
import type { FeaturesHere } from './features';
import type { Graph } from './graph';
import type { Material } from './material';
import type { Region } from './region';
import { allCutsStage, cutFactsStage, cutStage, outlineStage, regionStage } from './stages/cuts';
import type { OneCut } from './whatIsLeft';
import type { Here, Whole } from './whole';

interface Cutting {
  readonly setup: Setup;
  readonly before: Material;
  readonly here: FeaturesHere;
  /** of the first copy */
  readonly surface: FeatureSurface;
}

/** What one cut goes over; null: everything. */
function regionOf(g: Graph, whole: Whole, { setup, here, surface }: Cutting, cut: Cut): Region | null {
  const { kernel, part, features } = whole;
  const { up } = setup.orientation;
  const cutterMm = widthOf(cut, setup.tools);
  if (cut.clears === 'everything') return null;
  if (cut.clears === 'outline') return g.run(outlineStage, { kernel, part, up, cutterMm });
  // by what they are now: an id of an older revision stands for the feature that was found again
  const found = new Set(cut.features.map((id) => here[id]?.feature?.id));
  const indexes = g.same(features.flatMap((f, i) => (found.has(f.id) ? [i] : [])));
  const copies = g.same(whole.blank.copies.map((c) => c.by));
  return g.run(regionStage, { kernel, part, surface, features: g.list(features), indexes, copies, up, cutterMm });
}

/** The cuts of a setup one after the other: what each takes away, and what is left after all of them. */
export function planCuts(g: Graph, whole: Whole, at: Cutting): Pick<Here, 'cut' | 'cuts' | 'regions'> {
  const { kernel, part, speech } = whole;
  const { setup, before, here } = at;
  const regions = g.list(setup.cuts.map((cut) => regionOf(g, whole, at, cut)));
  const each: OneCut[] = [];
  setup.cuts.forEach(({ below }, i) => {
    const left = each.at(-1)?.left ?? before;
    each.push(g.run(cutStage, { kernel, part, before: left, up: setup.orientation.up, below, region: regions[i] }));
  });
  const frees = regions.some((r) => r !== null);
  const cut = g.run(allCutsStage, { kernel, each: g.list(each), frees });
  const cuts = g.run(cutFactsStage, {
    kernel,
    cuts: g.same(setup.cuts),
    tools: g.same(setup.tools),
    here,
    each: cut.each,
    regions,
    speech,
  });
  return { cut, cuts, regions };
}
