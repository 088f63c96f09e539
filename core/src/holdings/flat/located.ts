import { add, scale, vec } from '../../frames';
import { patchOf } from '../../hold';
import { besidePart, carries, longestOf, underPart, type LocatedBy, type LocatorHere } from '../../locate';
import { TOUCH_MM } from '../../solid';
import type { Holding } from '../types';

type Held = Parameters<Holding<'flat'>['locatedBy']>[0];

/** What stands against one side of a part that lies flat: each pin by itself. */
function beside(axis: 'x' | 'y', { seat, setup, pinGaps }: Held): LocatorHere[] {
  const contact = seat[axis];
  const { by, side, at, pins } = setup.hold[axis];
  if (by === 'hand' || !contact.touches) return [];
  const patch = { name: seat.locators[axis].name, ...patchOf(contact, at) };
  if (by !== 'pins') return [besidePart(patch, longestOf(seat.loadedBox))];
  const middle = scale(patch.points.reduce(add), 1 / patch.points.length);
  return pins.flatMap((p, i): LocatorHere[] => {
    const gap = pinGaps[axis][i];
    if (gap === null || Math.abs(gap) > TOUCH_MM) return [];
    const point = axis === 'x' ? vec(at, p, middle.z) : vec(p, at, middle.z);
    const name = pins.length === 1 ? `${side} pin` : `${side} pin ${i + 1}`;
    return [{ name, bears: patch.name, points: [point], inward: patch.inward }];
  });
}

/** What carries the part; tape, glue and suction hold it where it lies and decide no more. */
function under({ seat, hold }: Held): LocatorHere[] {
  const found = hold.contacts.filter((c) => c.kind === 'locator' && carries(c));
  if (found.length > 0) return found.map(underPart);
  const { name, at } = seat.locators.z;
  return seat.rest.touches ? [underPart({ name, ...patchOf(seat.rest, at) })] : [];
}

/** Rest, then what stands against the sides, also what is taken out before cutting. */
export const locatedFlat = (held: Held): LocatedBy => ({
  locators: [...under(held), ...beside('y', held), ...beside('x', held)],
  byHand: (['x', 'y'] as const).filter((a) => held.setup.hold[a].by === 'hand'),
});
