import type { TriangleMesh } from '../solid';
import { pushedAgainst, type Pushed } from './pushed';
import type { PinSide } from './sides';
import { COMES, piecesBetween, touchedFrom, type Spot, type Touched, type UprightRound } from './touch';

/** Which edge pins are set for: that of what is loaded, or that of the finished part. */
export type PinEdge = 'loaded' | 'finished';

/** A pin as it is decided: along its side from the left (or front) edge of the finished part, mm. */
export interface EdgePin {
  readonly id: string;
  readonly side: PinSide;
  readonly along: number;
}

/** A pin where it stands. Device frame, mm. */
export interface SeatedPin {
  readonly id: string;
  readonly side: PinSide;
  /** "left pin 2": counted along each side in the order of the list */
  readonly name: string;
  /** where it would stand along its side, also where nothing stands in front of it */
  readonly along: number;
  /** middle, where it touches, and the way out of the part; null: nothing stands in front of it */
  readonly stands: Touched | null;
  /** so far into the pin the edge of what is loaded reaches where it stands, along its way, mm */
  readonly intoMm: number;
  /** it touches the finished part itself, not stock that is cut off */
  readonly onPart: boolean;
}

/** A pin that has something in front of it. */
export type StandingPin = SeatedPin & { readonly stands: Touched };

/** A part against pins along its edge. */
export interface SeatedEdge {
  readonly pins: readonly SeatedPin[];
  readonly radius: number;
  /** set for an edge that is not there yet: where the part comes to lie instead; null: it lies as drawn */
  readonly pushed: Pushed | null;
}

/** What pins along an edge are placed from. Meshes as seated, before the part is moved. */
export interface OnEdge {
  readonly loaded: TriangleMesh;
  readonly finished: TriangleMesh;
  readonly rounds: readonly UprightRound[];
  readonly pins: readonly EdgePin[];
  readonly edge: PinEdge;
  readonly radius: number;
  /** the heights between which a pin meets the part */
  readonly from: number;
  readonly to: number;
  /** left front corner of the finished part, from which pins are counted */
  readonly corner: Spot;
  /** how far the part is moved onto the device */
  readonly move: Spot;
}

/** Two edges closer than this are one, mm. */
const SAME_MM = 1e-4;

function nameOf(pins: readonly EdgePin[], pin: EdgePin): string {
  const row = pins.filter((p) => p.side === pin.side);
  return row.length === 1 ? `${pin.side} pin` : `${pin.side} pin ${row.indexOf(pin) + 1}`;
}

const moved = (s: Spot, by: Spot): Spot => ({ x: s.x + by.x, y: s.y + by.y });

/**
 * Pins along the edge of a part: the middle of each is the place on its edge and the radius outwards (common practice).
 * Pins set for the finished edge where stock still stands push the part aside: how far is solved as a rigid motion.
 */
export function seatedOnEdge(on: OnEdge): SeatedEdge {
  const { rounds, radius, move, corner, edge } = on;
  const [loaded, finished] = [on.loaded, on.finished].map((mesh) => piecesBetween(mesh, on.from, on.to));
  const pins = on.pins.map((pin): SeatedPin => {
    const { axis, way } = COMES[pin.side];
    const across = axis === 'x' ? 'y' : 'x';
    const along = corner[across] + pin.along;
    const at = { side: pin.side, along, radius };
    const onLoaded = touchedFrom(loaded, at, rounds);
    const onFinished = touchedFrom(finished, at, rounds);
    const stands = edge === 'loaded' ? onLoaded : onFinished;
    const into = stands && onLoaded ? way * (stands.center[axis] - onLoaded.center[axis]) : 0;
    return {
      id: pin.id,
      side: pin.side,
      name: nameOf(on.pins, pin),
      along: along + move[across],
      stands: stands && { ...stands, center: moved(stands.center, move), at: moved(stands.at, move) },
      intoMm: Math.abs(into) < SAME_MM ? 0 : into,
      onPart:
        onLoaded !== null && onFinished !== null && Math.abs(onLoaded.center[axis] - onFinished.center[axis]) < SAME_MM,
    };
  });
  const standing = pins.flatMap(({ side, stands }) =>
    stands ? [{ x: stands.center.x - move.x, y: stands.center.y - move.y, side, radius }] : [],
  );
  const pushes = pins.some((p) => p.intoMm !== 0) && standing.length > 0;
  return { pins, radius, pushed: pushes ? pushedAgainst(loaded, standing) : null };
}

/** The pins that have something in front of them. */
export const standingPins = ({ pins }: SeatedEdge): StandingPin[] =>
  pins.flatMap((p) => (p.stands ? [{ ...p, stands: p.stands }] : []));
