import { DIRECTIONS, signOf, type Direction } from '../frames';
import { levelsBelowTop, type Part } from '../part';
import { flatLevels, type TriangleMesh } from '../solid';

/**
 * Levels at which material can be flat, per part side, as `u·x = along`: faces of the part, sides of the blank, cut
 * planes.
 */
export type Flats = Readonly<Record<Direction, readonly number[]>>;

/** Where the blank or the finished part can be flat. */
export function flatsOf(part: Part, blank: TriangleMesh): Flats {
  const of = (side: Direction) => [
    ...flatLevels(blank, side).map((l) => signOf(side) * l.level),
    ...levelsBelowTop(part, side).map((l) => signOf(side) * l.level),
  ];
  return Object.fromEntries(DIRECTIONS.map((side) => [side, of(side)])) as Record<Direction, number[]>;
}

export function withCutPlane(flats: Flats, up: Direction, along: number): Flats {
  return { ...flats, [up]: [...flats[up], along] };
}

export function isFlatIn(flats: Flats): (side: Direction, along: number) => boolean {
  return (side, along) => flats[side].some((level) => Math.abs(level - along) < 1e-4);
}
