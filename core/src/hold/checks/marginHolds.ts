import { finding, type Finding, type Told } from '../../findings';
import type { Vec3 } from '../../frames';
import type { MarginFacts } from '..';

/** Which way a push goes, for a person at the machine. */
export function pushInWords(v: Vec3): string {
  const flat = Math.hypot(v.x, v.y);
  const sides = [
    Math.abs(v.x) > 0.38 * flat ? (v.x > 0 ? 'right' : 'left') : '',
    Math.abs(v.y) > 0.38 * flat ? (v.y > 0 ? 'rear' : 'front') : '',
  ].filter(Boolean);
  const along = flat < 1e-6 ? '' : `to the ${sides.reverse().join(' ')}`;
  return [along, v.z > 1e-6 ? 'up' : v.z < -1e-6 ? 'down' : ''].filter(Boolean).join(' and ');
}

/** The hold must bear every tool's cut, also where it bears least. */
export function marginHolds(margin: MarginFacts, told: Told): Finding[] {
  const { speech } = told;
  const weak = margin.margins.filter((m) => m.low < 1);
  return [
    ...weak.map((m) =>
      finding(told, m.times < 1 ? 'hold/hold-too-weak' : 'hold/hold-margin-small', 'stop', {
        says: `T${m.tool}${m.description ? ` ${m.description}` : ''}: the hold bears ${m.times.toFixed(2)} times its cut (${m.low.toFixed(2)} to ${m.high.toFixed(2)}), worst when it pushes ${pushInWords(m.towards)} with ${speech.force(Math.hypot(m.towards.x, m.towards.y, m.towards.z))} at X ${speech.signed(m.at.x)} Y ${speech.signed(m.at.y)} Z ${speech.signed(m.at.z)}.`,
        numbers: { times: m.times, low: m.low, high: m.high, sidewaysN: m.demand.sidewaysN, liftN: m.demand.liftN },
        because: 'The part slips, lifts or tips: friction, bond and forces are only known within a quarter.',
        remedy:
          'Hold harder or nearer to that place, add a stop on the side it is pushed to, or cut less deep, less wide or with less feed.',
      }),
    ),
    ...missing(margin, told),
  ];
}

function missing(margin: MarginFacts, told: Told): Finding[] {
  if (margin.materialMissing) {
    return [
      finding(told, 'hold/hold-not-proven', 'caution', {
        says: "Whether the hold bears the cuts is not proven: the material is not in the shop's list of materials.",
        numbers: {},
        because: "The cutting force comes from the material's specific cutting force.",
        remedy: "Name the material on the page Part & blank as the shop's list does, or add it there.",
      }),
    ];
  }
  if (margin.noTools) {
    return [
      finding(told, 'hold/hold-not-proven', 'caution', {
        says: 'Whether the hold bears the cuts is not proven: no tools are listed.',
        numbers: {},
        because: 'The cutting force comes from tool, feed and size of cut.',
        remedy: 'List the tools with their cuts in the section Tools & program.',
      }),
    ];
  }
  if (margin.unknown.length === 0) return [];
  return [
    finding(told, 'hold/hold-not-proven', 'caution', {
      says: `Whether the hold bears the cuts of ${margin.unknown.map((u) => `T${u.tool} (${u.missing.join(', ')} not given)`).join(', ')} is not proven.`,
      numbers: { tools: margin.unknown.length },
      because: 'The cutting force comes from tool, feed and size of cut.',
      remedy: 'Enter them in the section Tools & program.',
    }),
  ];
}
