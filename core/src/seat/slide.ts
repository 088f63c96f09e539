import {
  add, AXES, partSideFacing, pose, rotationOf, signOf, subtract, vec, type Axis, type Box3, type Direction, type Orientation, type Pose, type Vec3,
} from '../frames';
import type { SurfaceState } from '../job';
import { flatLevels, meshBox, reachInWindow, TOUCH_MM, type Reach, type TriangleMesh, type Window } from '../solid';

/** How the part touches one locator. Coordinates in the device frame unless said otherwise. */
export interface Contact {
  /** machine direction the touched face looks in */
  readonly faces: Direction;
  /** the part side that looks there */
  readonly side: Direction;
  /** false: nothing stands in front of the locator, and the material's overall extreme is used instead */
  readonly touches: boolean;
  /** the touched face's coordinate along the locator's axis, seated frame */
  readonly seatedLevel: number;
  /** how far out the touched face reaches, seated frame: the same, but on a round or slanting face touched elsewhere */
  readonly outermost: number;
  /** the finished face the position is counted from, seated frame: the touched one, or the one under the raw stock */
  readonly finishedLevel: number;
  /** stock between the touched face, where it is outermost, and the finished one, mm; 0 on a finished face */
  readonly rawMm: number;
  /** how the touched face comes: a side of the blank as the job says, stock left by a cut, or finished */
  readonly surface: SurfaceState;
  readonly flatAreaMm2: number;
  /** how far the part comes, or falls back, for every mm the locator stands elsewhere along the face, where it meets it on a round or slanting place; 0: square to it */
  readonly leans: number;
  /** what is touched where it is not a side of the part: "gripped diameter" */
  readonly what?: string;
  readonly touch: Reach['touch'];
}

/** What stands against the part along one axis: its name in a sentence and where it is. */
export interface Locator {
  /** "left stop", "fixed jaw", "parallels", "rear pins" */
  readonly name: string;
  /** device coordinate of the face it gives the part, mm */
  readonly at: number;
  /** where its own face is, mm; left out: there too */
  readonly faceAt?: number;
  /** datum: it is the device's datum itself; set: somebody sets it there; height: it is that thick or high; hand: the part is laid there */
  readonly kind: 'datum' | 'set' | 'height' | 'hand';
  /** what `at` is counted from, in words */
  readonly from: string;
  /** it brings the part's middle there, whatever its size; left out: it touches a face */
  readonly centers?: true;
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
  /** false: sliding to rest and the locators in turn did not come to an end */
  readonly settled: boolean;
  /** what was to carry the part, when something that hangs lower stands on the device beside it; `gap`: from there up to the part, mm, null: nothing lies over it */
  readonly standsBelow: { readonly name: string; readonly gap: number | null } | null;
}

/** The part as it lies, before it slides anywhere: meshes and boxes in seated axes. */
export interface SeatedPart {
  readonly orientation: Orientation;
  /** what is left before this setup and the finished part */
  readonly loaded: TriangleMesh;
  readonly finished: TriangleMesh;
  /** box of the first copy; left out: of the finished part */
  readonly firstCopySeated?: Box3;
  readonly blankSeated: Box3;
  /** how each side of the blank comes; left out: raw where there is stock on it */
  readonly blankSide?: (side: Direction) => SurfaceState;
  /** whether the material is really flat at a level of a part side, `u·x = along`: a facet of a curved face is not */
  readonly isFlat: (side: Direction, along: number) => boolean;
}

/** What stands at one coordinate of the device, and where it can be touched. */
export interface Place {
  readonly at: number;
  readonly windows: readonly Window[];
}

/** One of the three things the part slides to: where it can touch, given how far the part has slid; what is met first counts. */
export interface Slide {
  readonly faces: Direction;
  readonly places: (t: Vec3) => readonly Place[];
}

/** How a face comes: a side of the blank as the job says, else finished or, with stock on it, raw. Level and blank in one frame. */
export function surfaceAt(level: number, faces: Direction, side: Direction, isFinished: boolean, blank: Box3, blankSide: ((side: Direction) => SurfaceState) | undefined): SurfaceState {
  const onBlank = Math.abs(level - (signOf(faces) > 0 ? blank.max : blank.min)[faces[1] as Axis]) < TOUCH_MM;
  return onBlank && blankSide ? blankSide(side) : isFinished ? 'finished' : 'raw';
}

const shiftedBox = (box: Box3, by: Vec3): Box3 => ({ min: add(box.min, by), max: add(box.max, by) });

/** A window given in the device frame, in seated coordinates. */
export function toSeated(window: Window, t: Vec3): Window {
  return Object.fromEntries(AXES.flatMap((a) => {
    const range = window[a];
    return range ? [[a, [range[0] - t[a], range[1] - t[a]]]] : [];
  }));
}

function toDevice(touch: Reach['touch'], t: Vec3): Reach['touch'] {
  const range = (a: Axis): [number, number] => [touch[a][0] + t[a], touch[a][1] + t[a]];
  return { x: range('x'), y: range('y'), z: range('z') };
}

/** What reaches furthest in any of the windows; windows reached equally far count together. */
export function furthest(mesh: TriangleMesh, faces: Direction, windows: readonly Window[], t: Vec3): Reach | null {
  const axis = faces[1] as Axis;
  const towards = signOf(faces);
  const found = windows
    .map((w) => reachInWindow(mesh, axis, towards, toSeated(w, t)))
    .filter((r) => r !== null)
    .sort((a, b) => towards * (b.level - a.level));
  if (found.length < 2) return found[0] ?? null;
  const [first] = found;
  const together = found.filter((r) => Math.abs(r.level - first.level) < TOUCH_MM);
  const range = (a: Axis): [number, number] => [Math.min(...together.map((r) => r.touch[a][0])), Math.max(...together.map((r) => r.touch[a][1]))];
  return { level: first.level, flatAreaMm2: together.reduce((sum, r) => sum + r.flatAreaMm2, 0), touch: { x: range('x'), y: range('y'), z: range('z') } };
}

const extreme = (mesh: TriangleMesh, faces: Direction) => meshBox(mesh)[signOf(faces) > 0 ? 'max' : 'min'][faces[1] as Axis];

/** Level of the material a locator meets; where it meets nothing, the material's overall extreme stands in. Seated frame. */
export function metLevel(part: SeatedPart, faces: Direction, windows: readonly Window[], t: Vec3): number {
  return furthest(part.loaded, faces, windows, t)?.level ?? extreme(part.loaded, faces);
}

/** A window moved apart on all sides. */
const wider = (w: Window, by: number): Window => Object.fromEntries(AXES.flatMap((a) => { const range = w[a]; return range ? [[a, [range[0] - by, range[1] + by]]] : []; }));

const NEARBY_MM = 0.01;
/** Rounding and the chords of a curve at its crest lean less. */
const LEAST_LEAN = 0.005;

/** How much further the material reaches beside the windows, per mm: a slope goes on evenly; a step or an edge does not. */
function leanAt(mesh: TriangleMesh, faces: Direction, windows: readonly Window[], t: Vec3, level: number): number {
  const beside = (by: number) => Math.abs((furthest(mesh, faces, windows.map((w) => wider(w, by)), t)?.level ?? level) - level);
  const [near, far] = [beside(NEARBY_MM), beside(2 * NEARBY_MM)];
  return near > LEAST_LEAN * NEARBY_MM && far > 1.2 * near && far < 3 * near ? near / NEARBY_MM : 0;
}

/** How the part meets what stands at the windows, once it has slid by `t`. */
export function contactAt(part: SeatedPart, faces: Direction, windows: readonly Window[], t: Vec3): Contact {
  const found = furthest(part.loaded, faces, windows, t);
  const seatedLevel = found?.level ?? extreme(part.loaded, faces);
  const side = partSideFacing(part.orientation, faces);
  const flatAreaMm2 = found && part.isFlat(side, signOf(faces) * found.level) ? found.flatAreaMm2 : 0;
  const leans = found && flatAreaMm2 === 0 ? leanAt(part.loaded, faces, windows, t, seatedLevel) : 0;
  const outermost = leans > 0 ? extreme(part.loaded, faces) : seatedLevel;
  const finishedHere = leans > 0 ? extreme(part.finished, faces) : furthest(part.finished, faces, windows, t)?.level;
  const onFinished = finishedHere !== undefined && Math.abs(finishedHere - outermost) < TOUCH_MM;
  const finishedLevel = onFinished ? outermost : extreme(part.finished, faces);
  const rawMm = onFinished ? 0 : signOf(faces) * (outermost - finishedLevel);
  return {
    faces,
    side,
    touches: found !== null,
    seatedLevel,
    outermost,
    finishedLevel,
    rawMm,
    surface: surfaceAt(outermost, faces, side, Math.abs(rawMm) <= 1e-6, part.blankSeated, part.blankSide),
    leans,
    flatAreaMm2,
    touch: toDevice(found?.touch ?? { x: [0, 0], y: [0, 0], z: [0, 0] }, found ? t : vec(0, 0, 0)),
  };
}

/** The place a part that has slid by `t` meets first, and the slide along its axis until it does. Places that see nothing leave the overall extreme at the first of them. */
export function metFirst(part: SeatedPart, { faces, places }: Slide, t: Vec3): { readonly place: Place; readonly slid: number; readonly sees: boolean } {
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

/** How far the lowest material over a place stays above it once the part has slid by `t`, mm; null: nothing lies over it. */
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

/** Slides down to the rest, then along y, then along x, over and over until a whole round moves nothing: each move changes what the next one meets. */
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
    if (AXES.every((axis) => Math.abs(t[axis] - before[axis]) < 1e-9)) return { t, settled: true, meetsAll: x.sees && y.sees && z.sees };
  }
  return { t, settled: false, meetsAll: false };
}

const lengthOf = (v: Vec3) => Math.hypot(v.x, v.y, v.z);

/** Two places closer than this are one. */
const APART_MM = 10 * TOUCH_MM;

/** So many levels of each axis are tried as a start. */
const MOST_LEVELS = 4;

/** Starts for the slide: with each of the outermost flat levels at its locator, outermost first. */
function starts(part: SeatedPart, to: Locators): Vec3[] {
  const levels = ({ faces }: Slide) => {
    const outermost = flatLevels(part.loaded, faces).map((l) => l.level).sort((a, b) => signOf(faces) * (b - a));
    return [extreme(part.loaded, faces), ...outermost].filter((l, i, all) => all.findIndex((o) => Math.abs(o - l) < TOUCH_MM) === i).slice(0, MOST_LEVELS);
  };
  const at = (slide: Slide) => slide.places(vec(0, 0, 0))[0].at;
  const [x, y, z] = [to.x, to.y, to.rest].map((slide) => levels(slide).map((level) => at(slide) - level));
  return z.flatMap((c) => y.flatMap((b) => x.map((a) => vec(a, b, c))));
}

/**
 * Where the part comes to rest: it starts with its outermost material at each locator and slides home. Where a locator
 * then has nothing in front of it (a flange may hold the part off what the jaws would grip), it starts again with
 * material further in, until every locator meets something.
 */
export function slideHome(part: SeatedPart, to: Locators): Home {
  const [outermost, ...others] = starts(part, to);
  const home = slideFrom(part, to, outermost);
  if (home.meetsAll) return home;
  for (const start of others) {
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
export function placed(part: SeatedPart, t: Vec3): Pick<SeatFacts, 'orientation' | 'pose' | 'loadedBox' | 'finishedBox' | 'firstCopyBox' | 'blankBox'> {
  const finishedSeated = meshBox(part.finished);
  return {
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
    vec(...(rows.map((row) => AXES.reduce((sum, a) => sum + (row[a] === 0 ? 0 : pick(row, a)), 0)) as [number, number, number]));
  return {
    min: corner((row, a) => row[a] * (row[a] > 0 ? box.min[a] : box.max[a])),
    max: corner((row, a) => row[a] * (row[a] > 0 ? box.max[a] : box.min[a])),
  };
}
