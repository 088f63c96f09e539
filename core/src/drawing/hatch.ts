import type { Outlines } from '../solid';
import type { Point } from '../scene';

/**
 * Crossings of a horizontal line with closed outlines, sorted: inside between the 1st and 2nd, 3rd and 4th…
 * (even-odd).
 */
function crossings(outlines: Outlines, v: number): number[] {
  const found: number[] = [];
  for (const ring of outlines) {
    for (let i = 0; i < ring.length; i++) {
      const [x0, y0] = ring[i];
      const [x1, y1] = ring[(i + 1) % ring.length];
      if (y0 <= v !== y1 <= v) found.push(x0 + ((v - y0) / (y1 - y0)) * (x1 - x0));
    }
  }
  return found.sort((a, b) => a - b);
}

const R = Math.SQRT1_2;
const turn = ([x, y]: Point): Point => [R * (x + y), R * (y - x)];
const back = ([x, y]: Point): Point => [R * (x - y), R * (x + y)];

function range(outlines: Outlines): [number, number] {
  const all = outlines.flat().map(([, y]) => y);
  return [Math.min(...all), Math.max(...all)];
}

/** 45° hatch lines inside outlines, `spacing` apart. */
export function hatchLines(outlines: Outlines, spacing: number): [Point, Point][] {
  if (outlines.length === 0) return [];
  const turned = outlines.map((ring) => ring.map(turn));
  const [low, high] = range(turned);
  const lines: [Point, Point][] = [];
  for (let v = Math.ceil(low / spacing) * spacing + spacing / 2; v < high; v += spacing) {
    const xs = crossings(turned, v);
    for (let i = 0; i + 1 < xs.length; i += 2) lines.push([back([xs[i], v]), back([xs[i + 1], v])]);
  }
  return lines;
}

/** Dots inside outlines on a staggered grid `spacing` apart. */
export function stippleDots(outlines: Outlines, spacing: number): Point[] {
  if (outlines.length === 0) return [];
  const [low, high] = range(outlines);
  const dots: Point[] = [];
  let row = 0;
  for (let v = low + spacing / 2; v < high; v += spacing, row += 1) {
    const xs = crossings(outlines, v);
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const start = Math.ceil(xs[i] / spacing) * spacing + (row % 2 ? spacing / 2 : 0);
      for (let u = start; u < xs[i + 1]; u += spacing) dots.push([u, v]);
    }
  }
  return dots;
}
