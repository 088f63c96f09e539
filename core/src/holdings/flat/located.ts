import type { SeatedDowel } from '../../dowels';
import { add, scale, vec, type Vec3 } from '../../frames';
import { patchOf } from '../../hold';
import { besidePart, carries, longestOf, underPart, type LocatedBy, type LocatorHere } from '../../locate';
import { TOUCH_MM } from '../../solid';
import type { Holding } from '../types';
import { against } from './against';
import { edgeLocated } from './edge';

type Held = Parameters<Holding<'flat'>['locatedBy']>[0];

/** What stands against one side of a part that lies flat: each pin by itself. */
function beside(axis: 'x' | 'y', { seat, setup, pinGaps }: Held): LocatorHere[] {
  const contact = seat[axis];
  const { side, at, pins } = setup.hold[axis];
  const by = against(setup.hold, axis);
  if (by === 'hand' || by === 'dowels' || by === 'edge pins' || by === 'nest' || !contact.touches) return [];
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

/** Which way a relieved dowel holds: across the line to another that does not stand there; null: there is none. */
function across(own: SeatedDowel, all: readonly SeatedDowel[]): Vec3 | null {
  const far = (d: SeatedDowel) => Math.hypot(own.x - d.x, own.y - d.y);
  const others = all.filter((d) => far(d) > TOUCH_MM);
  const to = others.find((d) => !d.relieved) ?? others[0];
  return to ? vec((to.y - own.y) / far(to), (own.x - to.x) / far(to), 0) : null;
}

/**
 * A round dowel holds in every direction, a relieved one across the line to another: both ways, within their play.
 * They count where the part lies on what carries it.
 */
function onDowels({ dowels, seat }: Held): LocatorHere[] {
  if (!dowels) return [];
  return dowels.dowels.map((d): LocatorHere => {
    const point = vec(d.x, d.y, seat.locators.z.at);
    const inwards = [vec(1, 0, 0), vec(0, 1, 0)];
    const inward = d.relieved ? across(d, dowels.dowels) : null;
    if (inward) return { name: `relieved ${d.name}`, points: [point], inward, inPlay: true };
    return { name: d.name, points: [point, point], inward: inwards[0], inwards, inPlay: true };
  });
}

/** What carries the part; tape, glue and suction hold it where it lies and decide no more. */
function under({ seat, hold }: Held): LocatorHere[] {
  const found = hold.contacts.filter((c) => c.kind === 'locator' && carries(c));
  if (found.length > 0) return found.map(underPart);
  const { name, at } = seat.locators.z;
  return seat.rest.touches ? [underPart({ name, ...patchOf(seat.rest, at) })] : [];
}

/** Pins along its edges meet the part in the middle of their height. */
const alongEdge = ({ edge, seat, setup }: Held): LocatorHere[] =>
  edge ? edgeLocated(edge, (seat.locators.z.at + Math.min(setup.hold.pinHeight, seat.loadedBox.max.z)) / 2) : [];

/**
 * A jig holds from all sides, with play: its place at one end of the part, and how that is turned at the other; of what
 * turns freely in it, the place of its middle alone.
 */
function inJig({ seat, setup, hold }: Held): LocatorHere[] {
  if (against(setup.hold, 'x') !== 'nest') return [];
  const { min, max } = seat.loadedBox;
  const long = max.x - min.x >= max.y - min.y ? 'x' : 'y';
  const across = long === 'x' ? 'y' : 'x';
  const middle = (min[across] + max[across]) / 2;
  const at = (along: number) =>
    long === 'x' ? vec(along, middle, seat.locators.z.at) : vec(middle, along, seat.locators.z.at);
  const [near, far] = [at(min[long]), at(max[long])];
  const inwards = [vec(1, 0, 0), vec(0, 1, 0)];
  const turned = long === 'x' ? inwards[1] : inwards[0];
  const free = hold.trouble.some((t) => t.kind === 'nest-fits-otherwise' && t.free);
  const middleSpot = at((min[long] + max[long]) / 2);
  if (free) return [{ name: 'jig', points: [middleSpot, middleSpot], inward: inwards[0], inwards, inPlay: true }];
  return [
    { name: 'jig', points: [near, near], inward: inwards[0], inwards, inPlay: true },
    { name: 'jig, its far end', points: [far], inward: turned, inPlay: true },
  ];
}

/** Rest, then what stands against the sides, also what is taken out before cutting. */
export const locatedFlat = (held: Held): LocatedBy => ({
  locators: [
    ...under(held),
    ...onDowels(held),
    ...alongEdge(held),
    ...inJig(held),
    ...beside('y', held),
    ...beside('x', held),
  ],
  byHand: (['x', 'y'] as const).filter((a) => against(held.setup.hold, a) === 'hand'),
});
