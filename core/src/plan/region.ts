import { dot, lookAlong, rotate, rotationOf, unitVector, type Direction, type Vec3 } from '../frames';
import { signedArea } from '../hold';
import type { Footprint, Part } from '../part';
import type { Kernel, Outlines, Solid } from '../solid';
import type { Material } from './material';

/** What a cut that does not clear everything goes over, in the view `rotationOf(lookAlong(up))`. */
export interface Region {
  readonly outlines: Outlines;
  /** some of it lies outside the part seen along the spindle: the cutter comes beside the part */
  readonly beside: boolean;
}

/** Where a cutter goes that only follows the part's outline: one cutter wide around it, seen along `up`. */
export function alongOutline(kernel: Kernel, part: Part, up: Direction, cutterMm: number): Region {
  const outline = kernel.silhouette(part.solid, rotationOf(lookAlong(up)));
  return { outlines: kernel.offset(outline, cutterMm, 'round'), beside: true };
}

/** Far below what anyone can measure. */
const HAIR_MM = 1e-6;

/** Less than this outside the part is rounding, mm². */
const NOTHING_MM2 = 0.01;

type Point = readonly [number, number];
type Edge = Footprint['open'][number];

/** Outwards from an open edge, one long: such edges run with the floor on their left. null: it has no length. */
function outwards([a, b]: Edge): Point | null {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy);
  return length === 0 ? null : [dy / length, -dx / length];
}

/** Sharper corners than this (cosine between the two outward directions) are not run out over. */
const SHARPEST = -0.9;

/** Outside of open edges, so far out, with the corners in which two of them meet. */
function beyond(edges: readonly Edge[], mm: number): Outlines[] {
  const at = ([x, y]: Point, by: Point): Point => [x + by[0] * mm, y + by[1] * mm];
  const key = ([x, y]: Point) => `${x},${y}`;
  const ending = new Map(edges.map((e) => [key(e[1]), e]));
  return edges.flatMap((edge): Outlines[] => {
    const [a, b] = edge;
    const out = outwards(edge);
    if (!out) return [];
    const strip: Outlines = [[a, at(a, out), at(b, out), b]];
    const before = ending.get(key(a));
    const other = before ? outwards(before) : null;
    if (!other) return [strip];
    const cosine = other[0] * out[0] + other[1] * out[1];
    const turnsOut = other[0] * out[1] - other[1] * out[0] > 0;
    if (!turnsOut || cosine < SHARPEST) return [strip];
    const tip: Point = [(other[0] + out[0]) / (1 + cosine), (other[1] + out[1]) / (1 + cosine)];
    return [strip, [[a, at(a, other), at(a, tip), at(a, out)]]];
  });
}

/**
 * Where a cutter goes that clears some faces and bores of every copy: over them, and over open edges of faces so far
 * out of the part as half the cutter is wide.
 * @param copies where each copy lies against the first, part coordinates
 */
export function overFeatures(
  kernel: Kernel,
  part: Part,
  { outlines, open }: Footprint,
  { up, cutterMm, copies }: { readonly up: Direction; readonly cutterMm: number; readonly copies: readonly Vec3[] },
): Region {
  const view = rotationOf(lookAlong(up));
  // seen from outside the part is full: what goes through a hole of it does not come beside it
  const part2d = kernel.silhouette(part.solid, view).filter((ring) => signedArea(ring) > 0);
  const everywhere = (one: Outlines) =>
    kernel.flatUnion(
      copies.map((by) => {
        const { x, y } = rotate(view, by);
        return one.map((ring) => ring.map(([u, v]) => [u + x, v + y] as const));
      }),
    );
  const out = everywhere(kernel.flatUnion(beyond(open, cutterMm / 2)));
  // a hair into walls that the part keeps anyway: no wall of the cut lies on one of the part but for rounding
  const over = kernel.offset(everywhere(outlines), HAIR_MM);
  const all = kernel.flatUnion([over, kernel.flatDifference(out, part2d)]);
  return { outlines: all, beside: kernel.flatArea(kernel.flatDifference(all, part2d)) > NOTHING_MM2 };
}

/** Whether a cutter goes into a region: a micrometer more than its diameter is enough. */
export const fits = (kernel: Kernel, { outlines }: Region, diameterMm: number): boolean =>
  kernel.offset(outlines, 5e-4 - diameterMm / 2).length > 0;

/** The space over a region, as far as anything of the material reaches. To be released. */
export function spaceOver(kernel: Kernel, { outlines }: Region, up: Direction, before: Material): Solid {
  const box = before.frame.box();
  const reach = Math.max(...[box.min, box.max].map((p) => Math.abs(dot(p, unitVector(up))))) + 1;
  return kernel.prism(outlines, rotationOf(lookAlong(up)), -reach, reach);
}
