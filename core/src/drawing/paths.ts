import type { Point } from '../scene';
import type { Outlines } from '../solid';

/** A page coordinate as it is written: two digits are finer than any printer. */
export const n = (v: number) => (Math.round(v * 100) / 100).toString();

/** Closed outlines as an SVG path. */
export function pathOf(outlines: Outlines, toPage: (p: Point) => Point): string {
  return outlines.map((ring) => `M${ring.map((p) => toPage(p).map(n).join(' ')).join('L')}Z`).join('');
}

/** Open lines as an SVG path. */
export function linesPath(lines: readonly (readonly [Point, Point])[]): string {
  return lines.map(([a, b]) => `M${a.map(n).join(' ')}L${b.map(n).join(' ')}`).join('');
}
