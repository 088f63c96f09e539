import type { Direction, Orientation, Vec3 } from '../../frames';
import { toolOfCut, type Cut, type Setup, type Tool } from '../../job';
import { footprintOf, type Feature, type FeatureSurface, type Part } from '../../part';
import { cutNames, type CutFacts } from '../../prove';
import type { Kernel } from '../../solid';
import type { Speech } from '../../units';
import type { FeaturesHere } from '../features';
import { floorThickness } from '../floor';
import type { Stage } from '../graph';
import type { Material } from '../material';
import { alongOutline, fits, overFeatures, spaceOver, type Region } from '../region';
import { allCuts, cutFrom, depthPlane, nothingCut, type CutAway, type OneCut } from '../whatIsLeft';

interface OutlineInputs {
  kernel: Kernel;
  part: Part;
  up: Direction;
  cutterMm: number;
}
export const outlineStage: Stage<OutlineInputs, Region> = {
  name: 'along the outline',
  compute: ({ kernel, part, up, cutterMm }) => alongOutline(kernel, part, up, cutterMm),
};

interface RegionInputs {
  kernel: Kernel;
  /** all copies together */
  part: Part;
  /** the surface of the first copy */
  surface: FeatureSurface;
  features: readonly Feature[];
  /** places in the list of features */
  indexes: readonly number[];
  copies: readonly Vec3[];
  up: Direction;
  cutterMm: number;
}
/** What a cut that clears some features goes over. */
export const regionStage: Stage<RegionInputs, Region> = {
  name: 'over faces and bores',
  compute: ({ kernel, part, surface, features, indexes, copies, up, cutterMm }) =>
    overFeatures(kernel, part, footprintOf(kernel, surface, features, { indexes, up }), { up, cutterMm, copies }),
};

interface CutInputs {
  kernel: Kernel;
  part: Part;
  before: Material;
  up: Direction;
  below: number;
  /** what it goes over; null: everything */
  region: Region | null;
}
export const cutStage: Stage<CutInputs, OneCut> = {
  name: 'cut',
  compute: ({ kernel, part, before, up, below, region }) => {
    const level = depthPlane(part, up, below);
    if (region?.outlines.length === 0) return nothingCut(before, level);
    if (!region || before.frame.isEmpty()) return cutFrom({ kernel, before, up, level });
    const only = spaceOver(kernel, region, up, before);
    const cut = cutFrom({ kernel, before, up, level, only });
    only.release();
    return cut;
  },
  release: ({ left }, { before }) => {
    if (left !== before) left.release();
  },
};

/** All cuts of a setup. */
export const allCutsStage: Stage<{ kernel: Kernel; each: readonly OneCut[]; frees: boolean }, CutAway> = {
  name: 'what is left',
  compute: ({ kernel, each, frees }) => allCuts(kernel, each, frees),
  release: ({ left, onward }) => {
    if (onward !== left) onward.release();
  },
};

/** Whether the tool that is named for a cut goes into what is closed all round; null: it is open, or none is named. */
function goesIn(kernel: Kernel, cut: Cut, region: Region | null, tools: readonly Tool[]): boolean | null {
  const diameter = toolOfCut(cut, tools)?.diameter ?? null;
  if (!region || region.beside || region.outlines.length === 0 || diameter === null) return null;
  return fits(kernel, region, diameter);
}

/** Radius of the tightest upright corner of the pockets a cut clears; 0: sharp; null: it clears no pocket. */
function tightest(cut: Cut, here: FeaturesHere): number | null {
  const radii = cut.features.flatMap((id) => {
    const feature = here[id]?.feature;
    return feature?.kind === 'plane' && feature.pocket ? [feature.pocket.cornerMm ?? 0] : [];
  });
  return radii.length > 0 ? Math.min(...radii) : null;
}

interface CutFactsInputs {
  kernel: Kernel;
  tools: readonly Tool[];
  cuts: Setup['cuts'];
  each: readonly OneCut[];
  /** what each goes over; null: everything */
  regions: readonly (Region | null)[];
  here: FeaturesHere;
  speech: Speech;
}
/** What is said of the cuts. Part coordinates along `up`; the device turns them. */
export const cutFactsStage: Stage<CutFactsInputs, readonly CutFacts[]> = {
  name: 'cuts in words',
  compute: ({ kernel, cuts, tools, each, regions, here, speech }) => {
    const names = cutNames(cuts, (id) => here[id] ?? { name: id, feature: null }, speech);
    return cuts.map((cut, i): CutFacts => ({
      id: cut.id,
      name: names[i],
      named: cuts.length > 1 || cut.name !== '' || cut.clears === 'features',
      below: cut.below,
      along: each[i].along,
      removedMm3: each[i].removedMm3,
      removed: each[i].removedBox,
      beside: regions[i]?.beside ?? true,
      tool: cut.tool,
      toolGoesIn: goesIn(kernel, cut, regions[i], tools),
      tightestMm: tightest(cut, here),
    }));
  },
};

/** Thickness of what stays under a cut, at its thinnest, and that cut's depth plane; `mm` null: no floor. */
interface Floor {
  readonly mm: number | null;
  readonly along: number;
}
export const floorStage: Stage<{ cut: CutAway; orientation: Orientation }, Floor> = {
  name: 'floor',
  compute: ({ cut: { each, left, along }, orientation }) => {
    const mesh = left.solid.mesh();
    return each
      .filter((c) => c.removedBox !== null)
      .map((c): Floor => ({ mm: floorThickness(mesh, orientation, c.along), along: c.along }))
      .reduce((a, b) => (b.mm !== null && (a.mm === null || b.mm < a.mm) ? b : a), { mm: null, along });
  },
};
