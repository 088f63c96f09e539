import { add, AXES, byAxis, cross, dot, scale, subtract, type Box3, type Vec3 } from '../frames';
import type { HoldContact } from '../hold';

/** A thing that locates, where it meets the part: what stops the part from moving that way. Device frame, mm. */
export interface LocatorHere {
  /** "parallels", "fixed jaw", "left pin 2" */
  readonly name: string;
  /** where it meets the part: one spot, the ends of a line, the corners of a face */
  readonly points: readonly Vec3[];
  /** unit direction in which it pushes on the part */
  readonly inward: Vec3;
  /** where it pushes another way at each point, and brings a middle there: the jaws of a chuck */
  readonly inwards?: readonly Vec3[];
  /** the contact of the hold it is part of; left out: it is one by itself */
  readonly bears?: string;
  /** it holds from all sides, with play: nothing presses the part against it */
  readonly inPlay?: true;
  /** locators of one nest are made together: they do not fight each other */
  readonly nest?: string;
}

/** Longest side of what is loaded. */
export const longestOf = ({ min, max }: Box3): number => Math.max(...AXES.map((a) => max[a] - min[a]));

/** Which way a locator pushes at one of its points. */
export const inwardAt = ({ inward, inwards }: Pick<LocatorHere, 'inward' | 'inwards'>, point: number): Vec3 =>
  inwards?.[point] ?? inward;

/** What locates a part on a device. */
export interface LocatedBy {
  readonly locators: readonly LocatorHere[];
  /** along these axes it is laid to a line by hand */
  readonly byHand: readonly ('x' | 'y')[];
}

/** Less long than this share of the part's longest side is one spot (common practice, no source). */
const SPOT_SHARE = 0.1;

/** What of a part that long is one spot, however many points it has. */
export const isShort = (mm: number, longMm: number): boolean => mm < SPOT_SHARE * longMm;

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
  const spot = isShort(to - from, longMm);
  return { name, inward, points: spot ? [middle] : [from, to].map((off) => add(middle, scale(along, off))) };
}

/** What is a spot however much of the part it covers: the end of a stop rod. */
export const asSpot = (locator: LocatorHere): LocatorHere => ({ ...locator, points: [middleOf(locator.points)] });

/** What carries the part, as it is. */
export const underPart = ({ name, points, inward }: Pick<HoldContact, 'name' | 'points' | 'inward'>): LocatorHere => ({
  name,
  points,
  inward,
});

/** Jaws that close together about an axis, as one. */
export const centering = (name: string, jaws: readonly Pick<HoldContact, 'points' | 'inward'>[]): LocatorHere => ({
  name,
  points: jaws.flatMap((j) => j.points),
  inward: jaws[0].inward,
  inwards: jaws.flatMap((j) => j.points.map(() => j.inward)),
});

/** Whether it pushes up. */
export const carries = ({ inward }: Pick<HoldContact, 'inward'>): boolean => inward.z > 0.7;

/** The contacts that locate: what carries the part first, then sides at one height. @param longMm its longest side */
export function standingLocators(contacts: readonly HoldContact[], longMm: number): LocatorHere[] {
  const all = contacts.filter((c) => c.kind === 'locator');
  return [...all.filter(carries).map(underPart), ...all.filter((c) => !carries(c)).map((c) => besidePart(c, longMm))];
}

/** Middle of all points, and how far the furthest lies from it: what turning is weighed with. */
export function reachOf(locators: readonly LocatorHere[]): { readonly center: Vec3; readonly mm: number } {
  const points = locators.flatMap((l) => l.points);
  if (points.length === 0) return { center: byAxis(() => 0), mm: 1 };
  const center = middleOf(points);
  const far = points.map((p) => subtract(p, center)).map(({ x, y, z }) => Math.hypot(x, y, z));
  return { center, mm: Math.max(1, ...far) };
}
