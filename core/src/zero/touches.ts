import type { Axis, Direction } from '../frames';
import type { SurfaceState } from '../job';

/** One face to touch, work coordinates, mm. */
export interface Touch {
  readonly name: string;
  /** what it belongs to: the part as it comes, or the device */
  readonly body: SurfaceState | 'device';
  readonly faces: Direction;
  readonly face: number;
  /** +1: the tool stands on the plus side of the face */
  readonly side: 1 | -1;
  /** position to declare while touching */
  readonly declare: number;
  /** protective film on it, which is what is touched, mm; left out: none */
  readonly film?: number;
}

/** How zero is found along one axis. */
export interface AxisTouchOff {
  readonly axis: Axis;
  readonly how: 'one face' | 'two faces' | 'bore' | 'nothing';
  readonly touches: readonly Touch[];
  /** position to declare: at the touch, or with the spindle on the center; null: nothing to touch */
  readonly declare: number | null;
  /** the sum in words, with its numbers */
  readonly formula: string;
  /** one sentence that can be read out over a phone */
  readonly says: string;
  /** why there is nothing to touch; null: there is */
  readonly problem: string | null;
}

/** A face that is not covered, seated frame. */
export interface TouchableFace {
  readonly axis: Axis;
  readonly faces: Direction;
  readonly name: string;
  readonly surface: SurfaceState;
  readonly seatedLevel: number;
  /** protective film on it, mm; left out: none */
  readonly film?: number;
}
