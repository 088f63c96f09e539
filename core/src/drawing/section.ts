import { signOf } from '../frames';
import { viewLines, type Kernel, type Outlines, type Solid, type ViewLines } from '../solid';
import { VIEWS } from '../scene';
import { SECTION_VIEW, type SectionPlane } from './partScene';

/** A solid cut open, as the view that looks at the cut shows it. */
export interface SectionSeen {
  readonly lines: ViewLines;
  readonly silhouette: Outlines;
  /** what the plane goes through: hatched */
  readonly cutFace: Outlines;
}

/** What of a solid stays when it is cut open: the far side of the plane, as the view sees it that looks at the cut. */
export function keptBySection(kernel: Kernel, solid: Solid, { axis, at }: SectionPlane): Solid {
  const { removes } = SECTION_VIEW[axis];
  return kernel.below(solid, removes, signOf(removes) * at);
}

/** Cuts a solid, part as modelled, by a plane square to an axis and looks at what is left. */
export function sectionOf(kernel: Kernel, solid: Solid, plane: SectionPlane): SectionSeen {
  const { view, removes } = SECTION_VIEW[plane.axis];
  const rotation = { rows: VIEWS[view].rows };
  const rest = keptBySection(kernel, solid, plane);
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
