import { add, AXES, scale, subtract, type Box3, type Vec3 } from '../frames';
import { carries, inwardAt, type LocatorHere, type Motion } from '../locate';
import type { SetupFacts } from '../plan';
import { moveOutlines, onView, VIEWS, type Point, type Shape, type ViewName } from '../scene';
import type { Outlines } from '../solid';

/** Arrows are as long as this share of the part's longest side; a free motion is shown as far. */
const SHARE = 0.09;
/** But no longer than this share of its second longest: on a bar they would hide it. */
const SHARE_ACROSS = 0.5;

function arrowMm({ min, max }: Box3): number {
  const [longest, second] = AXES.map((a) => max[a] - min[a]).sort((p, q) => q - p);
  return Math.min(SHARE * longest, SHARE_ACROSS * second);
}
/** How far a free turn is shown, radians. */
const TURNED = 0.07;
/** So much of an arrow's length is its head. */
const HEAD = 0.4;

/** An arrow whose tip is where a locator meets the part. */
function arrow([u, v]: Point, [du, dv]: Point): Shape[] {
  const back = (share: number, aside: number): Point => [
    u - share * du - aside * dv * HEAD,
    v - share * dv + aside * du * HEAD,
  ];
  return [
    { kind: 'line', role: 'locator', points: [back(1, 0), [u, v]] },
    { kind: 'line', role: 'locator', points: [back(HEAD, 0.6), [u, v], back(HEAD, -0.6)] },
  ];
}

/** Of what carries the part a few places say it: those furthest apart. */
function spotsOf(locator: LocatorHere): { readonly at: Vec3; readonly inward: Vec3 }[] {
  const all = locator.points.map((at, i) => ({ at, inward: inwardAt(locator, i) }));
  if (!carries(locator) || all.length < 4) return all;
  return [0, 1, 2].map((k) => all[Math.floor((k * all.length) / 3)]);
}

/** How far along its motion each outline is: one after another they show it move. */
const STEPS = [
  ['ghost-near', 1 / 3],
  ['ghost-half', 2 / 3],
  ['ghost', 1],
] as const;

/**
 * A free motion as the part's outline a share of the way further, where the view shows it; empty where it looks along
 * it.
 */
function ghost(
  view: ViewName,
  motion: Motion,
  outline: Outlines,
  { seat, share }: Pick<SetupFacts, 'seat'> & { readonly share: number },
): Outlines {
  const { min, max } = seat.loadedBox;
  if (motion.kind === 'slide') {
    const [du, dv] = onView(view, scale(motion.along, share * arrowMm(seat.loadedBox)));
    return Math.hypot(du, dv) < 1e-6 ? [] : moveOutlines(outline, [du, dv]);
  }
  const [, , eye] = VIEWS[view].rows;
  const towards = eye.x * motion.about.x + eye.y * motion.about.y + eye.z * motion.about.z;
  if (Math.abs(towards) < 1 - 1e-6) return [];
  const [u0, v0] = onView(view, motion.through ?? scale(add(min, max), 0.5));
  const [c, s] = [Math.cos(share * TURNED), Math.sign(towards) * Math.sin(share * TURNED)];
  return outline.map((ring) =>
    ring.map(([u, v]) => [u0 + c * (u - u0) - s * (v - v0), v0 + s * (u - u0) + c * (v - v0)] as const),
  );
}

/** What locates the part: an arrow at each place, and what is still free as the part's outline where it could go. */
export function locatorShapes(view: ViewName, facts: SetupFacts, outline: Outlines): Shape[] {
  const { seat, locating } = facts;
  const long = arrowMm(seat.loadedBox);
  const placed = moveOutlines(outline, onView(view, seat.pose.translation));
  const arrows = locating.locators.flatMap(spotsOf).flatMap(({ at, inward }) => {
    const [tip, tail] = [at, subtract(at, scale(inward, long))].map((p) => onView(view, p));
    const by: Point = [tip[0] - tail[0], tip[1] - tail[1]];
    return Math.hypot(...by) < 0.3 * long ? [] : arrow(tip, by);
  });
  const ghosts = locating.free.flatMap((motion) =>
    STEPS.flatMap(([role, share]): Shape[] => {
      const outlines = ghost(view, motion, placed, { seat, share });
      return outlines.length > 0 ? [{ kind: 'region', role, outlines }] : [];
    }),
  );
  return [...ghosts, ...arrows];
}
