import { findingOf, type Finding, type Told } from '../../findings';
import { hasBoredJaws } from '../../holdings';
import type { RoundDevice } from '../../shop';
import type { PlannedEnd, PlannedTurned } from '../types';

/** The tool stays this far off the jaws (common practice, no source). */
export const CLEAR_MM = 1;

/** Both sides together turn the whole part, and no tool runs into the jaws. */
export function endsMeet({ ends, bar }: PlannedTurned, told: Told): Finding[] {
  if (!ends?.chuck) return [];
  const { speech } = told;
  const { first, second } = ends;
  // the jaws of the first side begin there, counted from the finished front face
  const jaws = bar.length + bar.back - first.inside;
  return [
    ...(first.to > jaws - CLEAR_MM + 1e-9
      ? [
          findingOf(told, 'turn/tool-meets-jaws')('stop', {
            says: `The first side is turned to ${speech.sizeWithUnit(first.to)}; the jaws begin at ${speech.sizeWithUnit(jaws)}.`,
            numbers: { to: first.to, jaws },
            because: `The tool needs ${speech.sizeWithUnit(CLEAR_MM)} before the jaws.`,
            remedy: `Turn to ${speech.size(Math.max(0, jaws - CLEAR_MM))} at most, or grip less.`,
          }),
        ]
      : []),
    ...(second.inside > first.to - CLEAR_MM + 1e-9
      ? [
          findingOf(told, 'turn/left-between')('stop', {
            says: `From ${speech.size(first.to)} to ${speech.sizeWithUnit(second.inside + CLEAR_MM)} nothing turns the part: the second side grips it there.`,
            numbers: { from: first.to, to: second.inside + CLEAR_MM },
            because: 'The first side ends before it, and in the second one the jaws are over it.',
            remedy: 'Turn farther on the first side, or grip less on the second.',
          }),
        ]
      : []),
  ];
}

/** What the jaws hold: round there, of a size they take, not marked, and firmly enough at speed. */
export function endsGripped({ ends }: PlannedTurned, told: Told): Finding[] {
  if (!ends) return [];
  if (!ends.chuck)
    return [
      findingOf(told, 'turn/no-chuck')('stop', {
        says: 'No chuck is chosen.',
        numbers: {},
        because: 'What it takes, how hard it grips and where its face stands follow from it.',
        remedy: 'Choose a chuck or collet of the shop.',
      }),
    ];
  return [ends.first, ends.second].flatMap((e) => [...sideFits(ends.chuck!, e, told), ...sideHeld(e, told)]);
}

function sideFits(chuck: RoundDevice, e: PlannedEnd, told: Told): Finding[] {
  const { speech } = told;
  if (e.grip <= 0)
    return [
      findingOf(told, 'turn/jaws-hold-nothing')('stop', {
        says: `On the ${e.side} side the part's end rests ${speech.sizeWithUnit(e.rest)} out of the chuck's face, and its jaws reach out ${speech.sizeWithUnit(chuck.gripLength)}.`,
        numbers: { rest: e.rest },
        because: 'Nothing of it lies in the jaws.',
        remedy: `Set the ${e.against} farther in.`,
      }),
    ];
  if (e.gripDiameter === null)
    return [
      findingOf(told, 'turn/no-single-diameter')('stop', {
        says: `On the ${e.side} side the part has no single diameter over the ${speech.sizeWithUnit(e.grip)} in the jaws.`,
        numbers: { grip: e.grip },
        because: 'Jaws hold on one diameter; on a shoulder, a groove or a cone they mark, and the part tilts.',
        remedy: 'Grip less, or turn the other side first.',
      }),
    ];
  const { minDiameter: min, maxDiameter: max } = chuck;
  if (e.gripDiameter < min - 1e-6 || e.gripDiameter > max + 1e-6)
    return [
      findingOf(told, 'turn/chuck-size')('stop', {
        says: `${chuck.name} takes ⌀${speech.size(min)} to ⌀${speech.size(max)}; on the ${e.side} side it is to grip ⌀${speech.size(e.gripDiameter)}.`,
        numbers: { diameter: e.gripDiameter },
        because: 'Its jaws do not close on that.',
        remedy: 'Other jaws, or another chuck.',
      }),
    ];
  if (!e.isFinished || hasBoredJaws(chuck)) return [];
  return [
    findingOf(told, 'turn/marks-finished')('caution', {
      says: `Hard jaws grip the finished ⌀${speech.size(e.gripDiameter)} on the ${e.side} side.`,
      numbers: { diameter: e.gripDiameter },
      because: 'They leave marks, and the part runs out by what they run out.',
      remedy: 'Soft jaws bored to that diameter, or a collet; else thin brass under the jaws.',
    }),
  ];
}

function sideHeld(e: PlannedEnd, told: Told): Finding[] {
  const nm = told.speech.torque;
  const { carriesNm, asksNm } = e;
  if (carriesNm === null || asksNm === null)
    return [
      findingOf(told, 'turn/grip-not-known')('caution', {
        says: `Whether the jaws hold the ${e.side} side against the cut is not known: ${carriesNm === null ? 'speed' : 'depth of cut, feed or material'} missing.`,
        numbers: {},
        because: 'What the jaws carry falls with the speed (VDI 3106).',
        remedy: 'Enter what is missing; until then begin with a light cut.',
      }),
    ];
  const times = carriesNm / asksNm;
  if (times >= 2) return [];
  return [
    findingOf(told, 'turn/chuck-slips')(times < 1 ? 'stop' : 'caution', {
      says: `On the ${e.side} side the jaws carry ${nm(carriesNm)} at speed, the cut asks ${nm(asksNm)}: ${times.toFixed(1)} times.`,
      numbers: { carriesNm, asksNm },
      because: 'Less than twice is no margin for a worn insert and an oily bar (common practice, no source).',
      remedy: 'Lower the speed, cut less deep, or grip harder.',
    }),
  ];
}

/** Jaws on a thin wall press it out of round; what gives back when they open is cut away from it. */
export function wallSqueezed({ ends, turned, material }: PlannedTurned, told: Told): Finding[] {
  const squeezed = ends?.second.squeezed;
  if (!ends || !squeezed || !material) return [];
  const { speech } = told;
  const { wall, stressMPa, deflectionMm } = squeezed;
  const yields = stressMPa > material.yieldMPa;
  const isOff = turned.within !== null && 2 * deflectionMm > turned.within;
  if (!yields && !isOff) return [];
  return [
    findingOf(told, 'turn/tube-squeezed')('stop', {
      says: `On the second side the jaws press a wall of ${speech.sizeWithUnit(wall)}: ${Math.round(stressMPa)} MPa of ${Math.round(material.yieldMPa)} MPa at which it yields, and in by ${speech.sizeWithUnit(deflectionMm)} under each jaw.`,
      numbers: { wall, stressMPa, deflectionMm },
      because: 'A ring between jaws (thin-ring formulas of any mechanics handbook); it springs back when they open.',
      remedy: 'Less gripping force, soft jaws bored to size, or a plug in the bore.',
    }),
  ];
}
