import { checkByHand, checkInWords, placeInWords } from '../byHand';
import type { PlannedSetup } from '../plan';
import { unitName } from '../units';
import { number, step, type Making } from './steps';
import type { Ask, RunStep } from './types';

const reading = (id: string, label: string): Ask => number({ id, label, axis: null, target: null, off: null });

/** What is checked by hand once the part is held. */
export function handCheckSteps({ speech }: Making, s: PlannedSetup): RunStep[] {
  const unit = unitName(speech.units);
  return s.setup.handChecks.map((entry): RunStep => {
    const check = checkByHand(entry, s);
    const what = entry.what.trim() || 'the part';
    const asks =
      check.kind === 'indicate'
        ? [
            reading('first', `First reading, ${unit}`),
            reading(
              'second',
              `Second reading, ${speech.size(check.apart)} further along plus ${check.along.toUpperCase()}, ${unit}`,
            ),
          ]
        : check.places.map((place, i) => reading(`place-${i + 1}`, `${placeInWords(place, speech)}, ${unit}`));
    const how =
      check.kind === 'indicate'
        ? [
            `Set the indicator against ${what}, read it, move plus ${check.along.toUpperCase()} without taking it off, read it again.`,
          ]
        : [
            `Set the indicator on ${what}, set it to nothing at the first place, and read it at each: more where it is higher.`,
          ];
    return {
      ...step('handCheck', s, `Op ${s.op}: ${check.kind === 'indicate' ? 'indicate' : 'sweep'} ${what}`, {
        says: [checkInWords(entry, s, speech), ...how, 'An indicator reads more where its tip is pushed in further.'],
        check,
        asks,
      }),
      id: `${s.id}/handCheck/${entry.id}`,
    };
  });
}
