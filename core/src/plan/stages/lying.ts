import { filmOn, stateWithStock, STOCK_MM } from '../../blank';
import {
  axisOf,
  partSideFacing,
  rotationOf,
  signOf,
  thenRotate,
  vec,
  type Box3,
  type Direction,
  type Orientation,
  type Rotation,
} from '../../frames';
import type { Allowance, Blank } from '../../job';
import { seatedMesh } from '../../part';
import { turnedBox, type SeatedPart, type SeatFacts } from '../../seat';
import { meshBox, type Kernel, type Outlines, type Solid, type TriangleMesh } from '../../solid';
import { isFlatIn, type Flats } from '../flats';
import type { Stage } from '../graph';

export const turnedStage: Stage<{ solid: Solid; orientation: Orientation }, TriangleMesh> = {
  name: 'turned',
  compute: ({ solid, orientation }) => seatedMesh(solid, orientation),
};

/** A face that is still the blank's has its film on. */
function filmOf(
  film: LyingInputs['film'],
  orientation: Orientation,
  loaded: Box3,
  blank: Box3,
): Pick<SeatedPart, 'film'> {
  if (!film.film) return {};
  const end = (box: Box3, faces: Direction) => (signOf(faces) > 0 ? box.max : box.min)[axisOf(faces)];
  const isBlanks = (faces: Direction) => Math.abs(end(loaded, faces) - end(blank, faces)) < STOCK_MM;
  return { film: (faces) => (isBlanks(faces) ? filmOn(film, partSideFacing(orientation, faces)) : 0) };
}

interface LyingInputs {
  loaded: TriangleMesh;
  finished: TriangleMesh;
  orientation: Orientation;
  firstCopy: Box3;
  blank: Box3;
  allowance: Allowance;
  sides: Pick<Blank, 'sides'>;
  film: Pick<Blank, 'kind' | 'along' | 'film'>;
  flats: Flats;
}
/** What is left and the finished part as they lie in a setup, before they slide anywhere. */
export const lyingStage: Stage<LyingInputs, SeatedPart> = {
  name: 'lying',
  compute: ({ loaded, finished, orientation, firstCopy, blank, allowance, sides, film, flats }) => ({
    ...filmOf(film, orientation, meshBox(loaded), turnedBox(blank, orientation)),
    orientation,
    loaded,
    finished,
    firstCopySeated: turnedBox(firstCopy, orientation),
    blankSeated: turnedBox(blank, orientation),
    blankSide: (s) => stateWithStock(sides, allowance, s),
    isFlat: isFlatIn(flats),
  }),
};

/** So many cuts of one body are remembered. */
const MOST_CUTS = 300;

/** Cuts through a body as it lies, remembered by their depth. */
export class Sections {
  readonly #known = new Map<number, Outlines>();

  constructor(private readonly cut: (depth: number) => Outlines) {}

  at(depth: number): Outlines {
    let found = this.#known.get(depth);
    if (!found) {
      if (this.#known.size >= MOST_CUTS) this.#known.clear();
      this.#known.set(depth, (found = this.cut(depth)));
    }
    return found;
  }
}

/** Looks along X from its far end: Y to the right, Z up. */
const X_UP: Rotation = { rows: [vec(0, 1, 0), vec(0, 0, 1), vec(1, 0, 0)] };

/** What can be cut: material, or the finished part. */
export interface Cuttable {
  section(view: Rotation, depth: number): Outlines;
}

export const sectionsStage: Stage<{ body: Cuttable; orientation: Orientation; across: 'x' | 'z' }, Sections> = {
  name: 'sections',
  compute: ({ body, orientation, across }) => {
    const view = across === 'z' ? rotationOf(orientation) : thenRotate(rotationOf(orientation), X_UP);
    return new Sections((depth) => body.section(view, depth));
  },
};

/** The finished part as something that can be cut. */
export const cuttableStage: Stage<{ kernel: Kernel; solid: Solid }, Cuttable> = {
  name: 'cuttable part',
  compute: ({ kernel, solid }) => ({ section: (view, depth) => kernel.section(solid, view, depth) }),
};

export type Body = 'loaded' | 'left' | 'finished';
export type BodySections = Readonly<Record<Body, Sections>>;

/** Cuts at a height of the device, in device X and Y; or across X, in Y and Z. */
export function seatedSections(
  sections: BodySections,
  { pose: { translation: t } }: SeatFacts,
  across: 'x' | 'z' = 'z',
): (body: Body, at: number) => Outlines {
  const [du, dv, up] = across === 'z' ? [t.x, t.y, t.z] : [t.y, t.z, t.x];
  return (body, at) => sections[body].at(at - up).map((ring) => ring.map(([u, v]) => [u + du, v + dv] as const));
}

/** What is loaded, seen from above. */
export const aboveStage: Stage<{ kernel: Kernel; solid: Solid; orientation: Orientation }, Outlines> = {
  name: 'seen from above',
  compute: ({ kernel, solid, orientation }) => kernel.silhouette(solid, rotationOf(orientation)),
};
