import { onView, VIEWS, type BoardView, type Point } from '@violet-jaw/core/drawing';
import { byAxis, vec, type Axis, type Vec3 } from '@violet-jaw/core/frames';
import { snapped, type Decision } from '@violet-jaw/core/holdings';
import type { Setup } from '@violet-jaw/core/job';

/** What can be taken hold of in one view, with the decisions that can be made by moving it there. */
export interface Grip {
  readonly item: string;
  readonly view: BoardView;
  /** on the page */
  readonly at: Point;
  readonly decisions: readonly Decision[];
}

/** How a device axis runs on the page of a view: right and down, page units for each mm; 0, 0: it is looked along. */
export function axisOnPage({ view, toPage }: Pick<BoardView, 'view' | 'toPage'>, axis: Axis): Point {
  const [o, e] = [
    onView(view, vec(0, 0, 0)),
    onView(
      view,
      byAxis((a) => (a === axis ? 1 : 0)),
    ),
  ].map(toPage);
  return [e[0] - o[0], e[1] - o[1]];
}

const seenIn = ({ view }: BoardView, axis: Axis): boolean => {
  const [, , eye] = VIEWS[view].rows;
  return eye[axis] === 0;
};

/** A point of the device on the page of a view. */
export const onPage = ({ view, toPage }: BoardView, p: Vec3): Point => toPage(onView(view, p));

/** Everything that can be taken hold of, view by view. */
export function gripsIn(views: readonly BoardView[], decisions: readonly Decision[]): Grip[] {
  const items = [...new Set(decisions.map((d) => d.item))];
  return views.flatMap((view) =>
    items.flatMap((item): Grip[] => {
      const here = decisions.filter((d) => d.item === item && seenIn(view, d.axis));
      return here.length === 0 ? [] : [{ item, view, at: onPage(view, here[0].at), decisions: here }];
    }),
  );
}

/** What a decision becomes. */
export interface Moved {
  readonly decision: Decision;
  readonly mm: number;
  /** what it is drawn to; null: nothing is near */
  readonly says: string | null;
}

/** So far the pointer must go along an axis before anything moves along it, page units. */
const DEAD = 6;
/** How near a snap draws, in page units. */
const REACH = 9;

/**
 * What a grip's decisions become when the pointer has moved on the page.
 * @param by right and down, page units; step: whole steps, 0 for none, mm; free: snaps do not draw
 */
export function draggedBy(
  { view, decisions }: Pick<Grip, 'decisions'> & { view: Pick<BoardView, 'view' | 'toPage'> },
  [dx, dy]: Point,
  { step, free }: { step: number; free: boolean },
): Moved[] {
  return decisions.map((decision) => {
    const [ax, ay] = axisOnPage(view, decision.axis);
    const scale2 = ax * ax + ay * ay;
    const along = (dx * ax + dy * ay) / Math.sqrt(scale2);
    // what is dragged along one axis stays where it is along the other
    if (Math.abs(along) < DEAD) return { decision, mm: decision.mm, says: null };
    const mm = decision.mm + (decision.way * along) / Math.sqrt(scale2);
    const reach = free ? -1 : REACH / Math.sqrt(scale2);
    return { decision, ...snapped(decision, mm, { reach, step }) };
  });
}

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** What an arrow key does to the decisions of a grip: by how much of which; null: none runs the way it points. */
export function nudgedBy(
  { view, decisions }: Grip,
  key: string,
  mm: number,
): { decision: Decision; by: number } | null {
  const arrow = ARROWS[key];
  if (!arrow) return null;
  for (const decision of decisions) {
    const [ax, ay] = axisOnPage(view, decision.axis);
    const along = ax * arrow[0] + ay * arrow[1];
    if (Math.abs(along) > 1e-9) return { decision, by: decision.way * Math.sign(along) * mm };
  }
  return null;
}

/** A decision moved from where it is in the setup now, which may be newer than the drawing; within what is allowed. */
export function nudge(setup: Setup, { decision, by }: { decision: Decision; by: number }): Setup {
  const mm = (decision.get(setup) ?? decision.mm) + by;
  return decision.set(setup, snapped(decision, mm, { reach: -1, step: 0 }).mm);
}

/** The device point a grip stands at once its decisions are those. */
export function movedPoint(moved: readonly Moved[]): Vec3 {
  const [{ decision: first }] = moved;
  return byAxis((a) => {
    const m = moved.find(({ decision }) => decision.axis === a);
    return m ? m.decision.from + m.decision.way * m.mm : first.at[a];
  });
}
