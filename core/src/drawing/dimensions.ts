import { sceneBounds, type Dimension, type Scene } from '../scene';

/** Width of a text in page units, a little on the safe side for both typefaces. */
export function textWidth(text: string, fontSize: number): number {
  return text.length * fontSize * 0.62;
}

/** A dimension with the row it stands in: 0 is nearest to the picture. */
export interface Placed {
  readonly dimension: Dimension;
  readonly row: number;
  /** distance of the dimension line from the picture, page units */
  readonly offset: number;
  /**
   * vertical ones: middle of the text, millimeters of the drawing; kept beside the picture, so that corners stay free
   */
  readonly textAt: number;
  /** horizontal ones: the text stands beside the line, as it does not fit over it */
  readonly beside: boolean;
}

export type Side = Dimension['side'];
export const SIDES: readonly Side[] = ['left', 'right', 'top', 'bottom'];

/** Text lines of a vertical dimension: what it is above the number. */
export const linesOf = (d: Dimension): string[] => (d.name ? [d.name, d.value] : [d.value]);
export const textOf = (d: Dimension): string => (d.name ? `${d.name} ${d.value}` : d.value);

/** A text that does not fit over its line stands so far after its end, in type sizes. */
export const BESIDE = 1.1;
export const besideLength = (d: Dimension, fontSize: number): number =>
  fontSize * BESIDE + textWidth(textOf(d), fontSize);

/** Space between rows of dimension lines, in type sizes. */
const ROW = 2;
const FIRST_VERTICAL = 0.8;

const textHeight = (d: Dimension, fontSize: number) => linesOf(d).length * fontSize * 1.1;

function spanOnPage(
  d: Dimension,
  scale: number,
  fontSize: number,
  upright: readonly [number, number],
): { from: number; to: number; beside: boolean; textAt: number } {
  const [low, high] = [Math.min(d.from, d.to) * scale, Math.max(d.from, d.to) * scale];
  const middle = (low + high) / 2;
  if (d.along === 'vertical') {
    const half = textHeight(d, fontSize) / 2;
    const [bottom, top] = [upright[0] * scale, upright[1] * scale];
    const at = top - bottom < 2 * half ? (top + bottom) / 2 : Math.max(bottom + half, Math.min(top - half, middle));
    return {
      from: Math.min(low - fontSize * 0.8, at - half - fontSize * 0.2),
      to: Math.max(high + fontSize * 0.8, at + half + fontSize * 0.2),
      beside: false,
      textAt: at / scale,
    };
  }
  const width = textWidth(textOf(d), fontSize);
  if (high - low > width + 4) return { from: low - 2, to: high + 2, beside: false, textAt: 0 };
  return { from: low - fontSize, to: high + besideLength(d, fontSize) + fontSize * 0.3, beside: true, textAt: 0 };
}

/**
 * Puts the dimensions of every side into rows so that none runs into another: short ones near the picture, longer ones
 * further out, two in one row only where they are clear of each other (ISO 129-1: dimension lines shall not cross).
 * @param scale page units per millimeter
 */
export function placeDimensions(scene: Scene, scale: number, fontSize: number): Placed[] {
  const out: Placed[] = [];
  const { min, max } = sceneBounds(scene);
  const upright = [min[1], max[1]] as const;
  // texts beside a picture lower than they are stand out above and below it: rows begin beyond them
  const highest = Math.max(
    0,
    ...scene.shapes.map((s) => (s.kind === 'dimension' && s.along === 'vertical' ? textHeight(s, fontSize) : 0)),
  );
  const standsOut = Math.max(0, (highest - (max[1] - min[1]) * scale) / 2);
  for (const side of SIDES) {
    const dims = scene.shapes.filter((s) => s.kind === 'dimension' && s.side === side) as Dimension[];
    const rows: {
      spans: { from: number; to: number }[];
      members: { d: Dimension; beside: boolean; textAt: number }[];
    }[] = [];
    const ordered = dims
      .map((d, i) => ({ d, i, ...spanOnPage(d, scale, fontSize, upright) }))
      .sort((a, b) => Math.abs(a.d.to - a.d.from) - Math.abs(b.d.to - b.d.from) || a.i - b.i);
    for (const { d, from, to, beside, textAt } of ordered) {
      // no nearer than a row it would cross with its extension lines: the row after the last one it overlaps
      const last = rows.reduce((found, row, i) => (row.spans.some((s) => s.from < to && from < s.to) ? i : found), -1);
      const at = last + 1;
      rows[at] ??= { spans: [], members: [] };
      rows[at].spans.push({ from, to });
      rows[at].members.push({ d, beside, textAt });
    }
    let offset = fontSize * FIRST_VERTICAL;
    rows.forEach((row, r) => {
      for (const { d, beside, textAt } of row.members)
        out.push({
          dimension: d,
          row: r,
          offset:
            d.along === 'vertical' ? offset : standsOut + rowOffset(side === 'top' ? 'top' : 'bottom', r, fontSize),
          beside,
          textAt,
        });
      offset +=
        Math.max(...row.members.map(({ d }) => Math.max(...linesOf(d).map((l) => textWidth(l, fontSize))))) +
        fontSize * 1.3;
    });
  }
  return out;
}

/** Room the dimensions of each side need beyond the picture, page units. */
export function roomFor(placed: readonly Placed[], side: Side, fontSize: number): number {
  const here = placed.filter((p) => p.dimension.side === side);
  if (here.length === 0) return 0;
  if (side === 'top' || side === 'bottom')
    return Math.max(...here.map((p) => p.offset)) + fontSize * (side === 'top' ? 1.1 : 0.5);
  return Math.max(
    ...here.map(
      (p) => p.offset + Math.max(...linesOf(p.dimension).map((l) => textWidth(l, fontSize))) + fontSize * 0.9,
    ),
  );
}

/** Distance of a horizontal dimension line from the picture. */
function rowOffset(side: 'top' | 'bottom', row: number, fontSize: number): number {
  return fontSize * ((side === 'bottom' ? 1.5 : 0.9) + row * ROW);
}
