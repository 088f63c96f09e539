import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

/** Farther out than this many diameters a bar needs support (common practice, no source). */
export const DIAMETERS_OUT = 4;

/** How far the bar gives under the tool, against what its diameter may be off. */
export function barBends(planned: PlannedTurned, told: Told): Finding[] {
  const { sections, turned, bar, lathe } = planned;
  const { speech } = told;
  const say = findingOf(told, 'turn/bar-bends');
  if (sections.length === 0 || bar.diameter === null || !lathe) return [];
  const out = lathe.bushing === null ? 'from the collet' : 'from the bushing';
  const long = sections.filter((s) => s.toSupport === null && s.overhang > DIAMETERS_OUT * bar.diameter!);
  const cautions = long.map((s) =>
    say('caution', {
      says: `The bar sticks out ${speech.sizeWithUnit(s.overhang)} ${out} to the tool, ${(s.overhang / bar.diameter!).toFixed(1)} times its diameter, and nothing carries it.`,
      numbers: { overhang: s.overhang },
      because: 'More than three to four diameters need support (common practice, no source).',
      remedy: 'Begin farther forward, use a bushing, or turn shorter sections.',
    }),
  );
  const known = sections.filter((s) => s.gives !== null);
  if (known.length === 0 || turned.within === null) return [...cautions, ...notKnown(planned, known.length > 0, told)];
  const worst = known.reduce((a, b) => (b.gives! > a.gives! ? b : a));
  const thicker = 2 * worst.gives!;
  if (thicker <= turned.within + 1e-9) return cautions;
  return [
    ...cautions,
    say('stop', {
      says: `From ${speech.signed(-worst.from)} to ${speech.signed(-worst.to)} the bar gives ${speech.sizeWithUnit(worst.gives!)} under the tool: the diameter comes out up to ${speech.sizeWithUnit(thicker)} larger, ±${speech.size(turned.within)} are allowed.`,
      numbers: { gives: worst.gives!, thicker, within: turned.within },
      because: `${speech.sizeWithUnit(worst.overhang)} ${out} to the tool${worst.toSupport === null ? ', nothing carries its front' : `, carried ${speech.sizeWithUnit(worst.toSupport)} farther on`}.`,
      remedy: 'Cut less deep, begin farther forward, or turn shorter sections.',
    }),
  ];
}

/** How far it gives is not known, and why. @param isKnown only what its diameters may be off is missing */
export function notKnown({ turned }: PlannedTurned, isKnown: boolean, told: Told): Finding[] {
  const missing = [
    ...(turned.depth === null ? ['depth of cut'] : []),
    ...(turned.feed === null ? ['feed'] : []),
    ...(turned.within === null ? ['± on diameters'] : []),
    ...(turned.depth !== null && turned.feed !== null && !isKnown ? ['material'] : []),
  ];
  return [
    findingOf(told, 'turn/bend-not-known')('caution', {
      says: `How far the part gives under the tool is not known: ${missing.join(', ')} missing.`,
      numbers: {},
      because: 'What bends away comes out thicker.',
      remedy: `Enter what is missing; until then measure the first part ${turned.ends ? 'along its whole length' : 'at every change'}.`,
    }),
  ];
}
