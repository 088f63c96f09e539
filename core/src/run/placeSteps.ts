import { placedIn, placingOf } from '../control';
import { AXES } from '../frames';
import type { PlannedSetup } from '../plan';
import type { Speech } from '../units';
import { step, yes, type Making } from './steps';
import type { RunStep } from './types';

/** Where one thing is set, from the device's left front corner. */
export const placedInWords = (
  p: { readonly name: string; readonly x: number; readonly y: number; readonly across: number | null },
  { signed, size }: Speech,
): string =>
  `${p.name}: X ${signed(p.x)} Y ${signed(p.y)} of the device${p.across === null ? ', its middle' : `, diameter ${size(p.across)}`}`;

/** Pins and pods are set before the part comes, where a pointer in the spindle shows it. */
export function placeSteps({ job, planned, speech, letter }: Making, s: PlannedSetup): RunStep[] {
  const places = placedIn(s);
  if (places.length === 0) return [];
  const placing = placingOf(job, planned, s.id, `ISSUE ${letter}`);
  const lines = placing && 'text' in placing ? placing.text : null;
  const { register } = s.facts!;
  const keyed = AXES.filter((a) => register[a] !== null)
    .map((a) => `${a.toUpperCase()} ${speech.signed(register[a])}`)
    .join(' ');
  return [
    step('place', s, `Op ${s.op}: set pins and pods`, {
      says: [
        'Before the part comes, in this order:',
        ...places.map((p) => `${placedInWords(p, speech)}.`),
        lines
          ? 'The lines go over each of them and stop there: set it under the tip, and start again. They never move sideways below the safe height.'
          : placing && 'why' in placing
            ? `No lines show where: ${placing.why}`
            : 'No lines show where: the station is not known.',
      ],
      lines,
      asks: [
        ...(lines ? [yes('keyed', `${s.register} holds ${keyed}, and nothing lies on the device`)] : []),
        yes('placed', 'All of them are set and tight'),
      ],
    }),
  ];
}
