import type { HoldInput } from '../../hold/input';
import { relievedOutline, signedArea, type PocketChoices, type Relieved } from '../../hold/rings';

/**
 * The pocket in soft jaws: what is left at the middle of the grip, grown by the fit, its corners relieved. Device X
 * and Y.
 */
export function pocketOutline(
  { kernel, sectionOf }: Pick<HoldInput, 'kernel' | 'sectionOf'>,
  height: number,
  choices: PocketChoices,
): Relieved {
  const outline = sectionOf('loaded', height);
  // the jaws close round the outside: holes of the part are not cut into them
  return relievedOutline(
    kernel,
    kernel.flatUnion(outline.filter((ring) => signedArea(ring) > 0).map((ring) => [ring])),
    choices,
  );
}
