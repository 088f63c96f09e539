import {
  add,
  AXES,
  DIRECTIONS,
  pose,
  rotationOf,
  signOf,
  subtract,
  vec,
  type Axis,
  type Box3,
  type Direction,
  type Orientation,
  type Pose,
  type Vec3,
} from '../frames';
import { flatLevels, meshBox, TOUCH_MM, type Window } from '../solid';
import { extreme, furthest, type Contact, type SeatedPart } from './contact';

/** What stands against the part along one axis: its name in a sentence and where it is. */
export interface Locator {
  /** "left stop", "fixed jaw", "parallels", "rear pins" */
  readonly name: string;
  /** device coordinate of the face it gives the part, mm */
  readonly at: number;
  /** where its own face is, mm; left out: there too */
  readonly faceAt?: number;
  /**
   * datum: it is the device's datum itself; set: somebody sets it there; height: it is that thick or high; hand: the
   * part is laid there
   */
  readonly kind: 'datum' | 'set' | 'height' | 'hand';
  /** what `at` is counted from, in words */
  readonly from: string;
  /** it brings the part's middle there, whatever its size; left out: it touches a face */
  readonly centers?: true;
  /** what is brought there is a hole of the blank */
  readonly onDowel?: true;
  /** protective film of the part that counts in it, mm; left out: none */
  readonly film?: number;
}

/** What the jaws grip: size across in both directions, where along the axis, and the middle. Device frame, mm. */
export interface Gripped {
  readonly across: readonly [number, number];
  readonly from: number;
  readonly to: number;
}

/**
 * Where the part comes to rest on a device: pose, contacts, boxes, in the device's frame.
 * Vise: x along the jaws from their left end, y to the rear from the fixed jaw's face, z up from the bed.
 * Flat devices: from the left front corner of the top. Round devices: from the mouth on the axis, z along it.
 */
export interface SeatFacts {
  readonly orientation: Orientation;
  readonly pose: Pose<'part', 'device'>;
  readonly rest: Contact;
  readonly x: Contact;
  readonly y: Contact;
  readonly locators: Readonly<Record<Axis, Locator>>;
  /** a vise's moving jaw; null on other devices */
  readonly movingJaw: Contact | null;
  /** vise: areas on the rear and front strip of the rest; on the bed both are the same */
  readonly restStripsMm2: readonly [number, number];
  /** the material as loaded and the finished part, device frame */
  readonly loadedBox: Box3;
  readonly finishedBox: Box3;
  /** the first copy's finished box; the same when there is one part only */
  readonly firstCopyBox: Box3;
  readonly blankBox: Box3;
  /** protective film on outermost faces, by the machine direction they look in, mm; left out: none */
  readonly film?: Readonly<Partial<Record<Direction, number>>>;
  /** false: sliding to rest and the locators in turn did not come to an end */
  readonly settled: boolean;
  /**
   * what was to carry the part, when something that hangs lower stands on the device beside it; `gap`: from there up
   * to the part, mm, null: nothing lies over it
   */
  readonly standsBelow: { readonly name: string; readonly gap: number | null } | null;
}

/** What stands at one coordinate of the device, and where it can be touched. */
export interface Place {
  readonly at: number;
  readonly windows: readonly Window[];
}

/**
 * One of the three things the part slides to: where it can touch, given how far the part has slid; what is met first
 * counts.
 */
export interface Slide {
  readonly faces: Direction;
  readonly places: (t: Vec3) => readonly Place[];
}

const shiftedBox = (box: Box3, by: Vec3): Box3 => ({ min: add(box.min, by), max: add(box.max, by) });

/**
 * The place a part that has slid by `t` meets first, and the slide along its axis until it does. Places that see
 * nothing leave the overall extreme at the first of them.
 */
export function metFirst(
  part: SeatedPart,
  { faces, places }: Slide,
  t: Vec3,
): { readonly place: Place; readonly slid: number; readonly sees: boolean } {
  const towards = signOf(faces);
  const all = places(t);
  const met = all.flatMap((place) => {
    const reach = furthest(part.loaded, faces, place.windows, t);
    return reach ? [{ place, slid: place.at - reach.level, sees: true }] : [];
  });
  if (met.length === 0) return { place: all[0], slid: all[0].at - extreme(part.loaded, faces), sees: false };
  // what stands further out keeps the part from what stands behind it
  return met.reduce((first, m) => (towards * (m.slid - first.slid) < -TOUCH_MM ? m : first));
}

/**
 * How far the lowest material over a place stays above it once the part has slid by `t`, mm; null: nothing lies over
 * it.
 */
export function gapOver(part: SeatedPart, place: Place, t: Vec3): number | null {
  const reach = furthest(part.loaded, '-z', place.windows, t);
  return reach && reach.level + t.z - place.at;
}

/** The three locators of a seat. */
export interface Locators {
  readonly rest: Slide;
  readonly y: Slide;
  readonly x: Slide;
}

/** Where sliding came to an end. */
export interface Home {
  readonly t: Vec3;
  /** false: it did not come to an end */
  readonly settled: boolean;
  /** every locator has something of the part in front of it */
  readonly meetsAll: boolean;
}

const ROUNDS = 24;

/**
 * Slides down to the rest, then along y, then along x, over and over until a whole round moves nothing: each move
 * changes what the next one meets.
 */
function slideFrom(part: SeatedPart, to: Locators, start: Vec3): Home {
  let t = start;
  for (let round = 0; round < ROUNDS; round++) {
    const before = t;
    const z = metFirst(part, to.rest, t);
    t = { ...t, z: z.slid };
    const y = metFirst(part, to.y, t);
    t = { ...t, y: y.slid };
    const x = metFirst(part, to.x, t);
    t = { ...t, x: x.slid };
    if (AXES.every((axis) => Math.abs(t[axis] - before[axis]) < 1e-9))
      return { t, settled: true, meetsAll: x.sees && y.sees && z.sees };
  }
  return { t, settled: false, meetsAll: false };
}

const lengthOf = (v: Vec3) => Math.hypot(v.x, v.y, v.z);

/** Two places closer than this are one. */
const APART_MM = 10 * TOUCH_MM;

/** So many levels of each axis are tried as a start. */
const MOST_LEVELS = 4;

/** Where a slide starts whose levels lie at its locators. */
function startAt({ x, y, rest }: Locators, level: { readonly [axis in Axis]: number }): Vec3 {
  const at = (slide: Slide) => slide.places(vec(0, 0, 0))[0].at;
  return vec(at(x) - level.x, at(y) - level.y, at(rest) - level.z);
}

/** The first start: with the outermost material at each locator. */
const outermostStart = ({ loaded }: SeatedPart, to: Locators): Vec3 =>
  startAt(to, { x: extreme(loaded, to.x.faces), y: extreme(loaded, to.y.faces), z: extreme(loaded, to.rest.faces) });

/** Starts for the slide: with each of the outermost flat levels at its locator, outermost first. */
function starts({ loaded }: SeatedPart, to: Locators): Vec3[] {
  const levels = ({ faces }: Slide) => {
    const outermost = flatLevels(loaded, faces)
      .map((l) => l.level)
      .sort((a, b) => signOf(faces) * (b - a));
    return [extreme(loaded, faces), ...outermost]
      .filter((l, i, all) => all.findIndex((o) => Math.abs(o - l) < TOUCH_MM) === i)
      .slice(0, MOST_LEVELS);
  };
  const [xs, ys, zs] = [to.x, to.y, to.rest].map(levels);
  return zs.flatMap((z) => ys.flatMap((y) => xs.map((x) => startAt(to, { x, y, z }))));
}

/**
 * Where the part comes to rest: it starts with its outermost material at each locator and slides home. Where a locator
 * then has nothing in front of it (a flange may hold the part off what the jaws would grip), it starts again with
 * material further in, until every locator meets something.
 */
export function slideHome(part: SeatedPart, to: Locators): Home {
  const home = slideFrom(part, to, outermostStart(part, to));
  if (home.meetsAll) return home;
  for (const start of starts(part, to).slice(1)) {
    const other = slideFrom(part, to, start);
    if (other.meetsAll) return other;
  }
  return home;
}

/**
 * Other places in which every locator would meet the part and hold it, than the one it has slid home to: how far
 * they are from it, nearest first. Found by sliding from every start, which takes its time on a rich mesh.
 */
export function otherHomes(part: SeatedPart, to: Locators, home: Vec3): Vec3[] {
  const found: Vec3[] = [];
  const isNew = (t: Vec3) => [home, ...found].every((o) => lengthOf(subtract(t, o)) > APART_MM);
  for (const start of starts(part, to)) {
    const other = slideFrom(part, to, start);
    if (other.meetsAll && isNew(other.t)) found.push(other.t);
  }
  return found.map((t) => subtract(t, home)).sort((a, b) => lengthOf(a) - lengthOf(b));
}

/** Pose and boxes of a part that has slid by `t`. */
export function placed(
  part: SeatedPart,
  t: Vec3,
): Pick<SeatFacts, 'orientation' | 'pose' | 'loadedBox' | 'finishedBox' | 'firstCopyBox' | 'blankBox' | 'film'> {
  const finishedSeated = meshBox(part.finished);
  const filmed = DIRECTIONS.flatMap((d): [Direction, number][] => {
    const mm = part.film?.(d) ?? 0;
    return mm > 0 ? [[d, mm]] : [];
  });
  return {
    ...(filmed.length > 0 && { film: Object.fromEntries(filmed) }),
    orientation: part.orientation,
    pose: pose(rotationOf(part.orientation), t),
    loadedBox: shiftedBox(meshBox(part.loaded), t),
    finishedBox: shiftedBox(finishedSeated, t),
    firstCopyBox: shiftedBox(part.firstCopySeated ?? finishedSeated, t),
    blankBox: shiftedBox(part.blankSeated, t),
  };
}

/** Corners of a box turned into seated axes. */
export function turnedBox(box: Box3, orientation: Orientation): Box3 {
  const { rows } = rotationOf(orientation);
  const corner = (pick: (row: Vec3, axis: Axis) => number) =>
    vec(
      ...(rows.map((row) => AXES.reduce((sum, a) => sum + (row[a] === 0 ? 0 : pick(row, a)), 0)) as [
        number,
        number,
        number,
      ]),
    );
  return {
    min: corner((row, a) => row[a] * (row[a] > 0 ? box.min[a] : box.max[a])),
    max: corner((row, a) => row[a] * (row[a] > 0 ? box.max[a] : box.min[a])),
  };
}
