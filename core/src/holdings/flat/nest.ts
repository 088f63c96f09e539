import type { HoldTrouble } from '../../hold/types';
import type { HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import type { FlatDevice } from '../../shop';
import type { Kernel, Outlines } from '../../solid';
import { against } from './against';

/** Facets and rounding: what is less does not keep a part out of its jig, mm. */
const ROUNDING_MM = 0.02;

/** How a part can be laid into its jig otherwise, seen from above: first turned over about X or not, then turned. */
const WAYS: readonly { readonly over: boolean; readonly quarters: 0 | 1 | 2 | 3; readonly says: string }[] = [
  { over: false, quarters: 2, says: 'turned half round' },
  { over: false, quarters: 1, says: 'turned a quarter to the left' },
  { over: false, quarters: 3, says: 'turned a quarter to the right' },
  { over: true, quarters: 0, says: '' },
  { over: true, quarters: 2, says: '' },
  { over: true, quarters: 1, says: '' },
  { over: true, quarters: 3, says: '' },
];

type Point = readonly [number, number];

function turned([x, y]: Point, over: boolean, quarters: number): Point {
  const flat: Point = over ? [x, -y] : [x, y];
  return [flat, [-flat[1], flat[0]] as const, [-flat[0], -flat[1]] as const, [flat[1], -flat[0]] as const][quarters];
}

/** Middle of the box around outlines. */
function middleOf(outlines: Outlines): Point {
  const of = (k: 0 | 1) => {
    const all = outlines.flat().map((p) => p[k]);
    return (Math.min(...all) + Math.max(...all)) / 2;
  };
  return [of(0), of(1)];
}

/** An outline laid so goes into the same outline with play all round, wherever that lets it lie. */
function goesIn(kernel: Kernel, outline: Outlines, fit: number, { over, quarters }: (typeof WAYS)[number]): boolean {
  const laid = outline.map((ring) => {
    const points = ring.map((p) => turned(p, over, quarters));
    // turned over a ring runs the other way round
    return (over ? points.reverse() : points).map(([x, y]): [number, number] => [x, y]);
  });
  const [[ax, ay], [bx, by]] = [middleOf(outline), middleOf(laid)];
  const moved = laid.map((ring) => ring.map(([x, y]): [number, number] => [x + ax - bx, y + ay - by]));
  const nest = kernel.offset(outline, fit + ROUNDING_MM, 'round');
  return kernel.flatArea(kernel.flatDifference(moved, nest)) < 1e-3;
}

/** Other ways in which the part goes into its jig. Its outline a little above what it lies on. */
export function nestTrouble({ setup: { hold, jig }, seat, kernel, sectionOf }: HoldOf<FlatDevice>): HoldTrouble[] {
  if (against(hold, 'x') !== 'nest' || !jig.on) return [];
  const { min, max } = seat.loadedBox;
  const height = min.z + Math.min(jig.thickness, max.z - min.z) / 2;
  const outline = sectionOf('loaded', height).filter((ring) => signedArea(ring) > 0);
  if (outline.length === 0) return [];
  const fits = WAYS.filter((way) => goesIn(kernel, outline, jig.fit, way));
  const ways = fits.filter((w) => !w.over).map((w) => w.says);
  const otherSide = fits.some((w) => w.over);
  return ways.length > 0 || otherSide ? [{ kind: 'nest-fits-otherwise', ways, otherSide }] : [];
}
