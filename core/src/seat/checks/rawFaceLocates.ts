import { PART_SIDE } from '../../part';
import { findingOf, type Finding, type Told } from '../../findings';
import type { Contact, SeatFacts } from '..';

/** A raw side of the blank against jaw, parallels or stop decides where everything lies. */
export function rawFaceLocates(seat: SeatFacts, told: Told): Finding[] {
  const { x, y } = seat.locators;
  const contacts: [Contact, string][] = [
    [seat.rest, 'at the rest'],
    [seat.y, `at the ${y.name}`],
    [seat.x, `at the ${x.name.replace(/^(left|right) (?=stop$)/, '')}`],
  ];
  const on = (state: Contact['surface']) =>
    contacts
      .filter(([c]) => c.touches && !c.what && c.surface === state)
      .map(([c, where]) => `${PART_SIDE[c.side]} ${where}`);
  const [raw, sawn] = [on('raw'), on('sawn')];
  const say = findingOf(told, 'seat/located-by-raw-face');
  if (raw.length > 0) {
    return [
      say('caution', {
        says: `Located by raw ${raw.length === 1 ? 'side' : 'sides'}: ${raw.join(', ')}${sawn.length > 0 ? `; by sawn: ${sawn.join(', ')}` : ''}.`,
        numbers: { rawContacts: raw.length, sawnContacts: sawn.length },
        because: 'Scale, draft or a rolled edge is not flat: parts will not lie alike, and the part can rock.',
        remedy: 'Turn a sawn or finished side to the locators, or touch off every part and allow for the unevenness.',
      }),
    ];
  }
  if (sawn.length === 0) return [];
  return [
    say('note', {
      says: `Located by sawn ${sawn.length === 1 ? 'side' : 'sides'}: ${sawn.join(', ')}.`,
      numbers: { rawContacts: 0, sawnContacts: sawn.length },
      because: 'Usual for a first setup; how even the saw cuts are decides how evenly the allowance comes off.',
      remedy: 'Put the better saw cut to the jaw and deburr it.',
    }),
  ];
}
