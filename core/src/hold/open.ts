import type { Direction } from '../frames';
import type { PlateHold } from '../job';
import { LOCATED_SIDE } from '../seat';
import type { Window } from '../solid';

/** Where nothing of the device covers the material that looks in a direction, device frame: there it can be touched off. */
export type OpenTo = Readonly<Record<Direction, readonly Window[]>>;

const FAR_MM = 1e6;

/** Everything above a height. */
export function openAbove(z: number): OpenTo {
  const above = [{ z: [z, FAR_MM] as const }];
  return { '-x': above, '+x': above, '-y': above, '+y': above, '-z': [], '+z': above };
}

/**
 * Beside the pins with room for the touching tool, and above them; above a fence. Pins and fence that are higher than the part hide only
 * what they cover. @param touchDiameterMm diameter of the tool that touches sides
 */
export function openOnFlat(plate: PlateHold, touchDiameterMm: number, top: number): OpenTo {
  const open: Record<Direction, readonly Window[]> = { ...openAbove(top) };
  for (const axis of ['x', 'y'] as const) {
    const { by, side, pins } = plate[axis];
    const across = axis === 'x' ? 'y' : 'x';
    const over: Window = { z: [Math.max(top, plate.pinHeight), FAR_MM] };
    if (by === 'fence') open[LOCATED_SIDE[side]] = [over];
    if (by !== 'pins') continue;
    const reach = plate.pinDiameter / 2 + touchDiameterMm;
    const covered = [...pins].sort((a, b) => a - b).map((p): [number, number] => [p - reach, p + reach]);
    const gaps = [-FAR_MM, ...covered.map((c) => c[1])].map((from, i): [number, number] => [from, covered[i]?.[0] ?? FAR_MM]).filter(([from, to]) => to > from);
    open[LOCATED_SIDE[side]] = [over, ...gaps.map((gap): Window => ({ [across]: gap, z: [top, FAR_MM] }))];
  }
  return open;
}
