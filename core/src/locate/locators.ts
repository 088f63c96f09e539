import { add, byAxis, cross, dot, scale, subtract, type Vec3 } from '../frames';
import type { HoldContact } from '../hold';

/** A thing that locates, where it meets the part: what stops the part from moving that way. Device frame, mm. */
export interface LocatorHere {
  /** "parallels", "fixed jaw", "left pin 2" */
  readonly name: string;
  /** where it meets the part: one spot, the ends of a line, the corners of a face */
  readonly points: readonly Vec3[];
  /** unit direction in which it pushes on the part */
  readonly inward: Vec3;
  /** it brings a middle there and holds it from both sides: a jaw of a chuck */
  readonly centers?: true;
}

/** Less long than this share of the part's longest side is one spot (common practice, no source). */
const SPOT_SHARE = 0.1;

const middleOf = (points: readonly Vec3[]): Vec3 => scale(points.reduce(add), 1 / points.length);

/**
 * What meets a side of the part counts at one height: that its face is square to the rest is the device's business
 * (3-2-1, common practice). What is short counts as one spot.
 */
export function besidePart(
  { name, points, inward }: Pick<HoldContact, 'name' | 'points' | 'inward'>,
  longMm: number,
): LocatorHere {
  const middle = middleOf(points);
  const along = cross(inward, { x: 0, y: 0, z: 1 });
  const offs = points.map((p) => dot(subtract(p, middle), along));
  const [from, to] = [Math.min(...offs), Math.max(...offs)];
  const spot = to - from < SPOT_SHARE * longMm;
  return { name, inward, points: spot ? [middle] : [from, to].map((off) => add(middle, scale(along, off))) };
}

/** What carries the part, as it is. */
export const underPart = ({ name, points, inward }: Pick<HoldContact, 'name' | 'points' | 'inward'>): LocatorHere => ({
  name,
  points,
  inward,
});

/** Whether it pushes up. */
export const carries = ({ inward }: Pick<HoldContact, 'inward'>): boolean => inward.z > 0.7;

/** The contacts that locate, sides at one height. @param longMm longest side of the part */
export const standingLocators = (contacts: readonly HoldContact[], longMm: number): LocatorHere[] =>
  contacts.filter((c) => c.kind === 'locator').map((c) => (carries(c) ? underPart(c) : besidePart(c, longMm)));

/** Middle of all points, and how far the furthest lies from it: what turning is weighed with. */
export function reachOf(locators: readonly LocatorHere[]): { readonly center: Vec3; readonly mm: number } {
  const points = locators.flatMap((l) => l.points);
  if (points.length === 0) return { center: byAxis(() => 0), mm: 1 };
  const center = middleOf(points);
  const far = points.map((p) => subtract(p, center)).map(({ x, y, z }) => Math.hypot(x, y, z));
  return { center, mm: Math.max(1, ...far) };
}
