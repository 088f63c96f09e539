import { AXES, cross, dot, scale, subtract, unitVector, vec, type Axis, type Vec3 } from '../frames';
import { carries, chosen, inwardAt, motionsLeft, type LocatorHere } from '../locate';
import type { LocatedSetup } from './located';

/** One place where a locator pushes on the part. Device frame. */
export interface Contact {
  /** which of the cause ids it is */
  readonly id: string;
  readonly name: string;
  readonly axis: Axis;
  readonly point: Vec3;
  /** unit, into the part */
  readonly inward: Vec3;
  /** a line it is laid to by eye */
  readonly byHand: boolean;
}

/** The contacts a part may come to lie against; one set for each way it may. */
export interface Choices {
  readonly sets: readonly (readonly Contact[])[];
  /** false: so many locators decide the same that not every way was looked at */
  readonly complete: boolean;
}

/** More ways than these of one setup are not looked at. */
const MOST_SETS = 80;

const axisOfInward = (v: Vec3): Axis => AXES.reduce((a, b) => (Math.abs(v[b]) > Math.abs(v[a]) + 1e-9 ? b : a));

/**
 * Jaws about an axis: a line across it at either end of what they grip, in both directions; on flats one of them is
 * held in two places.
 */
function centeringContacts({ name, points, inwards = [] }: LocatorHere, key: string): Contact[] {
  const axis = AXES.find((a) => inwards.every((n) => Math.abs(n[a]) < 1e-6)) ?? 'z';
  const middle = scale(
    points.reduce((a, b) => vec(a.x + b.x, a.y + b.y, a.z + b.z)),
    1 / points.length,
  );
  const ends = [Math.min(...points.map((p) => p[axis])), Math.max(...points.map((p) => p[axis]))];
  const places = ends[1] - ends[0] < 1e-6 ? [ends[0]] : ends;
  const across = AXES.filter((a) => a !== axis);
  const at = (a: Axis, id: string, point: Vec3): Contact => {
    return { id: `${key} ${a}${id}`, name, axis: a, point, inward: unitVector(`+${a}`), byHand: false };
  };
  // jaws on flats keep the part from turning as well: two lines beside each other instead of one
  const [a, b] = across;
  const onFlat = points.filter((_, i) => Math.abs(inwards[i][a]) > 1 - 1e-6).map((p) => p[b]);
  const half = onFlat.length === 0 ? 0 : (Math.max(...onFlat) - Math.min(...onFlat)) / 2;
  return across.flatMap((d) =>
    places.flatMap((end, i) => {
      const point = { ...middle, [axis]: end };
      if (d !== a || i > 0 || half < 1e-6) return [at(d, `${i}`, point)];
      return [-half, half].map((off, k) => at(d, `${i}${'ab'[k]}`, { ...point, [b]: point[b] + off }));
    }),
  );
}

const contactsOf = (locator: LocatorHere, key: string): Contact[] =>
  locator.inwards
    ? centeringContacts(locator, key)
    : locator.points.map((point, i) => ({
        id: `${key} ${i}`,
        name: locator.name,
        axis: axisOfInward(inwardAt(locator, i)),
        point,
        inward: inwardAt(locator, i),
        byHand: false,
      }));

/** Laid to a line along an axis: at its middle, or at both ends where nothing else decides how it is turned. */
function lineContacts({ middle, reach }: LocatedSetup, axis: 'x' | 'y', ends: boolean): Contact[] {
  const across = axis === 'x' ? 'y' : 'x';
  const places = ends ? [middle[across] - reach[across], middle[across] + reach[across]] : [middle[across]];
  return places.map((at, i) => ({
    id: `line ${axis}${i}`,
    name: `line in ${axis.toUpperCase()}`,
    axis,
    point: { ...middle, [across]: at },
    inward: unitVector(`+${axis}`),
    byHand: true,
  }));
}

/**
 * The contacts of a setup. Where more stand against the sides than decide where the part lies, it meets some of them
 * and not the others: every least set that decides as much is one way it may come to lie.
 */
export function contactChoices(setup: LocatedSetup): Choices {
  const keyed = setup.locators.map((l, i) => ({ l, contacts: contactsOf(l, `${i} ${l.name}`) }));
  const always = keyed.filter(({ l }) => carries(l) || l.inwards).flatMap((k) => k.contacts);
  const beside = keyed.filter(({ l }) => !carries(l) && !l.inwards).flatMap((k) => k.contacts);
  const left = (contacts: readonly Contact[]) => motionsLeft(contacts.map((c) => [c.point, c.inward]));
  const plain = setup.byHand.flatMap((a) => lineContacts(setup, a, false));
  const [first, ...others] = setup.byHand;
  const alsoTurned = first
    ? [...lineContacts(setup, first, true), ...others.flatMap((a) => lineContacts(setup, a, false))]
    : [];
  const needed = left([...always, ...beside, ...alsoTurned]) < left([...always, ...beside, ...plain]);
  const lines = needed ? alsoTurned : plain;
  const all = left([...always, ...lines, ...beside]);
  const toTake = left([...always, ...lines]) - all;
  if (toTake === beside.length) return { sets: [[...always, ...lines, ...beside]], complete: true };
  const sets = chosen(beside, toTake)
    .map((some) => [...always, ...lines, ...some])
    .filter((set) => left(set) === all);
  // where rounding lets none decide as much as all together it cannot be told
  return { sets: sets.slice(0, MOST_SETS), complete: sets.length > 0 && sets.length <= MOST_SETS };
}

/** The row of a contact in the locator matrix about a point, moments over a length. */
export const rowOf = ({ point, inward }: Contact, middle: Vec3, mm: number): number[] => {
  const m = cross(subtract(point, middle), inward);
  return [inward.x, inward.y, inward.z, m.x / mm, m.y / mm, m.z / mm];
};

/** How far a motion (slide, then turn over a length) takes a point along a direction. */
export const movedAlong = (motion: readonly number[], point: Vec3, about: { middle: Vec3; mm: number }, d: Vec3) => {
  const turn = scale(vec(motion[3], motion[4], motion[5]), 1 / about.mm);
  const moved = cross(turn, subtract(point, about.middle));
  return dot(d, vec(motion[0] + moved.x, motion[1] + moved.y, motion[2] + moved.z));
};
