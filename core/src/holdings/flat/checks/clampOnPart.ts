import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import { capital } from '../../../units';

/** A strap, screw or weight must stand on material that is solid down to what carries it. */
export function clampOnPart(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    switch (t.kind) {
      case 'clamp-not-chosen':
        return [
          finding(told, 'hold/clamp-missing', 'stop', {
            says: `No clamp is chosen in ${t.name} of the clamps, or it is not in the shop.`,
            numbers: {},
            because: 'What is not known cannot hold.',
            remedy: 'Choose one, or take the line out.',
          }),
        ];
      case 'clamp-on-nothing':
        return [
          finding(told, 'hold/clamp-beside-part', 'stop', {
            says: `${capital(t.name)} stands beside the part: there is no material under it.`,
            numbers: {},
            because: 'It presses on nothing.',
            remedy: 'Move it onto the part.',
          }),
        ];
      case 'strap-over-hollow':
        return [
          finding(told, 'hold/clamp-over-hollow', 'stop', {
            says: `${capital(t.name)} presses over a hollow: ${told.speech.sizeWithUnit(t.emptyMm)} of the column under it are empty.`,
            numbers: { emptyMm: t.emptyMm },
            because: 'The part bends under the clamp and springs back when it is taken off.',
            remedy: 'Move it to where the part is solid down to its rest, or support it there.',
          }),
        ];
      case 'strap-too-short':
        return [
          finding(told, 'hold/strap-too-short', 'stop', {
            says: `${capital(t.name)} is ${told.speech.sizeWithUnit(t.lengthMm)} long; from the part to the heel it needs ${told.speech.sizeWithUnit(t.needMm)}.`,
            numbers: { lengthMm: t.lengthMm, needMm: t.needMm },
            because: 'It would not reach part and step block at once.',
            remedy: 'Bring the heel nearer to the bolt, the bolt nearer to the part, or take a longer strap.',
          }),
        ];
      default:
        return [];
    }
  });
}
