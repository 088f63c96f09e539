import type { Kernel, Outlines } from '../../solid';
import type { HoldInput } from '../../hold/input';
import { relievedOutline, signedArea, type PocketChoices } from '../../hold/rings';

/** Whether a round cutter goes into an outline grown by the fit at all. */
export function cutterGoesIn(kernel: Kernel, outline: Outlines, { fit, cutter }: PocketChoices): boolean {
  return kernel.offset(kernel.offset(outline, fit), -cutter / 2).length > 0;
}

/** The pocket in soft jaws: what is left at the middle of the grip, grown by the fit, its corners relieved. Device X and Y. */
export function pocketOutline({ kernel, sectionOf }: Pick<HoldInput, 'kernel' | 'sectionOf'>, height: number, choices: PocketChoices): Outlines {
  const outline = sectionOf('loaded', height);
  // the jaws close round the outside: holes of the part are not cut into them
  return relievedOutline(kernel, kernel.flatUnion(outline.filter((ring) => signedArea(ring) > 0).map((ring) => [ring])), choices);
}
