import { checkByHand, checkInWords, placeInWords } from '../byHand';
import { betweenCenters, GRIPPED_AT } from '../holdings';
import { isHoldIn } from '../job';
import { staysFrom, type PlannedSetup } from '../plan';
import { unitName } from '../units';
import { number, step, yes, type Making } from './steps';
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

/** Both centers at one height, before a part goes between them: what they differ by tilts the part. */
export function centerSteps({ speech }: Making, s: PlannedSetup): RunStep[] {
  const { device, setup } = s;
  const axis = device && setup.hold && betweenCenters(device, setup.hold);
  if (s.indexed || axis === null) return [];
  const unit = unitName(speech.units);
  const height = (id: string, where: string): Ask =>
    number({
      ...{ id, label: `Axis above the base at the ${where}, ${unit}`, axis: null },
      ...{ target: axis, off: setup.touchOff.limit },
    });
  return [
    {
      ...step('handCheck', s, `Op ${s.op}: are both centers at one height?`, {
        says: [
          'Take a straight bar between chuck and tailstock, and touch its top at both ends: less half of its diameter it is the height of the axis.',
          'Indicate its side along X as well: it must not run aside towards the tailstock.',
        ],
        asks: [height('chuck', 'chuck'), height('tailstock', 'tailstock'), yes('aside', 'It does not run aside')],
        ifOff:
          'The tailstock or the axis stands too high or too low: shim it, or holes of one side run off those of the other.',
      }),
      id: `${s.id}/centers`,
    },
  ];
}

/**
 * Whether the axis is where its station says, before the first of several sides that are only turned: what it is off
 * shows twice between sides half round from each other.
 */
export function axisSteps({ planned, speech }: Making, s: PlannedSetup): RunStep[] {
  const at = s.station?.position;
  if (s.indexed || !at || s.facts?.touched || !staysFrom(planned.setups, s) || !planned.machine?.homing.homes)
    return [];
  const unit = unitName(speech.units);
  const { hold } = s.setup;
  const supports = isHoldIn('round', hold) && hold.supports.length > 0 && !hold.roundCarrier;
  return [
    {
      ...step('handCheck', s, `Op ${s.op}: is the axis where it was measured?`, {
        says: [
          `Touch the front side of the part from the front and read machine Y. ${supports ? 'Supports down, then turn' : 'Turn'} the axis half round and touch the same side, now at the rear, with the same tool from the rear.`,
          `The mean of the two is the axis, measured at Y ${speech.signed(at.y)}. What it is off shows twice between sides half round from each other.`,
        ],
        check: { kind: 'axis', at: at.y, limit: s.setup.touchOff.limit },
        asks: [
          reading('first', `Machine Y at ${GRIPPED_AT}, from the front, ${unit}`),
          reading('halfRound', `Machine Y half round, the same side from the rear, ${unit}`),
          yes('back', `The axis is back at ${GRIPPED_AT} and locked${supports ? ', the supports are set again' : ''}`),
        ],
      }),
      id: `${s.id}/axis`,
    },
  ];
}
