import type { Offcut } from '@violet-jaw/core/shop';
import type { Result } from '@violet-jaw/core/solid';
import type { Units } from '@violet-jaw/core/units';

/**
 * The largest outline of a DXF with its holes; read in the drawing's own unit, or the shop's when it has none. The
 * reader is loaded when it is needed.
 */
export async function outlinesFromDxf(
  bytes: Uint8Array,
  units: Units,
): Promise<Result<Pick<Offcut, 'outline' | 'holes'>>> {
  const { readDxf } = await import('@violet-jaw/formats/dxf');
  let read = readDxf(bytes, null);
  if (read.ok && read.value.mmPerUnitTold === null && units === 'inch') read = readDxf(bytes, 25.4);
  if (!read.ok) return read;
  const [{ outer, holes }] = read.value.outlines;
  const ring = (points: readonly (readonly [number, number])[]) => points.map(([x, y]): [number, number] => [x, y]);
  const all = [ring(outer.points), ...holes.map((h) => ring(h.points))];
  const corners = all.reduce((sum, r) => sum + r.length, 0);
  return corners > 2000
    ? { ok: false, problem: `The outline has ${corners} corners; up to 2000 can be kept. Simplify its curves.` }
    : { ok: true, value: { outline: all[0], holes: all.slice(1) } };
}
