import { scale, type Vec3 } from '../frames';
import { timesBorne, wrenchAt, type HoldContact, type HoldFacts } from '../hold';
import { slippery } from './pressed';

/** What the part leaves when a clamp is tightened. Device frame, mm. */
export interface Lifts {
  /** the clamp that does it, with all before it tightened already */
  readonly clamp: string;
  /** the locator it leaves, and where */
  readonly name: string;
  readonly at: Vec3;
}

/** More clamps than these are not looked at one by one. */
const MOST_CLAMPS = 16;
/** N: a push so small asks only whether the part stays where it is. */
const TOUCH_N = 1e-3;

const belongsTo = (clamp: string, name: string) => name === clamp || name.startsWith(`${clamp},`);

type Pressing = Pick<HoldFacts, 'contacts' | 'forces'>;

/** Whether the part stays where it is: a touch into one of its locators is borne. */
function stays({ contacts, forces }: Pressing): boolean {
  return contacts.some(
    ({ kind, points, inward }) =>
      kind === 'locator' && timesBorne(contacts, forces, wrenchAt(points[0], scale(inward, -1)), TOUCH_N) > 0,
  );
}

/** A locator that holds on to the part at one of its points, as none does. */
const holdingOn = (c: HoldContact, at: Vec3): HoldContact => ({ ...c, points: [at], inward: scale(c.inward, -1) });

/**
 * The first clamp that lifts the part off a locator when they are tightened one after another: without friction the
 * locators only push, and the part stays where it is only if one of them were to pull (Asada & By 1985, linear program
 * of the hold). What is bonded stays.
 * @param clamps their names in the order in which they are tightened
 * @returns null: the part stays against all of them
 */
export function liftsOff({ contacts, forces }: Pressing, clamps: readonly string[]): Lifts | null {
  if (contacts.some((c) => c.kind === 'bond')) return null;
  const free = contacts.map(slippery);
  const few = clamps.slice(0, MOST_CLAMPS);
  const after = (k: number): Pressing => {
    const open = (name: string) => clamps.slice(k).some((clamp) => belongsTo(clamp, name));
    return { contacts: free.filter((c) => !open(c.name)), forces: forces.filter((f) => !open(f.name)) };
  };
  if (few.length === 0 || !stays(after(0))) return null;
  for (const [i, clamp] of few.entries()) {
    const pressing = after(i + 1);
    if (stays(pressing)) continue;
    const left = pressing.contacts
      .filter((c) => c.kind === 'locator')
      .flatMap((c) => c.points.map((at) => ({ c, at })))
      .find(({ c, at }) => stays({ ...pressing, contacts: [...pressing.contacts, holdingOn(c, at)] }));
    return left ? { clamp, name: left.c.name, at: left.at } : null;
  }
  return null;
}
