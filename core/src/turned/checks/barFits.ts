import { findingOf, type Finding, type Told } from '../../findings';
import { cylinderBetween } from '../profile';
import type { SecondSpindle } from '../../shop';
import type { Speech } from '../../units';
import type { PlannedTurned, SecondGrip } from '../types';

/** The bar goes through the main spindle, and what carries it behind is long enough. */
export function barFits({ lathe, bar, turned, machine }: PlannedTurned, told: Told): Finding[] {
  if (!lathe || !machine) return [];
  const { speech } = told;
  const found: Finding[] = [];
  if (bar.diameter !== null && bar.diameter > lathe.bore + 1e-6)
    found.push(
      findingOf(told, 'turn/bar-too-thick')('stop', {
        says: `A bar of ⌀${speech.size(bar.diameter)} does not go through the main spindle: its bore is ⌀${speech.size(lathe.bore)}.`,
        numbers: { bar: bar.diameter, bore: lathe.bore },
        because: 'The bar comes through the spindle from behind.',
        remedy: 'Take a thinner bar or another machine.',
      }),
    );
  if (turned.barLength !== null && lathe.tube !== null && turned.barLength > lathe.tube + 1e-6)
    found.push(
      findingOf(told, 'turn/bar-too-long')('stop', {
        says: `Bars of ${speech.sizeWithUnit(turned.barLength)} stick out behind ${machine.name}: it carries ${speech.sizeWithUnit(lathe.tube)}.`,
        numbers: { bar: turned.barLength, tube: lathe.tube },
        because: 'A bar that turns free behind the spindle bends and strikes.',
        remedy: `Saw the bars to ${speech.sizeWithUnit(lathe.tube)}, or put the longer tube in.`,
      }),
    );
  if (turned.barLength !== null && lathe.tube === null)
    found.push(
      findingOf(told, 'turn/tube-not-known')('caution', {
        says: `How long a bar ${machine.name} carries behind the spindle is not known.`,
        numbers: { bar: turned.barLength },
        because: 'A bar that turns free behind the spindle bends and strikes.',
        remedy: 'Page Shop: enter the longest bar it carries. Until then measure the tube before a bar goes in.',
      }),
    );
  return found;
}

/** What the second spindle grips is round, goes into it, and lies within its travel. */
export function secondGrips(planned: PlannedTurned, told: Told): Finding[] {
  const { lathe, profile, secondGrips: grips, changes } = planned;
  const second = lathe?.second ?? null;
  if (!second || !profile) return [];
  const { speech } = told;
  const say = findingOf(told, 'turn/second-cannot-grip');
  const used = grips.filter((g) => g.when === 'cut-off' || changes.length > 0);
  const diameters = new Set(used.flatMap((g) => (g.diameter === null ? [] : [speech.size(g.diameter)])));
  return [
    ...used.flatMap((g): Finding[] => {
      const words = gripFails(g, second, speech);
      return words ? [say('stop', { ...words, numbers: { from: g.from, to: g.to, at: g.at } })] : [];
    }),
    ...(diameters.size > 1
      ? [
          findingOf(told, 'turn/two-collets')('stop', {
            says: `The second spindle grips ⌀${[...diameters].join(' and ⌀')}: one collet holds one of them.`,
            numbers: {},
            because: 'A collet that is closed past its size marks the part, one that is too small does not go over it.',
            remedy: 'Put the first grip or the change where the part has the diameter of the other.',
          }),
        ]
      : []),
  ];
}

/** Why it cannot hold the part there; null: it can. */
function gripFails(
  g: SecondGrip,
  second: SecondSpindle,
  speech: Speech,
): Pick<Finding, 'says' | 'because' | 'remedy'> | null {
  const isLast = g.when === 'cut-off';
  const when = isLast ? 'before the cut-off' : 'at the first change';
  if (g.to - g.from < second.collet - 1e-6)
    return {
      says: `The second spindle holds only ${speech.sizeWithUnit(g.to - g.from)} of the part ${when}; its collet needs ${speech.sizeWithUnit(second.collet)}.`,
      because: 'What is gripped too short tilts and slips.',
      remedy: isLast ? 'Hold it another way at the cut-off.' : 'Grip more of the front.',
    };
  if (g.diameter === null)
    return {
      says: `The part has no single diameter where the second spindle grips it ${when}, from ${speech.size(g.from)} to ${speech.sizeWithUnit(g.to)} behind the front face.`,
      because: 'A collet holds on one diameter; on a shoulder, a groove or a cone it marks and slips.',
      remedy: isLast
        ? 'Accept it in writing with how it is held, or leave stock there for the back work.'
        : 'Change the length it grips.',
    };
  if (g.diameter > second.bore + 1e-6)
    return {
      says: `⌀${speech.size(g.diameter)} does not go into the second spindle: ⌀${speech.size(second.bore)} does.`,
      because: 'It has to close around the part.',
      remedy: 'Another collet, or another machine.',
    };
  if (g.at < second.min - 1e-6 || g.at > second.max + 1e-6)
    return {
      says: `The second spindle would stand at ${speech.signed(g.at)} ${when}: its travel is ${speech.signed(second.min)} to ${speech.signed(second.max)}.`,
      because: 'It does not get there.',
      remedy: 'Grip another length of the front, or put the first change elsewhere.',
    };
  return null;
}

/** A long free end of the part hangs out of the second spindle when it is cut off. */
export function gripsNextToCutOff({ lathe, bar, profile, secondGrips: grips }: PlannedTurned, told: Told): Finding[] {
  const second = lathe?.second ?? null;
  const last = grips.find((g) => g.when === 'cut-off');
  if (!second || !last || !profile) return [];
  const free = bar.length + bar.back - last.to;
  const thick = cylinderBetween(profile, last.from, last.to) ?? bar.diameter ?? 0;
  if (free <= Math.max(second.room, 2 * thick) + 1e-6) return [];
  return [
    findingOf(told, 'turn/cut-off-next-to-nothing')('caution', {
      says: `${told.speech.sizeWithUnit(free)} of the part stay free between second spindle and cut-off: only ${told.speech.sizeWithUnit(last.to)} go in.`,
      numbers: { free, goesIn: last.to },
      because: 'A long free end whips when it comes off (common practice, no source).',
      remedy: 'Slow the spindle for the cut-off, or use a second spindle the part goes farther into.',
    }),
  ];
}
