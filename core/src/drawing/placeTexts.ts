import { textWidth } from './dimensions';
import type { Primitive } from './primitive';
import type { Point } from '../scene';

export type Text = Extract<Primitive, { kind: 'text' }>;
export interface Box {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** The room a text takes on the page, page units. */
export function roomOf({ at: [x, y], text, anchor, size }: Text): Box {
  const w = textWidth(text, size);
  const x0 = anchor === 'start' ? x : anchor === 'end' ? x - w : x - w / 2;
  return { x0, x1: x0 + w, y0: y - size * 0.75, y1: y + size * 0.1 };
}

/** Area that two rooms share. */
export const sharedRoom = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0)) * Math.max(0, Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0));

/** Where the name of a zero may stand around its mark of half size `r`, the usual place first. */
export function besideMark([x, y]: Point, name: string, r: number, size: number): Text[] {
  const place = (side: 1 | -1, baseline: number): Text => ({
    kind: 'text',
    at: [x + side * r * 1.5, baseline],
    text: name,
    anchor: side > 0 ? 'start' : 'end',
    role: 'register',
    size,
  });
  const [above, below, further] = [y - r * 1.5, y + r * 1.5 + size * 0.75, size * 1.2];
  return [0, 1, 2].flatMap((lines) => [
    place(1, above - lines * further),
    place(-1, above - lines * further),
    place(1, below + lines * further),
    place(-1, below + lines * further),
  ]);
}

/** A text, or the same up to three lines higher or lower. */
export const higherOrLower = (text: Text): Text[] =>
  [0, -1.2, 1.2, -2.4, 2.4, -3.6, 3.6].map((lines) => ({ ...text, at: [text.at[0], text.at[1] + lines * text.size] }));

/**
 * Texts that may stand in several places, one after another, each where it covers the least of what stands there
 * already and stays on its page.
 * @param taken texts that stay where they are, and marks
 */
export function placeTexts(places: readonly (readonly Text[])[], taken: readonly Box[], page: Box): Text[] {
  const rooms = [...taken];
  return places.map((choices) => {
    const covers = (t: Text) => {
      const room = roomOf(t);
      const outside = (room.x1 - room.x0) * (room.y1 - room.y0) - sharedRoom(room, page);
      return outside * 2 + rooms.reduce((sum, other) => sum + sharedRoom(room, other), 0);
    };
    const best = choices
      .map((text) => ({ text, covers: covers(text) }))
      .reduce((a, b) => (b.covers < a.covers - 1e-6 ? b : a)).text;
    rooms.push(roomOf(best));
    return best;
  });
}

/** The room a zero's mark of half size `r` takes. */
export const roomOfMark = ([x, y]: Point, r: number): Box => ({ x0: x - r, x1: x + r, y0: y - r * 1.4, y1: y + r });
