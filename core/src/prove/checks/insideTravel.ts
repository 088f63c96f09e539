import { finding, type Finding, type Told } from '../../findings';
import type { ProveFacts, Room } from '..';

function outside(rooms: readonly Room[]): { room: Room; by: number; end: 'minus' | 'plus' }[] {
  return rooms.flatMap((room) => [
    ...(room.toMin !== null && room.toMin < -1e-6 ? [{ room, by: -room.toMin, end: 'minus' as const }] : []),
    ...(room.toMax < -1e-6 ? [{ room, by: -room.toMax, end: 'plus' as const }] : []),
  ]);
}

/** Work zero and the corners of the cut must lie inside the machine's travel. */
export function insideTravel(prove: ProveFacts, told: Told): Finding[] {
  const tell = (code: string, what: string, rooms: readonly Room[]): Finding[] => {
    const over = outside(rooms);
    if (over.length === 0) return [];
    const said = over.map(({ room, by, end }) => `${room.axis.toUpperCase()} by ${told.speech.sizeWithUnit(by)} at the ${end} end`).join(', ');
    return [finding(told, code, 'prove')('stop', {
      says: `${what} the travel: ${said}.`,
      numbers: Object.fromEntries(over.map(({ room, by, end }) => [`${room.axis}${end === 'plus' ? 'Plus' : 'Minus'}OverMm`, by])),
      because: 'The machine stops at the end of the axis, or the control refuses the program.',
      remedy: over.some(({ room }) => room.axis === 'z')
        ? 'Use a tool of another length, lower or higher parallels, or another station.'
        : 'Use a station further from that end, or move the part along the jaws with the stop.',
    })];
  };
  return [
    ...tell('zero-outside-travel', 'Work zero lies outside', prove.zeroRoom ?? []),
    ...tell('cut-outside-travel', 'The cut reaches outside', prove.cutRoom ?? []),
  ];
}
