import {
  AXES,
  partSideFacing,
  signOf,
  vec,
  type Axis,
  type Box3,
  type Direction,
  type Orientation,
  type Vec3,
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
  /** how far out the touched face reaches, seated frame: the same, but on a round or slanting face touched elsewhere */
  readonly outermost: number;
  /** the finished face the position is counted from, seated frame: the touched one, or the one under the raw stock */
  readonly finishedLevel: number;
  /** stock between the touched face, where it is outermost, and the finished one, mm; 0 on a finished face */
  readonly rawMm: number;
  /** how the touched face comes: a side of the blank as the job says, stock left by a cut, or finished */
  readonly surface: SurfaceState;
  readonly flatAreaMm2: number;
  /**
   * how far the part comes, or falls back, for every mm the locator stands elsewhere along the face, where it meets it
   * on a round or slanting place; 0: square to it
   */
  readonly leans: number;
  /** what is touched where it is not a side of the part: "gripped diameter" */
  readonly what?: string;
  readonly touch: Reach['touch'];
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
  /** protective film that is still on the outermost face that looks in a machine direction, mm; left out: none */
  readonly film?: (faces: Direction) => number;
  /** whether the material is really flat at a level of a part side, `u·x = along`: a facet of a curved face is not */
  readonly isFlat: (side: Direction, along: number) => boolean;
}

/** A face of what is left. Level and blank in one frame. */
export interface FaceMet {
  readonly level: number;
  /** which way it looks in that frame */
  readonly faces: Direction;
  /** side of the part */
  readonly side: Direction;
  readonly isFinished: boolean;
  readonly blank: Box3;
  readonly blankSide: SeatedPart['blankSide'];
}

/** How a face comes: a side of the blank as the job says, else finished or, with stock on it, raw. */
export function surfaceAt({ level, faces, side, isFinished, blank, blankSide }: FaceMet): SurfaceState {
  const onBlank = Math.abs(level - (signOf(faces) > 0 ? blank.max : blank.min)[faces[1] as Axis]) < TOUCH_MM;
  return onBlank && blankSide ? blankSide(side) : isFinished ? 'finished' : 'raw';
}

/** A window given in the device frame, in seated coordinates. */
export function toSeated(window: Window, t: Vec3): Window {
  return Object.fromEntries(
    AXES.flatMap((a) => {
      const range = window[a];
      return range ? [[a, [range[0] - t[a], range[1] - t[a]]]] : [];
    }),
  );
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
  const range = (a: Axis): [number, number] => [
    Math.min(...together.map((r) => r.touch[a][0])),
    Math.max(...together.map((r) => r.touch[a][1])),
  ];
  return {
    level: first.level,
    flatAreaMm2: together.reduce((sum, r) => sum + r.flatAreaMm2, 0),
    touch: { x: range('x'), y: range('y'), z: range('z') },
  };
}

/** How far the material reaches that way at all. */
export const extreme = (mesh: TriangleMesh, faces: Direction) =>
  meshBox(mesh)[signOf(faces) > 0 ? 'max' : 'min'][faces[1] as Axis];

/**
 * Level of the material a locator meets; where it meets nothing, the material's overall extreme stands in. Seated
 * frame.
 */
export function metLevel(part: SeatedPart, faces: Direction, windows: readonly Window[], t: Vec3): number {
  return furthest(part.loaded, faces, windows, t)?.level ?? extreme(part.loaded, faces);
}

/** A window moved apart on all sides. */
const wider = (w: Window, by: number): Window =>
  Object.fromEntries(
    AXES.flatMap((a) => {
      const range = w[a];
      return range ? [[a, [range[0] - by, range[1] + by]]] : [];
    }),
  );

const NEARBY_MM = 0.01;
/** Rounding and the chords of a curve at its crest lean less. */
const LEAST_LEAN = 0.005;

/**
 * How much further the material reaches beside the windows, per mm: a slope goes on evenly; a step or an edge does
 * not.
 */
function leanAt({
  mesh,
  faces,
  windows,
  t,
  level,
}: {
  readonly mesh: TriangleMesh;
  readonly faces: Direction;
  readonly windows: readonly Window[];
  readonly t: Vec3;
  readonly level: number;
}): number {
  const beside = (by: number) =>
    Math.abs(
      (furthest(
        mesh,
        faces,
        windows.map((w) => wider(w, by)),
        t,
      )?.level ?? level) - level,
    );
  const [near, far] = [beside(NEARBY_MM), beside(2 * NEARBY_MM)];
  return near > LEAST_LEAN * NEARBY_MM && far > 1.2 * near && far < 3 * near ? near / NEARBY_MM : 0;
}

/** How the part meets what stands at the windows, once it has slid by `t`. */
export function contactAt(part: SeatedPart, faces: Direction, windows: readonly Window[], t: Vec3): Contact {
  const found = furthest(part.loaded, faces, windows, t);
  const seatedLevel = found?.level ?? extreme(part.loaded, faces);
  const side = partSideFacing(part.orientation, faces);
  const flatAreaMm2 = found && part.isFlat(side, signOf(faces) * found.level) ? found.flatAreaMm2 : 0;
  const leans = found && flatAreaMm2 === 0 ? leanAt({ mesh: part.loaded, faces, windows, t, level: seatedLevel }) : 0;
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
    surface: surfaceAt({
      level: outermost,
      faces,
      side,
      isFinished: Math.abs(rawMm) <= 1e-6,
      blank: part.blankSeated,
      blankSide: part.blankSide,
    }),
    leans,
    flatAreaMm2,
    touch: toDevice(found?.touch ?? { x: [0, 0], y: [0, 0], z: [0, 0] }, found ? t : vec(0, 0, 0)),
  };
}

/** Less flat area than this is a line or a point, mm². */
const LEAST_FLAT_MM2 = 1e-6;

/** Whether a flat face of the part, and not an edge or a round, lies on what carries it. */
export const liesFlat = (seat: { readonly rest: Contact }): boolean =>
  seat.rest.touches && seat.rest.flatAreaMm2 > LEAST_FLAT_MM2;
