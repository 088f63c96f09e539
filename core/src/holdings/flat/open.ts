import type { Direction } from '../../frames';
import type { HoldIn } from '../../job';
import { against } from './against';
import { LOCATED_SIDE } from './seat';
import type { Window } from '../../solid';
import { FAR_MM, openAbove, type OpenTo } from '../../hold/open';

/**
 * Beside the pins with room for the touching tool, and above them; above a fence. Pins and fence that are higher than
 * the part hide only what they cover. @param touchDiameterMm diameter of the tool that touches sides
 */
export function openOnFlat(plate: HoldIn<'flat'>, touchDiameterMm: number, top: number): OpenTo {
  const open: Record<Direction, readonly Window[]> = { ...openAbove(top) };
  for (const axis of ['x', 'y'] as const) {
    const { side, pins } = plate[axis];
    const by = against(plate, axis);
    const across = axis === 'x' ? 'y' : 'x';
    const over: Window = { z: [Math.max(top, plate.pinHeight), FAR_MM] };
    if (by === 'fence') open[LOCATED_SIDE[side]] = [over];
    if (by !== 'pins') continue;
    const reach = plate.pinDiameter / 2 + touchDiameterMm;
    const covered = [...pins].sort((a, b) => a - b).map((p): [number, number] => [p - reach, p + reach]);
    const gaps = [-FAR_MM, ...covered.map((c) => c[1])]
      .map((from, i): [number, number] => [from, covered[i]?.[0] ?? FAR_MM])
      .filter(([from, to]) => to > from);
    open[LOCATED_SIDE[side]] = [over, ...gaps.map((gap): Window => ({ [across]: gap, z: [top, FAR_MM] }))];
  }
  return open;
}
