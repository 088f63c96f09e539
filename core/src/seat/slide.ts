import {
  add, AXES, partSideFacing, pose, rotationOf, signOf, vec, type Axis, type Box3, type Direction, type Orientation, type Pose, type Vec3,
} from '../frames';
import type { SurfaceState } from '../job';
import { meshBox, reachInWindow, TOUCH_MM, type Reach, type TriangleMesh, type Window } from '../solid';

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
  /** the finished face the position is counted from, seated frame: the touched one, or the one under the raw stock */
  readonly finishedLevel: number;
  /** stock between the touched face and the finished one, mm; 0 on a finished face */
  readonly rawMm: number;
  /** how the touched face comes: a side of the blank as the job says, stock left by a cut, or finished */
  readonly surface: SurfaceState;
  readonly flatAreaMm2: number;
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
  /** datum: it is the device's datum itself; set: somebody sets it there; height: it is that thick or high; hand: the part is laid there */
  readonly kind: 'datum' | 'set' | 'height' | 'hand';
  /** what `at` is counted from, in words */
  readonly from: string;
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

/** One of the three things the part slides to: where it can touch, given how far the part has slid. */
export interface Slide {
  readonly faces: Direction;
  readonly at: number;
  readonly windows: (t: Vec3) => readonly Window[];
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
function furthest(mesh: TriangleMesh, faces: Direction, windows: readonly Window[], t: Vec3): Reach | null {
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

/** How the part meets what stands at the windows, once it has slid by `t`. */
export function contactAt(part: SeatedPart, faces: Direction, windows: readonly Window[], t: Vec3): Contact {
  const found = furthest(part.loaded, faces, windows, t);
  const seatedLevel = found?.level ?? extreme(part.loaded, faces);
  const finishedHere = furthest(part.finished, faces, windows, t)?.level;
  const onFinished = finishedHere !== undefined && Math.abs(finishedHere - seatedLevel) < TOUCH_MM;
  const finishedLevel = onFinished ? seatedLevel : extreme(part.finished, faces);
  const side = partSideFacing(part.orientation, faces);
  const rawMm = onFinished ? 0 : signOf(faces) * (seatedLevel - finishedLevel);
  return {
    faces,
    side,
    touches: found !== null,
    seatedLevel,
    finishedLevel,
    rawMm,
    surface: surfaceAt(seatedLevel, faces, side, Math.abs(rawMm) <= 1e-6, part.blankSeated, part.blankSide),
    flatAreaMm2: found && part.isFlat(side, signOf(faces) * found.level) ? found.flatAreaMm2 : 0,
    touch: toDevice(found?.touch ?? { x: [0, 0], y: [0, 0], z: [0, 0] }, found ? t : vec(0, 0, 0)),
  };
}

/**
 * Slides the part down to its rest, along y and along x in turn, until nothing moves any more: each move changes what
 * the others touch.
 * @returns the translation seated → device, and whether it came to an end within twelve rounds
 */
export function slideHome(part: SeatedPart, to: { readonly rest: Slide; readonly y: Slide; readonly x: Slide }): { t: Vec3; settled: boolean } {
  const at = (slide: Slide, t: Vec3) => slide.at - metLevel(part, slide.faces, slide.windows(t), t);
  let t = vec(to.x.at - extreme(part.loaded, to.x.faces), to.y.at - extreme(part.loaded, to.y.faces), to.rest.at - extreme(part.loaded, to.rest.faces));
  let settled = false;
  for (let round = 0; round < 12 && !settled; round++) {
    const dropped = vec(t.x, t.y, at(to.rest, t));
    const next = vec(at(to.x, dropped), at(to.y, dropped), dropped.z);
    settled = AXES.every((axis) => Math.abs(next[axis] - t[axis]) < 1e-9);
    t = next;
  }
  return { t, settled };
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
