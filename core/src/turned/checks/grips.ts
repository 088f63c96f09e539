import { findingOf, type Finding, type Told } from '../../findings';
import { strokeOf } from '../changes';
import type { PlannedTurned } from '../types';

/** Lengths are equal within this, mm. */
const SAME_MM = 1e-6;

/** The part can be re-gripped within the stroke at all. */
export function gripsFound({ grips, turned, machine }: PlannedTurned, told: Told): Finding[] {
  if (!grips?.problem || turned.changes !== null || !machine) return [];
  const { between, why } = grips.problem;
  const { speech } = told;
  return [
    findingOf(told, 'turn/no-plan-of-grips')('stop', {
      says: `No change of grip is allowed from ${speech.size(between[0])} to ${speech.sizeWithUnit(between[1])} of the bar${why ? `: ${why}` : ''}. The stroke is ${speech.sizeWithUnit(strokeOf({ machine }))}.`,
      numbers: { from: between[0], to: between[1] },
      because: 'Every section is turned within one stroke and ends where a witness line may be.',
      remedy: 'Let a witness line in somewhere there, or grip less of the front.',
    }),
  ];
}

/** Every section fits into what is left of the stroke, and the spindle gets back as far as it is told to. */
export function insideStroke(planned: PlannedTurned, told: Told): Finding[] {
  const { machine, steps } = planned;
  if (!machine) return [];
  const { speech } = told;
  const { min, max } = machine.travel.z;
  const out = steps.find((s) => s.main.to < min - SAME_MM || s.main.to > max + SAME_MM);
  if (!out) return secondInside(planned, told);
  const beyond = out.main.to < min ? min - out.main.to : out.main.to - max;
  return [
    findingOf(told, 'turn/beyond-stroke')('stop', {
      says: `Step ${out.id}, ${out.says}: the main spindle would go ${speech.sizeWithUnit(beyond)} beyond its travel, to ${speech.signed(out.main.to)} of ${speech.signed(min)} to ${speech.signed(max)}.`,
      numbers: { to: out.main.to, beyond },
      because: `Its stroke is ${speech.sizeWithUnit(max - min)}, and every section has to lie within it.`,
      remedy: 'Plan the grips anew, or begin elsewhere.',
    }),
  ];
}

/** The second spindle goes along with the bar while it carries it: that has to be in its travel too. */
function secondInside({ lathe, steps }: PlannedTurned, told: Told): Finding[] {
  const second = lathe?.second;
  // where it grips is looked at by itself
  const out = steps.find(
    (s) =>
      s.act === 'turnTo' &&
      second &&
      s.second &&
      (s.second.to < second.min - SAME_MM || s.second.to > second.max + SAME_MM),
  );
  if (!out || !second) return [];
  const { speech } = told;
  return [
    findingOf(told, 'turn/beyond-stroke')('stop', {
      says: `Step ${out.id}, ${out.says}: the second spindle goes along to ${speech.signed(out.second!.to)}; its travel is ${speech.signed(second.min)} to ${speech.signed(second.max)}.`,
      numbers: { to: out.second!.to },
      because: 'It carries the front of the bar while the section is turned.',
      remedy: 'Grip more of the front, or turn shorter sections.',
    }),
  ];
}

/** A change leaves a witness line: none where the planner keeps clear, none before the front can be held. */
export function changesAllowed({ changes, turned, bar, lathe }: PlannedTurned, told: Told): Finding[] {
  const { speech } = told;
  const say = findingOf(told, 'turn/change-kept-clear');
  return changes.flatMap((c): Finding[] => {
    const zone = turned.keptClear.find((z) => c.at > z.from + SAME_MM && c.at < z.to - SAME_MM);
    const numbers = { at: c.at };
    if (zone)
      return [
        say('stop', {
          says: `The change at ${speech.sizeWithUnit(c.at)} leaves a witness line on ${zone.why || 'what is kept clear'}, ${speech.size(zone.from)} to ${speech.sizeWithUnit(zone.to)}.`,
          numbers,
          because: 'Two sections never meet without a trace.',
          remedy: `Put it at ${speech.size(zone.from)} or ${speech.size(zone.to)}.`,
        }),
      ];
    if (c.at > bar.length + bar.back + SAME_MM)
      return [
        say('stop', {
          says: `The change at ${speech.sizeWithUnit(c.at)} lies behind the part.`,
          numbers,
          because: 'There is nothing left to turn.',
          remedy: 'Take it out, or put it on the part.',
        }),
      ];
    const front = turned.grip + (lathe?.second?.room ?? 0);
    if (lathe?.second && c.at < front - SAME_MM)
      return [
        say('stop', {
          says: `The change at ${speech.sizeWithUnit(c.at)} comes before the second spindle can hold the front: that takes ${speech.sizeWithUnit(front)}.`,
          numbers,
          because: `It grips ${speech.sizeWithUnit(turned.grip)} and stays ${speech.sizeWithUnit(lathe.second.room)} off the tools.`,
          remedy: `Put it at ${speech.size(front)} or farther.`,
        }),
      ];
    return [];
  });
}

/** Something holds the bar while the main spindle is open. */
export function heldWhileOpen({ changes, lathe, machine }: PlannedTurned, told: Told): Finding[] {
  if (!lathe || lathe.second || changes.length === 0) return [];
  return [
    findingOf(told, 'turn/not-held')('stop', {
      says: `Nothing holds the bar while the main spindle is open: ${machine!.name} has no second spindle.`,
      numbers: {},
      because: 'The bar turns and moves as it likes, and everything after is cut somewhere else.',
      remedy: 'Use a machine with a second spindle, or a part that fits into one stroke.',
    }),
  ];
}
