import {
  add, AXES, partSideFacing, pose, rotationOf, signOf, vec, type Axis, type Box3, type Direction, type Orientation, type Pose, type Vec3,
} from '../frames';
import type { Setup, SurfaceState } from '../job';
import type { Vise } from '../shop';
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
  readonly touch: Reach['touch'];
}

/** Where the part comes to rest in a vise: pose, contacts, boxes. Device frame: x along the jaws from their left end, y to the rear from the fixed jaw's face, z up from the bed. */
export interface SeatFacts {
  readonly orientation: Orientation;
  readonly pose: Pose<'part', 'device'>;
  readonly rest: Contact;
  /** areas on the rear and front strip of the rest; on the bed both are the same */
  readonly restStripsMm2: readonly [number, number];
  readonly jaw: Contact;
  readonly movingJaw: Contact;
  readonly stop: Contact;
  /** the material as loaded and the finished part, device frame */
  readonly loadedBox: Box3;
  readonly finishedBox: Box3;
  /** the first copy's finished box; the same when there is one part only */
  readonly firstCopyBox: Box3;
  readonly blankBox: Box3;
  /** false: sliding to rest, jaw and stop in turn did not come to an end */
  readonly settled: boolean;
}

/** Where the stop stands; which face it is meant for is a matter of the checks. */
export type StopPlace = Omit<Setup['stop'], 'face'>;

export interface SeatInput {
  readonly orientation: Orientation;
  /** what is left before this setup and the finished part, both in seated axes */
  readonly loaded: TriangleMesh;
  readonly finished: TriangleMesh;
  /** box of the first copy; left out: of the finished part */
  readonly firstCopySeated?: Box3;
  readonly blankSeated: Box3;
  /** how each side of the blank comes; left out: raw where there is stock on it */
  readonly blankSide?: (side: Direction) => SurfaceState;
  /** whether the material is really flat at a level of a part side, `u·x = along`: a facet of a curved face is not */
  readonly isFlat: (side: Direction, along: number) => boolean;
  readonly vise: Vise;
  readonly parallelsHeight: number;
  readonly stop: StopPlace;
}

const LOCATOR: Record<'rest' | 'jaw' | 'movingJaw', Direction> = { rest: '-z', jaw: '+y', movingJaw: '-y' };

/** How a face comes: a side of the blank as the job says, else finished or, with stock on it, raw. Level and blank in one frame. */
export function surfaceAt(level: number, faces: Direction, side: Direction, isFinished: boolean, blank: Box3, blankSide: ((side: Direction) => SurfaceState) | undefined): SurfaceState {
  const onBlank = Math.abs(level - (signOf(faces) > 0 ? blank.max : blank.min)[faces[1] as Axis]) < TOUCH_MM;
  return onBlank && blankSide ? blankSide(side) : isFinished ? 'finished' : 'raw';
}

const shiftedBox = (box: Box3, by: Vec3): Box3 => ({ min: add(box.min, by), max: add(box.max, by) });

/** A window given in the device frame, in seated coordinates. */
function toSeated(window: Window, t: Vec3): Window {
  return Object.fromEntries(AXES.flatMap((a) => {
    const range = window[a];
    return range ? [[a, [range[0] - t[a], range[1] - t[a]]]] : [];
  }));
}

function toDevice(touch: Reach['touch'], t: Vec3): Reach['touch'] {
  const range = (a: Axis): [number, number] => [touch[a][0] + t[a], touch[a][1] + t[a]];
  return { x: range('x'), y: range('y'), z: range('z') };
}

/** Where the jaws can touch: between parallels and jaw top, within the jaw's width. */
function gripWindow(vise: Vise, parallelsHeight: number): Window {
  return { x: [0, vise.jawWidth], z: [parallelsHeight + TOUCH_MM, vise.jawHeight - TOUCH_MM] };
}

/** Where the part can rest: on the bed, or on two parallels that stand against the jaws. */
function restWindows(vise: Vise, parallelsHeight: number, frontY: number): [Window, Window] {
  const x: [number, number] = [0, vise.jawWidth];
  if (parallelsHeight === 0) {
    const bed = { x, y: [-vise.maxOpening, 0] as const };
    return [bed, bed];
  }
  const rear = Math.max(-vise.parallelThickness, frontY);
  const front = Math.min(frontY + vise.parallelThickness, 0);
  return [{ x, y: [rear, 0] }, { x, y: [frontY, front] }];
}

function stopWindow(stop: StopPlace, vise: Vise): Window {
  const r = vise.stopDiameter / 2;
  return { y: [-stop.fromJaw - r + TOUCH_MM, -stop.fromJaw + r - TOUCH_MM], z: [stop.height - r + TOUCH_MM, stop.height + r - TOUCH_MM] };
}

function furthest(mesh: TriangleMesh, faces: Direction, windows: readonly Window[], t: Vec3): Reach | null {
  const axis = faces[1] as Axis;
  const towards = signOf(faces);
  return windows
    .map((w) => reachInWindow(mesh, axis, towards, toSeated(w, t)))
    .filter((r) => r !== null)
    .sort((a, b) => towards * (b.level - a.level))[0] ?? null;
}

const extreme = (mesh: TriangleMesh, faces: Direction) => meshBox(mesh)[signOf(faces) > 0 ? 'max' : 'min'][faces[1] as Axis];

/** Level of the material a locator meets; where it meets nothing, the material's overall extreme stands in. Seated frame. */
function metLevel(input: SeatInput, faces: Direction, windows: readonly Window[], t: Vec3): number {
  return furthest(input.loaded, faces, windows, t)?.level ?? extreme(input.loaded, faces);
}

function contact(input: SeatInput, faces: Direction, windows: readonly Window[], t: Vec3): Contact {
  const found = furthest(input.loaded, faces, windows, t);
  const seatedLevel = found?.level ?? extreme(input.loaded, faces);
  const finishedHere = furthest(input.finished, faces, windows, t)?.level;
  const onFinished = finishedHere !== undefined && Math.abs(finishedHere - seatedLevel) < TOUCH_MM;
  const finishedLevel = onFinished ? seatedLevel : extreme(input.finished, faces);
  const side = partSideFacing(input.orientation, faces);
  const rawMm = onFinished ? 0 : signOf(faces) * (seatedLevel - finishedLevel);
  return {
    faces,
    side,
    touches: found !== null,
    seatedLevel,
    finishedLevel,
    rawMm,
    surface: surfaceAt(seatedLevel, faces, side, Math.abs(rawMm) <= 1e-6, input.blankSeated, input.blankSide),
    flatAreaMm2: found && input.isFlat(side, signOf(faces) * found.level) ? found.flatAreaMm2 : 0,
    touch: toDevice(found?.touch ?? { x: [0, 0], y: [0, 0], z: [0, 0] }, found ? t : vec(0, 0, 0)),
  };
}

/** Flat areas on the rear and front strip of the rest, and together; strips that overlap are counted once. mm² */
function restAreas({ loaded, isFlat, parallelsHeight }: SeatInput, rest: Contact, [rear, front]: [Window, Window], t: Vec3): [[number, number], number] {
  if (!isFlat(rest.side, -rest.seatedLevel)) return [[0, 0], 0];
  const on = (w: Window) => {
    const reach = reachInWindow(loaded, 'z', -1, toSeated(w, t));
    return reach && Math.abs(reach.level - rest.seatedLevel) < TOUCH_MM ? reach.flatAreaMm2 : 0;
  };
  const strips: [number, number] = [on(rear), on(front)];
  if (parallelsHeight === 0) return [strips, strips[0]];
  const [rearFrom, frontFrom, frontTo] = [rear.y?.[0] ?? 0, front.y?.[0] ?? 0, front.y?.[1] ?? 0];
  return [strips, rearFrom < frontTo ? on({ x: rear.x, y: [frontFrom, 0] }) : strips[0] + strips[1]];
}

/**
 * Seats a part in a vise whose fixed jaw is at the rear.
 *
 * The part slides down onto the rest, back to the fixed jaw and across to the stop, and touches only where these
 * really are: lowest material over the parallels' footprint (or bed) to z = parallels' height; rearmost material
 * between parallels and jaw top, within the jaws' width, to y = 0; material furthest towards the stop, in front of
 * the stop rod, to x = stop position. Each of the three moves changes what the others touch, so they are repeated
 * until nothing moves any more.
 *
 * @returns the pose part → device (mm) with the contacts; never throws. A locator that meets nothing has
 * `touches: false`, and the overall extreme of the material stands in for the contact.
 */
export function seatInVise(input: SeatInput): SeatFacts {
  const { vise, parallelsHeight, stop, loaded } = input;
  const stopFaces: Direction = stop.side === 'left' ? '-x' : '+x';
  const box = meshBox(loaded);
  let t = vec(
    stop.position - (stop.side === 'left' ? box.min.x : box.max.x),
    -box.max.y,
    parallelsHeight - box.min.z,
  );
  const grip = gripWindow(vise, parallelsHeight);
  const strips = () => restWindows(vise, parallelsHeight, metLevel(input, LOCATOR.movingJaw, [grip], t) + t.y);
  let settled = false;
  for (let round = 0; round < 12 && !settled; round++) {
    const z = parallelsHeight - metLevel(input, LOCATOR.rest, strips(), t);
    const dropped = vec(t.x, t.y, z);
    const next = vec(
      stop.position - metLevel(input, stopFaces, [stopWindow(stop, vise)], dropped),
      -metLevel(input, LOCATOR.jaw, [grip], dropped),
      z,
    );
    settled = AXES.every((axis) => Math.abs(next[axis] - t[axis]) < 1e-9);
    t = next;
  }
  const at = {
    rest: contact(input, LOCATOR.rest, strips(), t),
    jaw: contact(input, LOCATOR.jaw, [grip], t),
    movingJaw: contact(input, LOCATOR.movingJaw, [grip], t),
    stop: contact(input, stopFaces, [stopWindow(stop, vise)], t),
  };
  const [restStripsMm2, restAreaMm2] = restAreas(input, at.rest, strips(), t);
  const finishedSeated = meshBox(input.finished);
  return {
    orientation: input.orientation,
    pose: pose(rotationOf(input.orientation), t),
    rest: { ...at.rest, flatAreaMm2: restAreaMm2 },
    restStripsMm2,
    jaw: at.jaw,
    movingJaw: at.movingJaw,
    stop: at.stop,
    loadedBox: shiftedBox(box, t),
    finishedBox: shiftedBox(finishedSeated, t),
    firstCopyBox: shiftedBox(input.firstCopySeated ?? finishedSeated, t),
    blankBox: shiftedBox(input.blankSeated, t),
    settled,
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

