import { vec, type Vec3 } from '../../frames';
import type { HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import type { HoldContact } from '../../hold/types';
import type { FlatDevice } from '../../shop';
import type { Outlines } from '../../solid';
import { flatKindOf } from './kinds';

/** Up to eight points that reach farthest: what an area is supported at when a part wants to tip. */
export function farthestPoints(outlines: Outlines, z: number): Vec3[] {
  const points = outlines.flat();
  if (points.length === 0) return [];
  const picked = Array.from({ length: 8 }, (_, i) => {
    const [u, v] = [Math.cos((i * Math.PI) / 4), Math.sin((i * Math.PI) / 4)];
    return points.reduce((best, p) => (p[0] * u + p[1] * v > best[0] * u + best[1] * v ? p : best));
  });
  const distinct = [...new Map(picked.map((p) => [p.join(), p])).values()];
  return distinct.map(([x, y]) => vec(x, y, z));
}

/** The box around outlines, at one height. */
export function boxOf(outlines: Outlines, z: number): HoldContact['patch'] {
  const [xs, ys] = [outlines.flat().map((p) => p[0]), outlines.flat().map((p) => p[1])];
  return xs.length === 0
    ? { min: vec(0, 0, z), max: vec(0, 0, z) }
    : { min: vec(Math.min(...xs), Math.min(...ys), z), max: vec(Math.max(...xs), Math.max(...ys), z) };
}

/** What of the underside is held: all that lies there, or once a cut has gone through, the part alone. */
export interface Underside {
  readonly loaded: Outlines;
  /** after the cut: what bears, where the part has been cut free only the part */
  readonly held: Outlines;
  /** the cut takes away what joined a part to the rest of the blank, tabs and skin aside */
  readonly frees: boolean;
  /** the part alone is left to hold */
  readonly alone: boolean;
  readonly overEdgeMm2: number;
}

/** So far around a part nothing may be left if it stands alone, mm. */
const AROUND_MM = 0.3;

/** Whether nothing touches a part's outline from outside. */
function standsAlone(kernel: HoldOf<FlatDevice>['kernel'], ring: Outlines[number], material: Outlines): boolean {
  const around = kernel.flatDifference(kernel.offset([ring], AROUND_MM, 'round'), [ring]);
  return kernel.flatArea(kernel.flatCommon(around, material)) < 1e-3 * kernel.flatArea(around);
}

export function undersideOf(input: HoldOf<FlatDevice>): Underside {
  const { kernel, sectionOf, seat, device, setup } = input;
  const level = seat.locators.z.at + 0.01;
  const kind = flatKindOf(device);
  const place = kind.area(device, setup.hold, kernel);
  const on = (o: Outlines) => kernel.flatCommon(o, place);
  const [loaded, left] = [sectionOf('loaded', level), sectionOf('left', level)];
  // tabs or a skin still join the part to the rest of the sheet
  const joined = setup.hold.separation.way === 'tabs' || setup.hold.separation.way === 'skin';
  const finished = sectionOf('finished', level);
  const frees = finished.some(
    (ring) => signedArea(ring) > 0 && standsAlone(kernel, ring, left) && !standsAlone(kernel, ring, loaded),
  );
  const alone = frees && !joined;
  return {
    loaded: on(loaded),
    overEdgeMm2: kind.wholeTop ? kernel.flatArea(kernel.flatDifference(loaded, place)) : 0,
    held: on(alone ? kernel.flatCommon(left, finished) : left),
    frees,
    alone,
  };
}
