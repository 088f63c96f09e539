import type { HandCheck } from '../job';
import type { PlannedSetup } from '../plan';
import type { Speech } from '../units';
import { axisFound } from './axisFound';
import { flatnessOf, gridOver } from './flatness';
import { indicated } from './indicate';

/** A check with an indicator: readings `first` and `second`, or `place-1` and on. mm */
type CheckAsked =
  | {
      readonly kind: 'indicate';
      readonly along: 'x' | 'y';
      readonly apart: number;
      /** the length that has to be straight, and how far it may run out over it */
      readonly over: number;
      readonly limit: number;
    }
  | {
      readonly kind: 'sweep';
      /** from the left front corner of what is loaded: zero is not found yet */
      readonly places: readonly { readonly x: number; readonly y: number }[];
      readonly limit: number;
    };

/** Whether an axis is where it was measured: readings `first` and `halfRound` of machine Y. mm */
export interface AxisCheck {
  readonly kind: 'axis';
  /** machine Y of the axis as it was measured */
  readonly at: number;
  readonly limit: number;
}

export type CheckByHand = CheckAsked | AxisCheck;

/** Places are swept so far inside what is loaded, as a share of it. Common practice, no source. */
const INSIDE = 0.1;

/** A check as the run asks it, for what is loaded. */
export function checkByHand(check: HandCheck, { facts }: PlannedSetup): CheckAsked {
  const { min, max } = facts!.seat.loadedBox;
  if (check.kind === 'indicate') {
    const { along, apart, over, limit } = check;
    return { kind: 'indicate', along, apart, over: over ?? max[along] - min[along], limit };
  }
  const [inX, inY] = [INSIDE * (max.x - min.x), INSIDE * (max.y - min.y)];
  const area = { minX: inX, maxX: max.x - min.x - inX, minY: inY, maxY: max.y - min.y - inY };
  return { kind: 'sweep', places: gridOver(area, check.columns, check.rows), limit: check.limit };
}

/** Where a place of a sweep is. */
export const placeInWords = ({ x, y }: { readonly x: number; readonly y: number }, { size }: Speech): string =>
  `${size(x)} from the left, ${size(y)} from the front`;

/** What is asked, in one sentence: for the sheet, and for the run. */
export function checkInWords(check: HandCheck, planned: PlannedSetup, { sizeWithUnit }: Speech): string {
  const asked = checkByHand(check, planned);
  const what = check.what.trim() || 'the part';
  if (asked.kind === 'indicate')
    return `Indicate ${what} along ${asked.along.toUpperCase()}, readings ${sizeWithUnit(asked.apart)} apart: over ${sizeWithUnit(asked.over)} at most ${sizeWithUnit(asked.limit)}.`;
  return `Sweep ${what} at ${asked.places.length} places: flat within ${sizeWithUnit(asked.limit)}.`;
}

/** What an axis that is not where it was measured does, and what to do; null: it is within the limit. */
function axisFails({ at, limit }: AxisCheck, found: number, { signed, size, sizeWithUnit }: Speech): string | null {
  const off = Math.abs(found - at);
  if (off <= limit + 1e-9) return null;
  return `The axis is at Y ${signed(found)}, ${size(off)} beside where it was measured; at most ${size(limit)} is allowed. Touch both again; if it stays so, move its station on the Shop page by Y ${signed(found - at)} and issue anew: sides half round from each other would miss by ${sizeWithUnit(2 * off)}.`;
}

/** What is wrong with what an indicator showed, and what to do; null: it is within its limit. */
export function checkFails(
  check: CheckByHand,
  values: Readonly<Record<string, number | boolean>>,
  speech: Speech,
): string | null {
  const { sizeWithUnit, size } = speech;
  if (check.kind === 'axis') return axisFails(check, axisFound(Number(values.first), Number(values.halfRound)), speech);
  if (check.kind === 'indicate') {
    const { angle, over } = indicated(Number(values.first), Number(values.second), check.apart, check.over);
    if (Math.abs(over) <= check.limit + 1e-9) return null;
    const end = check.along === 'x' ? 'right' : 'rear';
    const degrees = ((Math.abs(angle) * 180) / Math.PI).toFixed(3);
    return `It runs out by ${size(Math.abs(over))} over ${sizeWithUnit(check.over)}, ${degrees}°; at most ${size(check.limit)} is allowed. Turn its ${end} end ${over > 0 ? 'away from' : 'toward'} the indicator by ${size(Math.abs(over))}, and indicate again.`;
  }
  const swept = check.places.map((p, i) => ({ ...p, mm: Number(values[`place-${i + 1}`]) }));
  const flat = flatnessOf(swept);
  if (!flat) return 'The places lie on one line: whether it is flat cannot be told from them.';
  if (flat.mm <= check.limit + 1e-9) return null;
  const highest = swept[flat.off.indexOf(Math.max(...flat.off))];
  return `It is flat within ${size(flat.mm)} only; at most ${sizeWithUnit(check.limit)} is allowed. It stands highest ${placeInWords(highest, speech)}: look for chips or a bubble under it, press it down there, and sweep again.`;
}
