import { AXES, byAxis, type Axis, type Vec3 } from '../frames';
import type { Setup } from '../job';
import { PART_SIDE } from '../part';
import type { SeatFacts } from '../seat';
import type { Speech } from '../units';
import { TERM_KEYS, termOf, type Ledger, type TermKey } from './terms';

/** One term of a shift: what changed between two setups, machine axes, mm. */
export interface ShiftTerm {
  readonly axis: Axis;
  readonly key: TermKey;
  readonly value: number;
  readonly says: string;
}

export interface Shift {
  /** Δ = Wj − Wi; null when it hangs on a station that is not known */
  readonly shift: Vec3 | null;
  readonly terms: readonly ShiftTerm[];
  /** per axis: the terms in one phrase */
  readonly says: Readonly<Record<Axis, string>>;
  /** what must stay as it is for the shift to hold */
  readonly conditions: readonly string[];
}

/** What a shift is computed from: one planned setup. */
export interface ShiftSide {
  readonly setup: Setup;
  readonly seat: SeatFacts;
  readonly ledger: Ledger;
}

function sayTerm(axis: Axis, key: TermKey, from: ShiftSide, to: ShiftSide, speech: Speech): string {
  const value = (side: ShiftSide) => termOf(side.ledger, axis, key) ?? 0;
  const [a, b] = [value(from), value(to)];
  const size = speech.size(Math.abs(b - a));
  switch (key) {
    case 'station': return `the ${size} from ${from.ledger.x[0].term} to ${to.ledger.x[0].term}`;
    case 'locator':
      if (axis === 'x') return `the stop moved ${size} to the ${b > a ? 'right' : 'left'}`;
      if (a === 0) return `the ${size} parallels, which Op ${from.setup.op} did not have`;
      if (b === 0) return `the ${size} parallels taken out`;
      return `the ${size} ${b > a ? 'higher' : 'lower'} parallels`;
    case 'raw':
      if (Math.abs(b) < 1e-9) return `the faced-off ${size}`;
      return Math.abs(a) < 1e-9 ? `the ${size} raw stock now on the located face` : `the ${size} of difference in raw stock on the located face`;
    case 'faceToZero': return `zero ${speech.size(Math.abs(b))} instead of ${speech.size(Math.abs(a))} from the located face`;
    case 'extra': return `the ${size} shifted on purpose`;
  }
}

/** Same station object or both measured: then a station difference is known. */
function stationShift(from: ShiftSide, to: ShiftSide, axis: Axis): number | null {
  if (from.setup.station !== null && from.setup.station === to.setup.station) return 0;
  const [a, b] = [termOf(from.ledger, axis, 'station'), termOf(to.ledger, axis, 'station')];
  return a === null || b === null ? null : b - a;
}

function conditionsOf(from: ShiftSide, to: ShiftSide, terms: readonly ShiftTerm[], sizeTolerance: number, speech: Speech): string[] {
  const conditions: string[] = [];
  const a = from.setup;
  const b = to.setup;
  const sameStation = a.station !== null && a.station === b.station;
  conditions.push(sameStation && a.vise === b.vise
    ? 'The vise stays bolted where it is between the two setups.'
    : sameStation ? 'The second vise is set on the same datum as the first.' : 'Both stations stand where they were measured.');
  const differs = (axis: Axis, key: TermKey) => terms.some((t) => t.axis === axis && t.key === key);
  conditions.push(differs('x', 'locator')
    ? `The stop is set over to ${speech.signed(b.stop.position)} from the jaws' left end${a.stop.side === b.stop.side ? '' : `, on the ${b.stop.side}`}.`
    : 'The stop is not moved along the jaws.');
  conditions.push(differs('z', 'locator')
    ? `The parallels really measure ${speech.size(a.parallels.height)} and ${speech.size(b.parallels.height)}.`
    : a.parallels.height === 0 ? 'The part lies on the clean bed both times.' : 'The same parallels are used both times.');
  const locators: [Axis, (s: SeatFacts) => SeatFacts['jaw']][] = [['x', (s) => s.stop], ['y', (s) => s.jaw], ['z', (s) => s.rest]];
  for (const side of [from, to]) {
    const raw = locators.map(([axis, of]) => ({ axis, contact: of(side.seat) })).filter(({ axis, contact }) => Math.abs(contact.rawMm) > 1e-9 && differs(axis, 'raw'));
    if (raw.length > 0) {
      const faces = raw.map(({ contact }) => `${speech.size(contact.rawMm)} on its ${PART_SIDE[contact.side]}`);
      conditions.push(`In Op ${side.setup.op} the stock is really ${faces.join(', ')}: measure it.`);
    }
  }
  if (terms.some((t) => t.key === 'faceToZero')) {
    conditions.push(sizeTolerance > 0
      ? `The finished sizes between located face and zero are as drawn, within ±${speech.size(sizeTolerance)}.`
      : 'The finished sizes between located face and zero are as drawn.');
  }
  conditions.push('The common offset in the control is zero, or the same for both.');
  return conditions;
}

/**
 * Shift of the work zero from one setup to another: Δ = Wj − Wi in machine axes, as the terms that changed.
 * Exact within one station even while the station itself is not measured.
 */
export function shiftBetween(from: ShiftSide, to: ShiftSide, sizeTolerance: number, speech: Speech): Shift {
  const change = (axis: Axis, key: TermKey): number | null =>
    key === 'station' ? stationShift(from, to, axis) : (termOf(to.ledger, axis, key) ?? 0) - (termOf(from.ledger, axis, key) ?? 0);
  const terms = AXES.flatMap((axis) => TERM_KEYS.flatMap((key): ShiftTerm[] => {
    const value = change(axis, key);
    return value === null || Math.abs(value) < 1e-9 ? [] : [{ axis, key, value, says: sayTerm(axis, key, from, to, speech) }];
  }));
  const known = AXES.every((axis) => change(axis, 'station') !== null);
  const total = (axis: Axis) => TERM_KEYS.reduce((sum, key) => sum + (change(axis, key) ?? 0), 0);
  const phrase = (axis: Axis) => {
    const said = terms.filter((t) => t.axis === axis).map((t) => t.says);
    if (said.length === 0) return 'nothing changed';
    return said.length === 1 ? said[0] : `${said.slice(0, -1).join(', ')} and ${said.at(-1)}`;
  };
  return {
    shift: known ? byAxis(total) : null,
    terms,
    says: { x: phrase('x'), y: phrase('y'), z: phrase('z') },
    conditions: known ? conditionsOf(from, to, terms, sizeTolerance, speech) : ['The shift is not known until both stations are measured.'],
  };
}
