import { dot, lookAlong, rotate, rotationOf, unitVector, type Direction, type Vec3 } from '../frames';
import { circle, signedArea } from '../hold';
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

/** Less than this outside the part is rounding, mm². */
const NOTHING_MM2 = 0.01;

type Edge = Footprint['open'][number];

/** Outside of an open edge, so far out. Such edges run with the floor on their left. */
function beyondEdge([a, b]: Edge, mm: number): Outlines {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy);
  if (length === 0) return [];
  const [nx, ny] = [(dy / length) * mm, (-dx / length) * mm];
  return [[a, [a[0] + nx, a[1] + ny], [b[0] + nx, b[1] + ny], b]];
}

/** Outside of open edges, and around the corners in which two of them meet. */
function beyond(edges: readonly Edge[], mm: number): Outlines[] {
  const key = ([x, y]: readonly [number, number]) => `${x},${y}`;
  const ends = new Set(edges.map(([, b]) => key(b)));
  const corners = edges.filter(([a]) => ends.has(key(a))).map(([[x, y]]): Outlines => [circle(x, y, mm)]);
  return [...edges.map((edge) => beyondEdge(edge, mm)), ...corners];
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
  const all = kernel.flatUnion([everywhere(outlines), kernel.flatDifference(out, part2d)]);
  return { outlines: all, beside: kernel.flatArea(kernel.flatDifference(all, part2d)) > NOTHING_MM2 };
}

/** The space over a region, as far as anything of the material reaches. To be released. */
export function spaceOver(kernel: Kernel, { outlines }: Region, up: Direction, before: Material): Solid {
  const box = before.frame.box();
  const reach = Math.max(...[box.min, box.max].map((p) => Math.abs(dot(p, unitVector(up))))) + 1;
  return kernel.prism(outlines, rotationOf(lookAlong(up)), -reach, reach);
}
