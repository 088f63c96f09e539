import { PART_SIDE } from '../part';
import type { Setup } from '../job';
import type { Speech } from '../units';
import type { Contact, SeatFacts } from './seatInVise';

/** "raw bottom face" or "finished top face": what a locator touches. */
export function touchedFace(contact: Contact): string {
  return `${contact.surface} ${PART_SIDE[contact.side]}`;
}

/** The seat in one sentence an operator can follow. */
export function seatInWords(seat: SeatFacts, setup: Setup, speech: Speech): string {
  const { height } = setup.parallels;
  const rest = height === 0 ? 'on the bed' : `on ${speech.size(height)} parallels`;
  const [, ...face] = touchedFace(seat.rest).split(' ');
  const raw = touchedFace(seat.rest).split(' ')[0];
  const start = `${raw[0].toUpperCase()}${raw.slice(1)} ${face.join(' ')} down ${rest}`;
  return `${start}, ${touchedFace(seat.jaw)} on the fixed jaw, ${touchedFace(seat.stop)} on the ${setup.stop.side} stop.`;
}
