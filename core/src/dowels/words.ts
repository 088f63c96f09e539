import type { Speech } from '../units';
import type { Laying } from './layings';

const degrees = (radians: number) => (radians * 180) / Math.PI;
const near = (angle: number, to: number) => Math.abs(Math.atan2(Math.sin(angle - to), Math.cos(angle - to))) < 0.02;

/** A turn seen from above: "turned half round". Empty: none. */
export function turnInWords(turn: number): string {
  if (near(turn, 0)) return '';
  if (near(turn, Math.PI)) return 'turned half round';
  if (near(turn, Math.PI / 2)) return 'turned a quarter to the left';
  if (near(turn, -Math.PI / 2)) return 'turned a quarter to the right';
  return `turned by ${Math.abs(degrees(turn)).toFixed(1)}° to the ${turn > 0 ? 'left' : 'right'}`;
}

/** How a blank would lie otherwise than it is meant to, after "it also goes on". Machine axes seen from above. */
export function wayInWords({ over, turn, move }: Laying, meant: { x: number; y: number }, speech: Speech): string {
  const turned = turnInWords(turn);
  if (over) {
    // turned over and then turned by an angle: turned over about a line at half of it
    const about = near(turn, 0) ? ' about X' : near(turn, Math.PI) ? ' about Y' : '';
    return `turned over${about}, with the other side up`;
  }
  return turned || `moved by X ${speech.signed(move.x - meant.x)} Y ${speech.signed(move.y - meant.y)}`;
}
