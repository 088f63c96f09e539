import { findingOf, type Finding, type Told } from '../../findings';
import { alongInWords, metNames, notSaid, plusMinus, type Met } from '../words';

/** Two features that are asked to meet within a tolerance: whether their setups let them. */
export function meetsWithin(met: Met & { readonly within: number | null }, told: Told): Finding[] {
  const { within, meeting } = met;
  if (within === null) return [];
  const { speech } = told;
  const say = findingOf(told, 'locate/meets-not-known');
  const asked = plusMinus(within, speech);
  const [miss] = meeting.misses;
  if (meeting.problem || miss.worst === null || miss.likely === null)
    return [
      say('caution', {
        says: `Whether the ${met.names[0]} and the ${met.names[1]} meet within ${asked} is not known: ${meeting.problem ?? notSaid(miss)}`,
        numbers: { withinMm: within },
        because: 'What cannot be computed is not good.',
        remedy: 'Say in the section Locate how exactly the part lies, or ask for two features that are there.',
      }),
    ];
  if (miss.worst <= within + 1e-9) return [];
  const [most] = miss.shares;
  const numbers = { worstMm: miss.worst, likelyMm: miss.likely, withinMm: within };
  const because = `Most of it, ${plusMinus(most.mm, speech)}: ${most.name}.`;
  const where = alongInWords(miss.along);
  if (miss.likely > within + 1e-9)
    return [
      findingOf(told, 'locate/do-not-meet')('stop', {
        says: `${metNames(met)} miss each other by up to ${plusMinus(miss.worst, speech)} ${where}, ${plusMinus(miss.likely, speech)} as root of the sum of squares; ${asked} is asked.`,
        numbers,
        because,
        remedy: 'Locate both setups by the same face, or touch off every part on what the other setup has cut.',
      }),
    ];
  return [
    findingOf(told, 'locate/may-not-meet')('caution', {
      says: `${metNames(met)} may miss each other by ${plusMinus(miss.worst, speech)} ${where} at worst; ${asked} is asked. Root of the sum of squares: ${plusMinus(miss.likely, speech)}.`,
      numbers,
      because,
      remedy: 'Measure the first parts, or take the largest share away.',
    }),
  ];
}
