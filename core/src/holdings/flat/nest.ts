import type { HoldTrouble } from '../../hold/types';
import type { HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import type { FlatDevice } from '../../shop';
import type { Kernel, Outlines } from '../../solid';
import { against } from './against';

/** Facets and rounding: what is less does not keep a part out of its jig, mm. */
const ROUNDING_MM = 0.02;

/** Regular outlines up to so many corners are found by their own angle. */
const MOST_CORNERS = 12;
/** Between those every outline is tried in steps of so many degrees. */
const STEP = 5;

/** Turns that are tried, radians, counterclockwise: what a regular outline allows, and even steps all round. */
const TURNS: readonly number[] = (() => {
  const degrees = new Set(Array.from({ length: 360 / STEP }, (_, i) => i * STEP));
  for (let n = 2; n <= MOST_CORNERS; n++) for (let k = 1; k < n; k++) degrees.add((360 * k) / n);
  return [...degrees].sort((a, b) => a - b).map((d) => ((d > 180 ? d - 360 : d) * Math.PI) / 180);
})();

type Point = readonly [number, number];

/** Turned over about X or not, then turned. */
function turned([x, y]: Point, over: boolean, turn: number): Point {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const v = over ? -y : y;
  return [c * x - s * v, s * x + c * v];
}

/** The box around outlines: its middle and its size. */
function boxOf(outlines: Outlines): { readonly middle: Point; readonly size: Point } {
  const [[x0, x1], [y0, y1]] = ([0, 1] as const).map((k) => {
    const all = outlines.flat().map((p) => p[k]);
    return [Math.min(...all), Math.max(...all)] as const;
  });
  return { middle: [(x0 + x1) / 2, (y0 + y1) / 2], size: [x1 - x0, y1 - y0] };
}

/** Where an outline is laid into itself with play: the turns that go in, of the same side up or of the other. */
function goesIn(kernel: Kernel, outline: Outlines, fit: number, over: boolean): number[] {
  const nest = kernel.offset(outline, fit + ROUNDING_MM, 'round');
  const meant = boxOf(outline);
  const room = 2 * (fit + ROUNDING_MM);
  return TURNS.filter((turn) => {
    const laid = outline.map((ring) => {
      const points = ring.map((p) => turned(p, over, turn));
      // turned over a ring runs the other way round
      return over ? points.reverse() : points;
    });
    const { middle, size } = boxOf(laid);
    // what is larger than the jig one way goes in nowhere
    if (size.some((mm, k) => mm > meant.size[k] + room)) return false;
    const by = [meant.middle[0] - middle[0], meant.middle[1] - middle[1]];
    const moved = laid.map((ring) => ring.map(([x, y]): [number, number] => [x + by[0], y + by[1]]));
    return kernel.flatArea(kernel.flatDifference(moved, nest)) < 1e-3;
  });
}

/** Other ways in which the part goes into its jig. Its outline a little above what it lies on. */
export function nestTrouble({ setup: { hold, jig }, seat, kernel, sectionOf }: HoldOf<FlatDevice>): HoldTrouble[] {
  if (against(hold, 'x') !== 'nest' || !jig.on) return [];
  const { min, max } = seat.loadedBox;
  const height = min.z + Math.min(jig.thickness, max.z - min.z) / 2;
  const outline = sectionOf('loaded', height).filter((ring) => signedArea(ring) > 0);
  if (outline.length === 0) return [];
  const turns = goesIn(kernel, outline, jig.fit, false).filter((turn) => Math.abs(turn) > 1e-9);
  const otherSide = goesIn(kernel, outline, jig.fit, true).length > 0;
  const free = turns.length === TURNS.length - 1;
  return turns.length > 0 || otherSide ? [{ kind: 'nest-fits-otherwise', turns, free, otherSide }] : [];
}
