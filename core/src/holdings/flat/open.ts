import { COMES, standingPins } from '../../edgePins';
import type { Direction } from '../../frames';
import type { HoldOf } from '../../hold/input';
import type { FlatDevice } from '../../shop';
import { against } from './against';
import { FACES, LOCATED_SIDE } from './seat';
import type { Window } from '../../solid';
import { FAR_MM, openAbove, type OpenTo } from '../../hold/open';

/** Along a side, everything but what pins cover with room for the touching tool. */
function besidePins(places: readonly number[], reach: number): [number, number][] {
  const covered = [...places].sort((a, b) => a - b).map((p): [number, number] => [p - reach, p + reach]);
  return [-FAR_MM, ...covered.map((c) => c[1])]
    .map((from, i): [number, number] => [from, covered[i]?.[0] ?? FAR_MM])
    .filter(([from, to]) => to > from);
}

/**
 * Beside the pins with room for the touching tool, and above them; above a fence. Pins and fence that are higher than
 * the part hide only what they cover. @param top how high what carries the part stands above the device
 */
export function openOnFlat(
  { setup: { hold: plate }, touchDiameterMm, edge }: Pick<HoldOf<FlatDevice>, 'setup' | 'touchDiameterMm' | 'edge'>,
  top: number,
): OpenTo {
  const open: Record<Direction, readonly Window[]> = { ...openAbove(top) };
  const over: Window = { z: [Math.max(top, plate.pinHeight), FAR_MM] };
  const reach = plate.pinDiameter / 2 + touchDiameterMm;
  const beside = (faces: Direction, across: 'x' | 'y', places: readonly number[]) => {
    const gaps = besidePins(places, reach).map((gap): Window => ({ [across]: gap, z: [top, FAR_MM] }));
    open[faces] = [over, ...gaps];
  };
  for (const axis of ['x', 'y'] as const) {
    const { side, pins } = plate[axis];
    const by = against(plate, axis);
    if (by === 'fence') open[LOCATED_SIDE[side]] = [over];
    if (by === 'pins') beside(LOCATED_SIDE[side], axis === 'x' ? 'y' : 'x', pins);
  }
  const standing = edge ? standingPins(edge) : [];
  for (const side of new Set(standing.map((p) => p.side))) {
    const across = COMES[side].axis === 'x' ? 'y' : 'x';
    const places = standing.filter((p) => p.side === side).map((p) => p.stands.center[across]);
    beside(FACES[side], across, places);
  }
  return open;
}
