import { add, type Box3, type Orientation, type Vec3 } from '../frames';
import type { Cut } from '../job';
import { spoken, type Feature } from '../part';
import { turnedBox } from '../seat';
import type { Speech } from '../units';

/** One cut of a setup as planned, part coordinates. */
export interface CutFacts {
  readonly id: string;
  /** what people call it: its own name, or what it clears */
  readonly name: string;
  /** it has a name on sheet and drawing: there is more than one, or it is not simply all over */
  readonly named: boolean;
  /** below the finished part's highest point as it lies, mm */
  readonly below: number;
  /** its lowest point: `u·x` with `u` the direction that is up */
  readonly along: number;
  readonly removedMm3: number;
  /** null: it removes nothing */
  readonly removed: Box3 | null;
  /** it goes outside the part seen along the spindle: where jaws and clamps stand */
  readonly beside: boolean;
  /** id of the tool that makes it; null: not said */
  readonly tool: string | null;
  /** that tool goes into what is closed all round; null: it is open, or no tool with a diameter is named */
  readonly toolGoesIn: boolean | null;
  /** radius of the tightest upright corner of the pockets it clears, mm; 0: sharp; null: it clears none */
  readonly tightestMm: number | null;
}

/** A cut where it is made: device frame, mm. */
export interface CutOn extends Omit<CutFacts, 'along' | 'removed'> {
  readonly lowest: number;
  readonly removedBox: Box3 | null;
}

/** A cut on its device. @param by from the part's turned origin to where it stands there */
export function cutOn({ along, removed, ...cut }: CutFacts, orientation: Orientation, by: Vec3): CutOn {
  const box = removed && turnedBox(removed, orientation);
  return { ...cut, lowest: along + by.z, removedBox: box && { min: add(box.min, by), max: add(box.max, by) } };
}

interface Named {
  readonly name: string;
  readonly feature: Feature | null;
}

/** What the cuts of a setup are called; those that would be called alike are told apart by their place in the list. */
export function cutNames(cuts: readonly Cut[], of: (id: string) => Named, speech: Speech): string[] {
  const names = cuts.map((cut) => cutName(cut, of, speech));
  return names.map((name, i) => (names.filter((n) => n === name).length > 1 ? `${name}, cut ${i + 1}` : name));
}

/** What a cut is called: as the planner named it, else after what it clears. @param of a feature, with its name */
export function cutName(cut: Cut, of: (id: string) => Named, speech: Speech): string {
  if (cut.name) return cut.name;
  if (cut.clears === 'everything') return 'all over';
  if (cut.clears === 'outline') return 'along the outline';
  const cleared = cut.features.map(of);
  if (cleared.length === 0) return 'nothing chosen yet';
  if (cleared.length === 1) return cleared[0].name;
  const diameters = cleared.map(({ feature: f }) => (f?.kind === 'bore' ? spoken(f.diameter, speech) : null));
  if (diameters[0] !== null && diameters.every((d) => d === diameters[0]))
    return `${cleared.length} bores ⌀${diameters[0]}`;
  return `${cleared[0].name} and ${cleared.length - 1} more`;
}

/**
 * Which cut a height above jaws or plate is of: not one that goes deeper within the part's outline.
 * @param level of the lowest cut that comes there
 */
export const lowestThere = (cuts: readonly CutOn[], level: number): string =>
  cuts.some((c) => c.removedBox && c.lowest < level - 1e-9) ? 'lowest cut beside the part' : 'lowest cut';

/** How deep a cut goes, from the finished top. */
export const depthInWords = (below: number, speech: Speech): string =>
  below < 0
    ? `leaves ${speech.sizeWithUnit(-below)} on the finished top`
    : `${speech.sizeWithUnit(below)} below the finished top`;

/** Words for the cut that goes down to a level: by its name where there are several. */
export function cutAt(cuts: readonly CutOn[], level: number): string {
  const cut = cuts.find((c) => Math.abs(c.lowest - level) < 1e-9);
  return cuts.length > 1 && cut ? `The cut "${cut.name}"` : 'The lowest cut';
}
