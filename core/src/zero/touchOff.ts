import { partSideFacing, signOf, type Axis, type Direction, type Vec3 } from '../frames';
import type { Setup, SurfaceState } from '../job';
import { surfaceAt, type SeatFacts } from '../seat';
import { reachInWindow, TOUCH_MM, type TriangleMesh } from '../solid';
import type { ZeroFacts } from './workZero';

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

/** Position to declare in Z when the tool tip touches a face at `f` from above, tool length active: `P = f + feeler`. */
export function declareOnTop(f: number, feeler = 0): number {
  return f + feeler;
}

/** One face the operator can touch, and what to declare there. */
export interface TouchOff {
  readonly axis: Axis;
  /** machine direction the touched face looks in */
  readonly faces: Direction;
  readonly name: string;
  readonly surface: SurfaceState;
  /** the face in work coordinates, mm */
  readonly face: number;
  /** what to declare as the work position while touching, mm */
  readonly declare: number;
  /** the face work zero is nearest to along this axis: touch this one */
  readonly preferred: boolean;
}

const FACES: readonly { faces: Direction; name: string }[] = [
  { faces: '-x', name: 'left' }, { faces: '+x', name: 'right' },
  { faces: '-y', name: 'front' }, { faces: '+y', name: 'rear' }, { faces: '+z', name: 'top' },
];

/** A face above the jaw tops, seated frame. */
export interface TouchableFace {
  readonly axis: Axis;
  readonly faces: Direction;
  readonly name: string;
  readonly surface: SurfaceState;
  readonly seatedLevel: number;
}

/**
 * The faces that can be touched in a setup, as loaded: only material above the jaw tops can be reached.
 * @param loaded,finished meshes in seated axes
 * @param blankSide how each side of the blank comes
 */
export function touchableFaces(seat: SeatFacts, loaded: TriangleMesh, finished: TriangleMesh, jawTop: number, blankSide?: (side: Direction) => SurfaceState): TouchableFace[] {
  const above = { z: [jawTop - seat.pose.translation.z, Infinity] as const };
  return FACES.flatMap(({ faces, name }) => {
    const axis = faces[1] as Axis;
    const reach = reachInWindow(loaded, axis, signOf(faces), above);
    if (!reach) return [];
    const own = reachInWindow(finished, axis, signOf(faces), above);
    const isFinished = own !== null && Math.abs(own.level - reach.level) < TOUCH_MM;
    const surface = surfaceAt(reach.level + seat.pose.translation[axis], faces, partSideFacing(seat.orientation, faces), isFinished, seat.blankBox, blankSide);
    return [{ axis, faces, name, surface, seatedLevel: reach.level }];
  });
}

/** What to declare at each touchable face, for the setup's tool and feeler. */
export function planTouchOff(touchable: readonly TouchableFace[], seat: SeatFacts, zero: ZeroFacts, setup: Setup): TouchOff[] {
  const t: Vec3 = seat.pose.translation;
  const { side, top } = setup.touchOff;
  const radius = side.with === 'indicator' ? 0 : side.diameter / 2;
  const rows = touchable.map(({ axis, faces, name, surface, seatedLevel }) => {
    const face = seatedLevel + t[axis] - zero.shiftedInDevice[axis];
    return { axis, faces, name, surface, face, declare: axis === 'z' ? declareOnTop(face, top.thickness) : declareAtSide(face, signOf(faces), radius, side.thickness) };
  });
  const nearest = (axis: Axis) => rows.filter((r) => r.axis === axis).sort((a, b) => Math.abs(a.face) - Math.abs(b.face))[0];
  return rows.map((row) => ({ ...row, preferred: nearest(row.axis) === row }));
}
