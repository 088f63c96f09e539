import { add, scale, type Vec3 } from '../frames';
import { OWN_WEIGHT, timesBorne, wrenchAt, type HoldContact, type HoldFacts } from '../hold';
import { carries } from './locators';

/** How hard the part is pressed against a locator, without friction: what it comes to lie against by itself. */
export interface Pressed {
  readonly name: string;
  /** N at the most; 0: nothing presses it there; null: what its weight would is not known */
  readonly forceN: number | null;
}

/** More is not told, N. */
const MOST_N = 1e6;

/** Slides freely, and neither sticks nor pulls. */
export const slippery = (c: HoldContact): HoldContact =>
  c.kind === 'clamp' ? { ...c, friction: 0 } : { ...c, kind: 'locator', friction: 0, pullN: 0, shearN: 0 };

const middleOf = (points: readonly Vec3[]): Vec3 => scale(points.reduce(add), 1 / points.length);

/**
 * What presses the part against each locator once everything is closed: its own weight, clamps, suction; friction left
 * out. The most a locator can be pushed away from the part before it no longer touches: locators only push (linear
 * program of the hold). Device frame.
 * @returns null: without friction the part does not stay where it is, so nothing can be said
 */
export function pressedAgainst({ contacts, forces }: Pick<HoldFacts, 'contacts' | 'forces'>): Pressed[] | null {
  const free = contacts.map(slippery);
  const standing = free.filter((c) => c.kind === 'locator');
  const push = ({ points, inward }: HoldContact, way: 1 | -1, most: number) =>
    timesBorne(free, forces, wrenchAt(middleOf(points), scale(inward, way)), most);
  // a push into what stands there is borne by it, if the part stays at all
  if (!standing.some((c) => push(c, -1, 1) > 0)) return null;
  const weighed = forces.some((f) => f.name === OWN_WEIGHT);
  return standing.map((c) => {
    const forceN = push(c, 1, MOST_N);
    return { name: c.name, forceN: forceN > 0 || weighed || !carries(c) ? forceN : null };
  });
}
