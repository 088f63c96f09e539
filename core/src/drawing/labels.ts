import type { Point, Shape } from '../scene';
import { n } from './paths';
import { roomOf, sharedRoom, type Box, type Text } from './placeTexts';
import type { Primitive } from './primitive';

type ShapeOf<K extends Shape['kind']> = Extract<Shape, { kind: K }>;

/** Labels are set a little smaller than numbers. */
const SIZE = 0.92;

/** A label as a text. @param at where it belongs, page units */
export function labelText({ anchor, text }: ShapeOf<'label'>, [x, y]: Point, fontSize: number): Text {
  const aside = anchor === 'middle' ? 0 : anchor === 'start' ? fontSize * 0.4 : -fontSize * 0.4;
  const at: Point = [x + aside, y + fontSize * 0.35];
  return { kind: 'text', at, text, anchor, role: 'label', size: fontSize * SIZE };
}

/** A name on steel, clear of what is taken, which is then taken as well. @param middle of the picture, page units */
export function nameOnSteel(label: Text, taken: Box[], middle: Point): Primitive[] {
  const found = offOthers(label, taken, middle);
  taken.push(roomOf(found));
  return onGround(found);
}

/** A label with ground of its own under it. */
function onGround(label: Text): Primitive[] {
  const { text, anchor, size } = label;
  const [x, y] = [label.at[0], label.at[1] - (size / SIZE) * 0.35];
  const half = text.length * size * 0.27 + 3;
  const from = x - (anchor === 'middle' ? half : anchor === 'start' ? 3 : 2 * half - 3);
  const d = `M${n(from)} ${n(y - size * 0.65)}h${n(2 * half)}v${n(size * 1.3)}h${n(-2 * half)}Z`;
  return [{ kind: 'path', d, role: 'ground' }, label];
}

/** The room of what stands over the drawing. @param at where it belongs, page units */
export function roomKept({ aside, half }: ShapeOf<'kept-free'>, at: Point): Box {
  const [x, y] = at.map((v, k) => v + aside[k]);
  return { x0: x - half, x1: x + half, y0: y - half, y1: y + half };
}

/**
 * A label as near as it can stand without covering others or lying under what stands over the drawing, rather away from
 * the middle of the picture than towards it; where it is, if it cannot.
 */
function offOthers(label: Text, others: readonly Box[], middle: Point): Text {
  const { x0, x1 } = roomOf(label);
  const [outX, outY] = middle.map((m, k) => (label.at[k] < m ? -1 : 1));
  const [line, word] = [outY * 1.4 * label.size, outX * ((x1 - x0) / 2 + 1.2 * label.size)];
  const steps: readonly Point[] = [
    [0, 0],
    [0, line],
    [word, 0],
    [0, -line],
    [0, 2 * line],
    [-word, 0],
    [0, -2 * line],
  ];
  const places = steps.map(([dx, dy]): Text => ({ ...label, at: [label.at[0] + dx, label.at[1] + dy] }));
  return places.find((t) => others.every((o) => sharedRoom(roomOf(t), o) === 0)) ?? label;
}
