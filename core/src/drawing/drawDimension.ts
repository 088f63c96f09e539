import { BESIDE, linesOf, textOf, type Placed } from './dimensions';
import { linesPath, n } from './paths';
import type { Primitive } from './primitive';
import type { Point } from '../scene';

function arrow([x, y]: Point, [dx, dy]: Point, size: number): string {
  const [px, py] = [-dy, dx];
  const back: Point = [x - dx * size, y - dy * size];
  return `M${n(x)} ${n(y)}L${n(back[0] + px * size * 0.3)} ${n(back[1] + py * size * 0.3)}L${n(back[0] - px * size * 0.3)} ${n(back[1] - py * size * 0.3)}Z`;
}

/** Where a picture stands on its page, and how it gets there. */
export interface OnPage {
  readonly box: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
  readonly toPage: (p: Point) => Point;
  readonly fontSize: number;
}

/** A dimension with its lines and arrows, in its row outside the picture. */
export const drawDimension = (placed: Placed, on: OnPage): Primitive[] =>
  placed.dimension.along === 'vertical' ? drawUpright(placed, on) : drawLevel(placed, on);

/** Arrows between two places, or from outside where there is no room between. */
function arrows([a, b]: readonly [Point, Point], towardsA: Point, size: number): string {
  const [dx, dy] = towardsA;
  const room = Math.hypot(b[0] - a[0], b[1] - a[1]) > 2.4 * size;
  const out: Point = room ? [dx, dy] : [-dx, -dy];
  return arrow(a, out, size) + arrow(b, [-out[0], -out[1]], size);
}

function drawUpright({ dimension: d, offset, textAt }: Placed, { box, toPage, fontSize }: OnPage): Primitive[] {
  const outwards = d.side === 'left' ? -1 : 1;
  const x = (d.side === 'left' ? box.left : box.right) + outwards * offset;
  const [reach, y0] = toPage([d.reach, d.from]);
  const [, y1] = toPage([d.reach, d.to]);
  const ends: [Point, Point] = [
    [x, Math.min(y0, y1)],
    [x, Math.max(y0, y1)],
  ];
  const to = x + outwards * 3;
  const extension = linesPath([
    [
      [reach, y0],
      [to, y0],
    ],
    [
      [reach, y1],
      [to, y1],
    ],
    ends,
  ]);
  const lines = linesOf(d);
  const middle = toPage([0, textAt])[1] + fontSize * (0.35 - (lines.length - 1) * 0.52);
  return [
    { kind: 'path', d: extension, role: 'dimension', measures: d.measures },
    { kind: 'path', d: arrows(ends, [0, -1], fontSize * 0.7), role: 'arrow', measures: d.measures },
    ...lines.map((text, i): Primitive => ({
      kind: 'text',
      at: [x + outwards * fontSize * 0.4, middle + i * fontSize * 1.05],
      text,
      anchor: d.side === 'left' ? 'end' : 'start',
      role: text === d.value ? 'number' : 'label',
      size: text === d.value ? fontSize : fontSize * 0.92,
      measures: d.measures,
    })),
  ];
}

function drawLevel({ dimension: d, offset, beside }: Placed, { box, toPage, fontSize }: OnPage): Primitive[] {
  const outwards = d.side === 'top' ? -1 : 1;
  const y = (d.side === 'top' ? box.top : box.bottom) + outwards * offset;
  const [x0, reach] = toPage([d.from, d.reach]);
  const [x1] = toPage([d.to, d.reach]);
  const [left, right] = [Math.min(x0, x1), Math.max(x0, x1)];
  const ends: [Point, Point] = [
    [left, y],
    [right, y],
  ];
  const to = y + outwards * 3;
  const extension = linesPath([
    [
      [x0, reach],
      [x0, to],
    ],
    [
      [x1, reach],
      [x1, to],
    ],
    ends,
  ]);
  return [
    { kind: 'path', d: extension, role: 'dimension', measures: d.measures },
    { kind: 'path', d: arrows(ends, [-1, 0], fontSize * 0.7), role: 'arrow', measures: d.measures },
    {
      kind: 'text',
      at: beside ? [right + fontSize * BESIDE, y + fontSize * 0.35] : [(left + right) / 2, y - fontSize * 0.3],
      text: textOf(d),
      anchor: beside ? 'start' : 'middle',
      role: 'number',
      size: fontSize,
      measures: d.measures,
    },
  ];
}
