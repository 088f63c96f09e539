import type { Orientation, Rotation } from '../frames';
import { VIEW_NAMES, viewRotation, type ViewName } from '../scene';
import type { Graph, PlannedJob, PlannedSetup, Planner, Stage } from '../plan';
import { deviceSolids } from './deviceSolids';
import { inSpaceStage, lookedAt, type InSpace } from './inSpace';
import { viewLines, type Kernel, type Outlines, type Solid, type ViewLines } from '../solid';

/** What a solid looks like in one view, seated axes with the part's origin: moving the seat only shifts it. */
export interface Seen {
  readonly silhouette: Outlines;
  /** edges that are seen, and those something stands in front of */
  readonly lines: ViewLines;
}

function look(kernel: Kernel, solid: Solid, rotation: Rotation): Seen {
  return { silhouette: kernel.silhouette(solid, rotation), lines: viewLines(solid.mesh(), rotation) };
}

/** Outlines of one setup in one view: as loaded, as it comes out, and the section at half the grip. */
export interface SetupOutlines {
  readonly loaded: Outlines;
  readonly left: Seen;
  readonly removed: Outlines;
  /** metal no setup reaches; shown at the last setup */
  readonly unreached: Outlines;
  readonly section: Outlines;
}

export type RouteOutlines = {
  readonly setups: readonly {
    readonly id: string;
    readonly views: Readonly<Record<ViewName, SetupOutlines>> | null;
    /** as clamped, in space; left out where it was not asked for */
    readonly space?: InSpace | null;
  }[];
  readonly part: Readonly<Record<ViewName, Seen>>;
  readonly blank: Readonly<Record<ViewName, Outlines>>;
  /** metal no setup reaches, part as modelled; null: none */
  readonly unreached: Readonly<Record<ViewName, Outlines>> | null;
};

type Look = { kernel: Kernel; solid: Solid; view: ViewName; orientation: Orientation };
const seenStage: Stage<Look, Seen> = {
  name: 'lines of a view',
  compute: ({ kernel, solid, view, orientation }) => look(kernel, solid, viewRotation(view, orientation)),
};
const outlineStage: Stage<Look, Outlines> = {
  name: 'outline of a view',
  compute: ({ kernel, solid, view, orientation }) => kernel.silhouette(solid, viewRotation(view, orientation)),
};
const removedStage: Stage<{ kernel: Kernel; loaded: Outlines; left: Outlines }, Outlines> = {
  name: 'outline of what goes',
  compute: ({ kernel, loaded, left }) => kernel.flatDifference(loaded, left),
};
const gripStage: Stage<{ kernel: Kernel; solid: Solid; orientation: Orientation; depth: number }, Outlines> = {
  name: 'section at the grip',
  compute: ({ kernel, solid, orientation, depth }) => kernel.section(solid, viewRotation('above', orientation), depth),
};

function spaceOf(g: Graph, kernel: Kernel, loaded: Solid, planned: PlannedSetup): InSpace | null {
  const { facts, pieces } = planned;
  if (!facts) return null;
  const { poses, zeros, rest, eye } = lookedAt(facts, pieces);
  return g.run(inSpaceStage, {
    kernel,
    loaded,
    poses: g.same(poses),
    device: g.same(deviceSolids(planned)),
    rest,
    zeros: g.same(zeros),
    eye,
  });
}

/**
 * Outlines of the planner's last plan, for drawing. Silhouettes are kept per solid and orientation.
 * @param planned the plan just made by this planner
 * @param inSpace also how each setup is clamped, in space: for paper, where nobody waits for it
 */
export function outlinesOf(
  planner: Planner,
  planned: Pick<PlannedJob, 'setups'>,
  { inSpace = false }: { readonly inSpace?: boolean } = {},
): RouteOutlines | null {
  const { kernel, graph: g, solids } = planner;
  if (!solids) return null;
  const seen = (solid: Solid, view: ViewName, orientation: Orientation) =>
    g.run(seenStage, { kernel, solid, view, orientation });
  const outline = (solid: Solid, view: ViewName, orientation: Orientation) =>
    g.run(outlineStage, { kernel, solid, view, orientation });
  const byView = <T>(make: (view: ViewName) => T) =>
    Object.fromEntries(VIEW_NAMES.map((v) => [v, make(v)])) as Record<ViewName, T>;
  const plain: Orientation = g.same({ up: '+z', right: '+x' });
  const { unreached } = solids;
  return {
    part: byView((view) => seen(solids.part.solid, view, plain)),
    blank: byView((view) => outline(solids.blank.solid, view, plain)),
    unreached: unreached && byView((view) => outline(unreached, view, plain)),
    setups: planned.setups.map((held, i) => {
      const { id, setup, facts } = held;
      const { cut, before } = { cut: solids.cuts[i], before: solids.cuts[i - 1]?.onward ?? solids.blank };
      if (!facts || !cut) return { id, views: null };
      const orientation = g.same(setup.orientation);
      const isLast = i === planned.setups.length - 1;
      const depth = facts.hold.top.z - (facts.hold.vise?.gripDepthMm ?? 0) / 2 - facts.seat.pose.translation.z;
      return {
        id,
        ...(inSpace ? { space: spaceOf(g, kernel, before.solid, held) } : {}),
        views: byView((view): SetupOutlines => {
          const loaded = outline(before.solid, view, orientation);
          const left = seen(cut.left.solid, view, orientation);
          return {
            loaded,
            left,
            removed: g.run(removedStage, { kernel, loaded, left: left.silhouette }),
            unreached: isLast && unreached ? outline(unreached, view, orientation) : [],
            section:
              view === 'above' && facts.hold.vise
                ? g.run(gripStage, { kernel, solid: before.solid, orientation, depth })
                : [],
          };
        }),
      };
    }),
  };
}
