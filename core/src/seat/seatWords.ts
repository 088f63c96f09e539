import { PART_SIDE } from '../part';
import { capital, type Speech } from '../units';
import type { Contact } from './contact';
import type { Locator, SeatFacts } from './slide';

/** "raw bottom face" or "finished top face": what a locator touches; said where it is not square to it. */
export function touchedFace(contact: Contact): string {
  return `${contact.leans > 0 ? 'round or slanting ' : ''}${contact.surface} ${contact.what ?? PART_SIDE[contact.side]}`;
}

/** "at the fixed jaw", "at the rear pins": a locator after "at". */
export const theLocator = (locator: Locator): string => `the ${locator.name}`;

/** The seat in one sentence an operator can follow. */
export function seatInWords(seat: SeatFacts, speech: Speech): string {
  const { x, y, z } = seat.locators;
  if (x.onDowel) {
    const onto = z.kind === 'height' ? `on ${speech.size(z.at)} ${z.name}` : `on the ${z.name}`;
    return `${capital(touchedFace(seat.rest))} down ${onto}, its holes on the dowels.`;
  }
  const centered = [seat.x, seat.y, seat.rest].find((c) => c.what);
  if (centered) {
    const [end, locator] = seat.rest.what ? [seat.x, x] : [seat.rest, z];
    const face = touchedFace(end);
    const spacer =
      locator.kind === 'height'
        ? ` ${speech.sizeWithUnit(locator.at)} off the face, on the spacer`
        : ` on the ${locator.name}`;
    return `${capital(face)}${spacer}, ${touchedFace(centered)} in the jaws.`;
  }
  const onto = z.kind === 'height' ? `on ${speech.size(z.at)} ${z.name}` : `on the ${z.name}`;
  const [raw, ...face] = touchedFace(seat.rest).split(' ');
  const start = `${capital(raw)} ${face.join(' ')} down ${onto}`;
  const at = (contact: Contact, locator: Locator) =>
    `${touchedFace(contact)} ${locator.kind === 'hand' ? 'to' : 'on'} the ${locator.name}`;
  return `${start}, ${at(seat.y, y)}, ${at(seat.x, x)}.`;
}
