import { directionOf, rotationOf, thenRotate, vec, type Orientation, type Rotation, type Vec3 } from '../frames';
import type { StageCache } from '../plan/cache';
import type { Planner } from '../plan';
import type { Flats } from '../plan';
import type { Kernel, Outlines, Solid } from '../solid';

/** Ways to look at a setup. Rows: drawing right, drawing up, towards the eye, in seated (machine) axes. */
export const VIEWS = {
  /** from above, rear at the top */
  above: { title: 'From above', rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] },
  /** from the front, where the operator stands */
  front: { title: 'From the front', rows: [vec(1, 0, 0), vec(0, 0, 1), vec(0, -1, 0)] },
  /** along the jaws from their left end: fixed jaw on the left, the operator on the right */
  leftEnd: { title: 'From the left end', rows: [vec(0, -1, 0), vec(0, 0, 1), vec(-1, 0, 0)] },
} as const satisfies Record<string, { title: string; rows: Rotation['rows'] }>;

export type ViewName = keyof typeof VIEWS;
export const VIEW_NAMES = Object.keys(VIEWS) as ViewName[];

/** A point of the setup in drawing coordinates of a view. */
export function onView(view: ViewName, p: Vec3): [number, number] {
  const [u, v] = VIEWS[view].rows;
  return [u.x * p.x + u.y * p.y + u.z * p.z, v.x * p.x + v.y * p.y + v.z * p.z];
}

/** What a solid looks like in one view, seated axes with the part's origin: moving the seat only shifts it. */
export interface Seen {
  readonly silhouette: Outlines;
  /** edges of the flat faces that look at the eye and are not hidden */
  readonly flats: Outlines;
}

export function viewRotation(view: ViewName, orientation: Orientation): Rotation {
  return thenRotate(rotationOf(orientation), { rows: VIEWS[view].rows });
}

/** @param flats levels at which the solid can be flat, so that facets of curved faces are not drawn as faces */
function look(kernel: Kernel, solid: Solid, rotation: Rotation, flats: Flats): Seen {
  return { silhouette: kernel.silhouette(solid, rotation), flats: kernel.visibleFlats(solid, rotation, [...new Set(flats[directionOf(rotation.rows[2])])]) };
}

/** Outlines of one setup in one view: as loaded, as it comes out, and the section at half the grip. */
export interface SetupOutlines {
  readonly loaded: Seen;
  readonly left: Seen;
  readonly removed: Outlines;
  readonly section: Outlines;
}

export type RouteOutlines = {
  readonly setups: readonly { readonly id: string; readonly views: Readonly<Record<ViewName, SetupOutlines>> | null }[];
  readonly part: Readonly<Record<ViewName, Seen>>;
  readonly blank: Readonly<Record<ViewName, Outlines>>;
};

/**
 * Outlines of the planner's last plan, for drawing. Silhouettes are kept per solid and orientation.
 * @param planned the plan just made by this planner
 */
export function outlinesOf(planner: Planner, planned: { setups: readonly { id: string; setup: { orientation: Orientation }; facts: { seat: { pose: { translation: Vec3 } }; hold: { jawTop: number; gripDepthMm: number } } | null }[] }): RouteOutlines | null {
  const { kernel, cache, solids } = planner;
  if (!solids) return null;
  const seen = (key: string, solid: Solid, flats: Flats, view: ViewName, orientation: Orientation) =>
    memo(cache, 'silhouette', `${key} ${view} ${JSON.stringify(orientation)}`, () => look(kernel, solid, viewRotation(view, orientation), flats));
  const byView = <T>(make: (view: ViewName) => T) => Object.fromEntries(VIEW_NAMES.map((v) => [v, make(v)])) as Record<ViewName, T>;
  const plain: Orientation = { up: '+z', right: '+x' };
  return {
    part: byView((view) => seen(solids.part.key, solids.part.solid, solids.blank.flats, view, plain)),
    blank: byView((view) => seen(solids.blank.key, solids.blank.solid, solids.blank.flats, view, plain).silhouette),
    setups: planned.setups.map(({ id, setup, facts }, i) => {
      const { cut, before } = { cut: solids.cuts[i], before: solids.cuts[i - 1]?.left ?? solids.blank };
      if (!facts || !cut) return { id, views: null };
      const { orientation } = setup;
      return {
        id,
        views: byView((view): SetupOutlines => {
          const loaded = seen(before.key, before.solid, before.flats, view, orientation);
          const left = seen(cut.left.key, cut.left.solid, cut.left.flats, view, orientation);
          const depth = facts.hold.jawTop - facts.hold.gripDepthMm / 2 - facts.seat.pose.translation.z;
          return {
            loaded, left,
            removed: memo(cache, 'removed outline', `${before.key} ${cut.left.key} ${view} ${JSON.stringify(orientation)}`, () => kernel.flatDifference(loaded.silhouette, left.silhouette)),
            section: view === 'above'
              ? memo(cache, 'section', `${before.key} ${depth} ${JSON.stringify(orientation)}`, () => kernel.section(before.solid, viewRotation('above', orientation), depth))
              : [],
          };
        }),
      };
    }),
  };
}

function memo<T>(cache: StageCache, stage: string, key: string, compute: () => T): T {
  return cache.get(stage, key, compute);
}
