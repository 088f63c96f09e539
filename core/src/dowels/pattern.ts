import { apply, AXES, axisOf, rotate, rotationOf, type Axis, type Orientation, type Pose, type Vec3 } from '../frames';
import type { Dowels } from '../job';
import { playOf, type HoleClass, type PinClass, type Play } from './fits';
import type { Spot } from './layings';

/** A hole of the pattern with what goes into it. Part coordinates, mm; at nothing along the holes. */
export interface PatternHole {
  readonly id: string;
  /** "dowel 2", as it is called everywhere */
  readonly name: string;
  /** the bore of the part it is, by the id of the feature; null: it is drilled for the dowel */
  readonly bore: string | null;
  readonly at: Vec3;
  readonly diameter: number;
  /** how large it is drilled: for its bush, where it has one */
  readonly drilled: number;
  readonly pin: PinClass;
  readonly hole: HoleClass;
  readonly relieved: boolean;
  readonly land: number | null;
  readonly play: Play;
}

/** The two axes across the holes, X before Y before Z. */
export const axesAcross = (along: Axis): readonly [Axis, Axis] => {
  const [u, v] = AXES.filter((a) => a !== along);
  return [u, v];
};

/** The holes of a pattern. A diameter is within the table of fits by the schema of the document. */
export function holesOf({ along, holes }: Pick<Dowels, 'along' | 'holes'>): PatternHole[] {
  const [u, v] = axesAcross(along);
  return holes.map(({ id, bore, u: atU, v: atV, diameter, bush, pin, hole, relieved, land }, i) => ({
    id,
    name: dowelName(i),
    bore,
    at: { x: 0, y: 0, z: 0, [u]: atU, [v]: atV },
    diameter,
    drilled: drilledFor({ diameter, bush }),
    pin,
    hole,
    relieved,
    land,
    play: playOf({ diameter, pin, hole })!,
  }));
}

/** How large the hole of a dowel is drilled: for its bush, where it has one that is larger. */
export const drilledFor = ({ diameter, bush }: { readonly diameter: number; readonly bush: number | null }): number =>
  Math.max(diameter, bush ?? 0);

/** Dowels that stand in bores of the part stand where nobody has drilled. */
export const inBores = (holes: readonly Pick<PatternHole, 'bore'>[]): boolean => holes.some((h) => h.bore !== null);

/** Where holes lie in a setup, seen from above, before the part is moved anywhere. */
export function seatedSpots(holes: readonly Pick<PatternHole, 'at'>[], orientation: Orientation): Spot[] {
  const rotation = rotationOf(orientation);
  return holes.map(({ at }) => {
    const { x, y } = rotate(rotation, at);
    return { x, y };
  });
}

/** The spindle looks along the holes. */
export const isUpright = ({ along }: Pick<Dowels, 'along'>, { up }: Orientation): boolean => axisOf(up) === along;

/** "dowel 2", as it is called everywhere. */
export const dowelName = (index: number): string => `dowel ${index + 1}`;

/** A dowel hole where a setup drills it. Device frame, mm. */
export interface DrilledHole extends Spot {
  readonly id: string;
  readonly name: string;
  readonly diameter: number;
  /** the dowel its bush takes; null: it has none, and takes the dowel itself */
  readonly bushFor: number | null;
  readonly hole: HoleClass;
  /** so deep it goes on into what the part lies on, mm */
  readonly into: number;
  /** the lowest and the highest of the material it goes through */
  readonly from: number;
  readonly to: number;
}

/** The holes of a pattern where a setup drills them that looks along them. */
export const drilledHoles = (
  holes: readonly PatternHole[],
  lies: Pose<'part', 'device'>,
  { z, into }: { readonly z: readonly [number, number]; readonly into: number },
) =>
  holes.map(({ id, name, at, diameter, drilled, hole }): DrilledHole => {
    const { x, y } = apply(lies, at);
    const bushFor = drilled > diameter ? diameter : null;
    return { id, name, x, y, diameter: drilled, bushFor, hole, into, from: z[0], to: z[1] };
  });
