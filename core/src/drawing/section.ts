import { partSideFacing, signOf, type Orientation, type Pose } from '../frames';
import { viewLines, type Kernel, type Outlines, type Solid, type ViewLines } from '../solid';
import { viewRotation } from '../scene';
import { SECTION_VIEW, type SectionPlane } from './partScene';

/** A solid cut open, as the view that looks at the cut shows it. */
export interface SectionSeen {
  readonly lines: ViewLines;
  readonly silhouette: Outlines;
  /** what the plane goes through: hatched */
  readonly cutFace: Outlines;
}

const AS_MODELLED: Orientation = { up: '+z', right: '+x' };

/** What of a solid stays when it is cut open: the far side of the plane, as the view sees it that looks at the cut. */
export function keptBySection(
  kernel: Kernel,
  solid: Solid,
  { axis, at }: SectionPlane,
  orientation: Orientation = AS_MODELLED,
): Solid {
  const { removes } = SECTION_VIEW[axis];
  return kernel.below(solid, partSideFacing(orientation, removes), signOf(removes) * at);
}

/**
 * Cuts a solid by a plane square to an axis and looks at what is left.
 * @param solid part coordinates; plane: those of the part laid by `orientation`, its origin the part's
 */
export function sectionOf(
  kernel: Kernel,
  solid: Solid,
  plane: SectionPlane,
  orientation: Orientation = AS_MODELLED,
): SectionSeen {
  const { view, removes } = SECTION_VIEW[plane.axis];
  const rotation = viewRotation(view, orientation);
  const rest = keptBySection(kernel, solid, plane, orientation);
  // the eye looks from the side that is taken away; a hair behind the plane, so that the cut face itself is met
  const depth = signOf(removes) * plane.at;
  const out = {
    lines: viewLines(rest.mesh(), rotation),
    silhouette: kernel.silhouette(rest, rotation),
    cutFace: kernel.section(solid, rotation, depth - 1e-5),
  };
  rest.release();
  return out;
}

/** A piece of a setup cut open, as the view sees it that looks at the cut: seated axes, its origin the part's. mm */
export interface PieceCutOpen {
  readonly left: SectionSeen;
  /** what the setup takes away of the plane */
  readonly removed: Outlines;
}

/**
 * Every piece of a setup cut open by one plane.
 * @param left what the setup leaves, and `before` what it began with, part coordinates
 * @param poses where each piece is held; plane: device frame
 */
export function piecesCutOpen(
  kernel: Kernel,
  { left, before, orientation }: { readonly left: Solid; readonly before: Solid; readonly orientation: Orientation },
  poses: readonly Pose<'part', 'device'>[],
  { axis, at }: SectionPlane,
): PieceCutOpen[] {
  return poses.map(({ translation }) => {
    const plane = { axis, at: at - translation[axis] };
    const [seen, whole] = [left, before].map((solid) => sectionOf(kernel, solid, plane, orientation));
    return { left: seen, removed: kernel.flatDifference(whole.cutFace, seen.cutFace) };
  });
}
