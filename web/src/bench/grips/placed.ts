import { onView, VIEWS, type BoardView, type Point, type Shape, type ViewName } from '@violet-jaw/core/drawing';
import { AXES, byAxis, vec, type Axis, type Vec3 } from '@violet-jaw/core/frames';
import { snapped, type Decision } from '@violet-jaw/core/holdings';
import type { Setup } from '@violet-jaw/core/job';

/** A way the device is looked at: a view of a board, or space. Lines that are parallel stay so. */
export interface Sight {
  readonly view: string;
  readonly title: string;
  /** a point of the device on the page */
  readonly place: (p: Vec3) => Point;
  /** along which axes a key moves, the first that can be moved counts; left out: what runs on the page as the arrow */
  readonly keys?: Readonly<Record<string, readonly (readonly [axis: Axis, way: 1 | -1])[]>>;
}

/** What can be taken hold of as it is looked at, with the decisions that can be made by moving it there. */
export interface Grip<S = Setup> {
  readonly item: string;
  readonly view: Sight;
  /** on the page */
  readonly at: Point;
  readonly decisions: readonly Decision<S>[];
}

/** A view of a board, as grips see it. */
export const sightOf = ({ view, toPage }: Pick<BoardView, 'view' | 'toPage'>): Sight => ({
  view,
  title: VIEWS[view].title,
  place: (p) => toPage(onView(view, p)),
});

/** How a device axis runs on the page: right and down, page units for each mm; 0, 0: it is looked along. */
export function axisOnPage({ place }: Pick<Sight, 'place'>, axis: Axis): Point {
  const [o, e] = [vec(0, 0, 0), byAxis((a) => (a === axis ? 1 : 0))].map(place);
  return [e[0] - o[0], e[1] - o[1]];
}

/** An axis that is seen shorter than this share of the longest cannot be moved along. */
const SEEN_SHARE = 0.15;

/** Everything that can be taken hold of, as it is looked at. */
export function gripsIn<S>(sights: readonly Sight[], decisions: readonly Decision<S>[]): Grip<S>[] {
  const items = [...new Set(decisions.map((d) => d.item))];
  return sights.flatMap((view) => {
    const long = byAxis((a) => Math.hypot(...axisOnPage(view, a)));
    const least = SEEN_SHARE * Math.max(...AXES.map((a) => long[a]));
    return items.flatMap((item): Grip<S>[] => {
      const here = decisions.filter((d) => d.item === item && long[d.axis] > least);
      return here.length === 0 ? [] : [{ item, view, at: view.place(here[0].at), decisions: here }];
    });
  });
}

/** Something that stands over a view of the drawings: names keep off it. */
export interface OverView {
  readonly view: ViewName;
  readonly shape: Extract<Shape, { kind: 'kept-free' }>;
}

/** Half of what a grip's dot covers, page units. */
const DOT = 7;

/** Where grips stand over the drawings in some views. */
export const keptFreeForGrips = <S>(views: readonly ViewName[], decisions: readonly Decision<S>[]): OverView[] =>
  views.flatMap((view) =>
    gripsIn([sightOf({ view, toPage: (p) => p })], decisions).map(({ at }) => ({
      view,
      shape: { kind: 'kept-free', at, aside: [0, 0], half: DOT },
    })),
  );

/** What a decision becomes. */
export interface Moved<S = Setup> {
  readonly decision: Decision<S>;
  readonly mm: number;
  /** what it is drawn to; null: nothing is near */
  readonly says: string | null;
}

/** So far the pointer must go along an axis before anything moves along it, page units. */
const DEAD = 6;
/** How near a snap draws, in page units. */
const REACH = 9;

/**
 * How far along its axes, mm, something moves that goes along with the pointer. Along two axes it follows the pointer;
 * a third stays as it is. Axes that run as one on the page move each by itself.
 */
function alongAxes(view: Pick<Sight, 'place'>, axes: readonly Axis[], [dx, dy]: Point): Partial<Record<Axis, number>> {
  const [first, second] = [...new Set(axes)];
  const [ax, ay] = axisOnPage(view, first);
  const alone = (dx * ax + dy * ay) / (ax * ax + ay * ay);
  if (!second) return { [first]: alone };
  const [bx, by] = axisOnPage(view, second);
  const twice = ax * by - ay * bx;
  if (Math.abs(twice) < 1e-6 * Math.hypot(ax, ay) * Math.hypot(bx, by)) return { [first]: alone };
  return { [first]: (dx * by - dy * bx) / twice, [second]: (ax * dy - ay * dx) / twice };
}

/**
 * What a grip's decisions become when the pointer has moved on the page.
 * @param by right and down, page units; step: whole steps, 0 for none, mm; free: snaps do not draw
 */
export function draggedBy<S>(
  { view, decisions }: Pick<Grip<S>, 'decisions'> & { view: Pick<Sight, 'place'> },
  by: Point,
  { step, free }: { step: number; free: boolean },
): Moved<S>[] {
  const along = alongAxes(
    view,
    decisions.map((d) => d.axis),
    by,
  );
  return decisions.map((decision) => {
    const scale = Math.hypot(...axisOnPage(view, decision.axis));
    const moved = along[decision.axis] ?? 0;
    // what is dragged along one axis stays where it is along the other
    if (Math.abs(moved) * scale < DEAD) return { decision, mm: decision.mm, says: null };
    const mm = decision.mm + decision.way * moved;
    const reach = free ? -1 : REACH / scale;
    return { decision, ...snapped(decision, mm, { reach, step }) };
  });
}

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** What a key does to the decisions of a grip: by how much of which; null: none runs the way it points. */
export function nudgedBy<S>(
  { view, decisions }: Grip<S>,
  key: string,
  mm: number,
): { decision: Decision<S>; by: number } | null {
  for (const [axis, way] of view.keys?.[key] ?? []) {
    const decision = decisions.find((d) => d.axis === axis);
    if (decision) return { decision, by: decision.way * way * mm };
  }
  const arrow = ARROWS[key];
  if (!arrow || view.keys) return null;
  for (const decision of decisions) {
    const [ax, ay] = axisOnPage(view, decision.axis);
    const along = ax * arrow[0] + ay * arrow[1];
    if (Math.abs(along) > 1e-9) return { decision, by: decision.way * Math.sign(along) * mm };
  }
  return null;
}

/** A decision moved from where it is now, which may be newer than the drawing; within what is allowed. */
export function nudge<S>(of: S, { decision, by }: { decision: Decision<S>; by: number }): S {
  const mm = (decision.get(of) ?? decision.mm) + by;
  return decision.set(of, snapped(decision, mm, { reach: -1, step: 0 }).mm);
}

/** The device point a grip stands at once its decisions are those. */
export function movedPoint<S>(moved: readonly Moved<S>[]): Vec3 {
  const [{ decision: first }] = moved;
  return byAxis((a) => {
    const m = moved.find(({ decision }) => decision.axis === a);
    return m ? m.decision.from + m.decision.way * m.mm : first.at[a];
  });
}
