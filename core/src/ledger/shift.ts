import { AXES, type Axis } from '../frames';
import { standsWhere, type Setup } from '../job';
import { PART_SIDE } from '../part';
import type { Locator, SeatFacts } from '../seat';
import type { DeviceKind } from '../shop';
import type { Speech } from '../units';
import { LOCATES, TERM_KEYS, termOf, type Ledger, type TermKey } from './terms';

/** One term of a shift: what changed between two setups, machine axes, mm. */
export interface ShiftTerm {
  readonly axis: Axis;
  /** register: the difference of two registers that are known where a term is not */
  readonly key: TermKey | 'register';
  readonly value: number;
  readonly says: string;
}

/** A shift axis by axis; null: not known along that axis. */
export type AxisShift = Readonly<Record<Axis, number | null>>;

export interface Shift {
  /** Δ = Wj − Wi of the registers; null: not known along any axis */
  readonly shift: AxisShift | null;
  readonly terms: readonly ShiftTerm[];
  /** per axis: the terms in one phrase */
  readonly says: Readonly<Record<Axis, string>>;
  /** what must stay as it is for the shift to hold */
  readonly conditions: readonly string[];
}

/** What a shift is computed from: one planned setup. */
export interface ShiftSide {
  readonly setup: Pick<Setup, 'op' | 'station' | 'device' | 'standsOn'>;
  readonly seat: SeatFacts;
  readonly ledger: Ledger;
  /** values of the register as they are keyed in; null per axis where they are not known */
  readonly register: AxisShift;
  /** of the device; what conditions call it */
  readonly kind?: DeviceKind;
  /** what a device of its family is called, and how its stop is moved */
  readonly words?: { readonly device: string; readonly alongX: string };
  /** id of the vise whose jaws hold the part; left out: it has no jaws that are changed */
  readonly vise?: string | null;
}

/** What a shift hangs on besides its two sides. */
export interface ShiftBetween {
  readonly sizeTolerance: number;
  readonly speech: Speech;
  /** the operation between the two that takes the device off the station they share; null or left out: none does */
  readonly takenOffIn?: number | null;
}

const TOWARDS: Record<Axis, [string, string]> = {
  x: ['to the right', 'to the left'],
  y: ['to the rear', 'to the front'],
  z: ['higher', 'lower'],
};

/** What changed at a locator, in one phrase. `size`: by how much, ready to print. */
function locatorChange({
  axis,
  a,
  b,
  fromOp,
  size,
}: {
  readonly axis: Axis;
  readonly a: Locator;
  readonly b: Locator;
  readonly fromOp: number;
  readonly size: string;
}): string {
  const [more, less] = TOWARDS[axis];
  if (axis === 'z' && a.at === 0) return `the ${size} ${b.name}, which Op ${fromOp} did not have`;
  if (axis === 'z' && b.at === 0) return `the ${size} ${a.name} taken out`;
  if (axis === 'z' && a.name === b.name) return `the ${size} ${b.at > a.at ? more : less} ${b.name}`;
  return noun(a) === noun(b)
    ? `the ${noun(b)} moved ${size} ${b.at > a.at ? more : less}`
    : `the ${size} from ${noun(a)} to ${noun(b)}`;
}

function sayTerm({
  axis,
  key,
  from,
  to,
  speech,
}: {
  readonly axis: Axis;
  readonly key: TermKey;
  readonly from: ShiftSide;
  readonly to: ShiftSide;
  readonly speech: Speech;
}): string {
  const value = (side: ShiftSide) => termOf(side.ledger, axis, key) ?? 0;
  const [a, b] = [value(from), value(to)];
  const size = speech.size(Math.abs(b - a));
  switch (key) {
    case 'station':
      return `the ${size} from ${from.ledger.x[0].term} to ${to.ledger.x[0].term}`;
    case 'locator':
      return locatorChange({
        axis,
        a: from.seat.locators[axis],
        b: to.seat.locators[axis],
        fromOp: from.setup.op,
        size,
      });
    case 'raw':
      if (Math.abs(b) < 1e-9) return `the faced-off ${size}`;
      return Math.abs(a) < 1e-9
        ? `the ${size} raw stock now on the located face`
        : `the ${size} of difference in raw stock on the located face`;
    case 'faceToZero':
      return `zero ${speech.size(Math.abs(b))} instead of ${speech.size(Math.abs(a))} from the located face`;
    case 'carrier':
      return `the ${size} by which the ${to.words?.device ?? 'device'} stands elsewhere on what carries it`;
    case 'slope':
      return `the ${size} by which the ${noun(to.seat.locators[axis])} meets a round or slanting face elsewhere`;
    case 'length':
      return 'lengths counted another way';
    case 'common':
      return 'another common offset';
    case 'copy':
      return `the ${size} from copy to copy`;
    case 'touched':
      return `the ${size} of difference found when touching off`;
    case 'extra':
      return `the ${size} shifted on purpose`;
  }
}

/**
 * Change of one term. Without the station's place it still is nothing within one station, as long as neither setup was
 * touched off there by itself; null: not known.
 */
function changeOf({ from, to, stays }: Sides, axis: Axis, key: TermKey): number | null {
  const [a, b] = [termOf(from.ledger, axis, key), termOf(to.ledger, axis, key)];
  if (a !== null && b !== null) return b - a;
  return key === 'station' && stays && a === null && b === null && isSettled(from) && isSettled(to) ? 0 : null;
}

interface Sides {
  readonly from: ShiftSide;
  readonly to: ShiftSide;
  /** the very same device on the very same station all along: wherever it is, it is there both times */
  readonly stays: boolean;
  readonly speech: Speech;
}

/** The very same device on the very same station. */
const onePlace = (a: ShiftSide['setup'], b: ShiftSide['setup']): boolean => a.station !== null && standsWhere(a, b);

/** A seat that does not settle has no account. */
const isSettled = ({ ledger }: ShiftSide): boolean => ledger.x.length > 0;

/**
 * Terms of one axis: what changed, term by term; or, where one of them is not known but both registers are, their
 * difference. null: not known.
 */
function termsAlong(sides: Sides, axis: Axis): ShiftTerm[] | null {
  const { from, to, speech } = sides;
  const changes = TERM_KEYS.map((key) => ({ key, value: changeOf(sides, axis, key) }));
  if (changes.every((c) => c.value !== null)) {
    return changes.flatMap(({ key, value }) =>
      Math.abs(value!) < 1e-9 ? [] : [{ axis, key, value: value!, says: sayTerm({ axis, key, from, to, speech }) }],
    );
  }
  const [a, b] = [from.register[axis], to.register[axis]];
  if (a === null || b === null) return null;
  return [
    {
      axis,
      key: 'register',
      value: b - a,
      says: `the difference of the two registers, ${speech.signed(b)} less ${speech.signed(a)}`,
    },
  ];
}

const noun = (l: Locator) => l.name.replace(/^(left|right|rear|front) (?=stop|pocket)/, '');

function heightCondition(a: Locator, b: Locator, speech: Speech): string {
  if (Math.abs(a.at - b.at) > 1e-9)
    return a.name === b.name
      ? `The ${a.name} really measure ${speech.size(a.at)} and ${speech.size(b.at)}.`
      : `What carries the part is really ${speech.size(a.at)} and ${speech.size(b.at)} high.`;
  return a.at === 0
    ? `The part lies on the clean ${b.name} both times.`
    : `The same ${b.name} ${/s$/.test(b.name) ? 'carry' : 'carries'} the part both times.`;
}

type Differs = (axis: Axis, key: TermKey) => boolean;

/** What a locator along one axis must still be like, or where it is set over to. */
function locatorConditions({
  from,
  to,
  axis,
  differs,
  speech,
}: {
  from: ShiftSide;
  to: ShiftSide;
  axis: Axis;
  differs: Differs;
  speech: Speech;
}): string[] {
  const [p, q] = [from.seat.locators[axis], to.seat.locators[axis]];
  if (axis === 'z') return [heightCondition(p, q, speech)];
  const name = axis.toUpperCase();
  const leaning = [from, to].flatMap(({ setup: { op }, seat }) =>
    LOCATES[axis](seat).leans > 0
      ? [
          `In Op ${op} the ${noun(seat.locators[axis])} stands just where it is planned along the face, which is round or slants there.`,
        ]
      : [],
  );
  if (p.kind === 'hand' || q.kind === 'hand')
    return [`The part is laid to the line in ${name} as planned: touch off every part.`, ...leaning];
  if (p.kind !== 'set' && q.kind !== 'set') return leaning;
  if (noun(p) !== noun(q))
    return [
      `The ${noun(p)} of Op ${from.setup.op} and the ${noun(q)} of Op ${to.setup.op} stand where they are planned, at ${speech.signed(p.at)} and ${speech.signed(q.at)} in ${name}.`,
    ];
  return [
    differs(axis, 'locator')
      ? `The ${noun(q)} is set over to ${speech.signed(q.at)} from ${q.from}${p.name === q.name ? '' : `, on the ${q.name.split(' ')[0]}`}.`
      : `The ${noun(q)} is not moved ${axis === 'x' ? (to.words?.alongX ?? 'in X') : 'in Y'}.`,
    ...leaning,
  ];
}

function conditionsOf({
  from,
  to,
  stays,
  terms,
  sizeTolerance,
  speech,
}: Sides & { readonly terms: readonly ShiftTerm[]; readonly sizeTolerance: number }): string[] {
  const conditions = [stationCondition({ from, to, stays })];
  const differs: Differs = (axis, key) => terms.some((t) => t.axis === axis && t.key === key);
  for (const axis of AXES) conditions.push(...locatorConditions({ from, to, axis, differs, speech }));
  for (const side of [from, to]) {
    const raw = AXES.map((axis) => ({ axis, contact: LOCATES[axis](side.seat) })).filter(
      ({ axis, contact }) => Math.abs(contact.rawMm) > 1e-9 && differs(axis, 'raw'),
    );
    if (raw.length > 0) {
      const faces = raw.map(({ contact }) => `${speech.size(contact.rawMm)} on its ${PART_SIDE[contact.side]}`);
      conditions.push(`In Op ${side.setup.op} the stock is really ${faces.join(', ')}: measure it.`);
    }
  }
  if (terms.some((t) => t.key === 'faceToZero')) {
    conditions.push(
      sizeTolerance > 0
        ? `The finished sizes between located face and zero are as drawn, within ±${speech.size(sizeTolerance)}.`
        : 'The finished sizes between located face and zero are as drawn.',
    );
  }
  conditions.push('The common offset in the control is zero, or the same for both.');
  return conditions;
}

/** What stands on the station, or on both, must stand as it did. */
function stationCondition({ from, to, stays }: Pick<Sides, 'from' | 'to' | 'stays'>): string {
  const [a, b] = [from.setup, to.setup];
  const what = from.words?.device === to.words?.device ? (to.words?.device ?? 'device') : 'device';
  if (stays) return `The ${to.kind ?? what} stays bolted where it is between the two setups.`;
  if (a.station === null || a.station !== b.station) return 'Both stations stand where they were measured.';
  if (standsWhere(a, b)) return `The ${to.kind ?? what} comes back to where the station was measured for it.`;
  return from.vise != null && from.vise === to.vise
    ? `The ${what} stays bolted where it is, and each set of jaws sits in it as when the station was measured for it.`
    : `Both ${what}s stand on the station as when it was measured for them.`;
}

/** Why a shift is not known along an axis. @param takenOffIn the operation that takes the device off in between */
function whyUnknown(sides: Sides, axis: Axis, takenOffIn: number | null): string {
  const { from, to, stays } = sides;
  const loose = [from, to].filter((side) => !isSettled(side));
  if (loose.length > 0)
    return `not known: the seat of Op ${loose.map((l) => l.setup.op).join(' and Op ')} does not settle`;
  const unknown = TERM_KEYS.filter((key) => changeOf(sides, axis, key) === null);
  if (unknown.includes('station')) {
    if (!stays && takenOffIn !== null)
      return `not known until the station is measured: Op ${takenOffIn} takes off what stood there`;
    if (!stays)
      return from.setup.station !== null && from.setup.station === to.setup.station
        ? 'not known until the station is measured for both devices'
        : 'not known until both stations are measured';
    const [measured, other] = termOf(from.ledger, axis, 'station') === null ? [to, from] : [from, to];
    return `not known: Op ${measured.setup.op} was touched off, Op ${other.setup.op} was not`;
  }
  if (unknown.includes('length'))
    return `not known: Op ${from.setup.op} and Op ${to.setup.op} count with tool lengths that are not known`;
  return 'not known';
}

/**
 * Shift of the work zero from one setup to another: Δ = Wj − Wi of their registers in machine axes, as the terms that
 * changed. Exact within one station even while the station itself is not measured. An axis with a term that is not
 * known is not known, unless both registers are: then it is their difference, and says so.
 */
export function shiftBetween(
  from: ShiftSide,
  to: ShiftSide,
  { sizeTolerance, speech, takenOffIn = null }: ShiftBetween,
): Shift {
  const sides: Sides = { from, to, speech, stays: takenOffIn === null && onePlace(from.setup, to.setup) };
  const along = { x: termsAlong(sides, 'x'), y: termsAlong(sides, 'y'), z: termsAlong(sides, 'z') };
  const terms = AXES.flatMap((axis) => along[axis] ?? []);
  const total = (axis: Axis) => along[axis]?.reduce((sum, t) => sum + t.value, 0) ?? null;
  const phrase = (axis: Axis) => {
    const said = along[axis]?.map((t) => t.says);
    if (!said) return whyUnknown(sides, axis, takenOffIn);
    if (said.length === 0) return 'nothing changed';
    return said.length === 1 ? said[0] : `${said.slice(0, -1).join(', ')} and ${said.at(-1)}`;
  };
  const says = { x: phrase('x'), y: phrase('y'), z: phrase('z') };
  const unknown = AXES.filter((axis) => along[axis] === null);
  const missing = unknown.map((axis) => `${axis.toUpperCase()} is ${says[axis]}.`);
  return {
    shift: unknown.length === AXES.length ? null : { x: total('x'), y: total('y'), z: total('z') },
    terms,
    says,
    conditions:
      unknown.length === AXES.length
        ? [...new Set(unknown.map((axis) => `The shift is ${says[axis]}.`))]
        : [...missing, ...conditionsOf({ ...sides, terms, sizeTolerance })],
  };
}
