import { AXES, partSideFacing, signOf, type Axis, type Direction } from '../frames';
import type { SurfaceState } from '../job';
import { faceHere } from '../part';
import { furthest, surfaceAt, type SeatFacts } from '../seat';
import { TOUCH_MM, type TriangleMesh, type Window } from '../solid';
import type { AxisTouchOff, Touch, TouchableFace } from './touches';

/**
 * Position to declare when a round tool touches a face that lies at `f` in work coordinates.
 * @param f the face in work coordinates, mm
 * @param side +1 when the tool stands on the plus side of the face, -1 on the minus side
 * @param r effective radius: edge finder, stylus or cutter, mm
 * @param feeler thickness of a feeler between tool and face, mm
 * @returns `P = f + side·(r + feeler)`; the register value is then machine reading − P (common practice, no source)
 */
export function declareAtSide(f: number, side: 1 | -1, r: number, feeler = 0): number {
  return f + side * (r + feeler);
}

/**
 * Position to declare in Z when the tool tip touches a face at `f` from above, tool length active: `P = f + feeler`.
 */
export function declareOnTop(f: number, feeler = 0): number {
  return f + feeler;
}

/** One face the operator can touch, and what to declare there. */
export interface TouchOff {
  readonly axis: Axis;
  /** machine direction the touched face looks in */
  readonly faces: Direction;
  /** the part's name of the face and where it is now, or what of the device it is */
  readonly name: string;
  readonly surface: SurfaceState | 'device';
  /** the face in work coordinates, mm */
  readonly face: number;
  /** what to declare as the work position while touching, mm */
  readonly declare: number;
  /** this is what the touch-off asks for; the others could be touched instead */
  readonly chosen: boolean;
}

const FACES: readonly Direction[] = ['-x', '+x', '-y', '+y', '+z'];

export interface TouchableIn {
  readonly seat: SeatFacts;
  /** meshes in seated axes */
  readonly loaded: TriangleMesh;
  readonly finished: TriangleMesh;
  /** where nothing of the device covers what looks in a direction, device frame */
  readonly open: (faces: Direction) => readonly Window[];
  /** how each side of the blank comes */
  readonly blankSide?: (side: Direction) => SurfaceState;
  /** protective film on the outermost face that looks in a direction, mm; left out: none */
  readonly film?: (faces: Direction) => number;
}

/** So much further in, what is touched must still be there. Common practice, no source. */
const HAND_MM = 0.05;
/** A flat place of this size, mm², can be touched. */
const FLAT_MM2 = 0.01;

const within = (window: Window, axis: Axis): Window => ({
  ...window,
  ...Object.fromEntries(
    AXES.filter((a) => a !== axis && window[a]).map((a) => [a, [window[a]![0] + HAND_MM, window[a]![1] - HAND_MM]]),
  ),
});

/**
 * The faces that can be touched in a setup, as loaded: what the device covers cannot be reached. A surface that slopes
 * away from where the device ends has no place of its own to touch (a bar whose widest place is between the jaws): it
 * is left out.
 */
export function touchableFaces({ seat, loaded, finished, open, blankSide, film }: TouchableIn): TouchableFace[] {
  const { translation: t } = seat.pose;
  return FACES.flatMap((faces) => {
    const axis = faces[1] as Axis;
    const windows = open(faces);
    const reach = furthest(loaded, faces, windows, t);
    if (!reach) return [];
    if (reach.flatAreaMm2 < FLAT_MM2) {
      const further = furthest(
        loaded,
        faces,
        windows.map((w) => within(w, axis)),
        t,
      );
      if (!further || Math.abs(further.level - reach.level) > TOUCH_MM) return [];
    }
    const own = furthest(finished, faces, windows, t);
    const isFinished = own !== null && Math.abs(own.level - reach.level) < TOUCH_MM;
    const surface = surfaceAt({
      level: reach.level + t[axis],
      faces,
      side: partSideFacing(seat.orientation, faces),
      isFinished,
      blank: seat.blankBox,
      blankSide,
    });
    const face = { axis, faces, name: faceHere(seat.orientation, faces), surface, seatedLevel: reach.level };
    const outermost = (signOf(faces) > 0 ? seat.loadedBox.max : seat.loadedBox.min)[axis] - t[axis];
    const filmMm = Math.abs(reach.level - outermost) < TOUCH_MM ? (film?.(faces) ?? 0) : 0;
    return [{ ...face, ...(filmMm > 0 && { film: filmMm }) }];
  });
}

/**
 * Everything that can be touched: first what the worksheet asks for, axis by axis, then the other faces with what to
 * declare there.
 */
export function touchList(
  worksheet: readonly AxisTouchOff[],
  touchable: readonly TouchableFace[],
  declareAt: (face: TouchableFace) => Touch,
): TouchOff[] {
  const row = (axis: Axis, t: Touch, chosen: boolean): TouchOff => ({
    axis,
    faces: t.faces,
    name: t.name,
    surface: t.body,
    face: t.face,
    declare: t.declare,
    chosen,
  });
  return worksheet.flatMap((w) => {
    const asked = w.touches.map((t) => row(w.axis, t, true));
    const others = touchable
      .filter((f) => f.axis === w.axis && !asked.some((a) => a.surface !== 'device' && a.name === f.name))
      .map((f) => row(w.axis, declareAt(f), false));
    return [...asked, ...others];
  });
}
