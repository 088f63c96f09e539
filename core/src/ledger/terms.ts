import type { Axis, Vec3 } from '../frames';
import type { Setup } from '../job';
import { PART_SIDE } from '../part';
import { touchedFace, type Contact, type Locator, type SeatFacts } from '../seat';
import type { Machine, StationHere } from '../shop';
import type { Speech } from '../units';
import { placeOnPart, type LengthBasis, type ZeroFacts } from '../zero';

export type TermKey =
  | 'station'
  | 'carrier'
  | 'touched'
  | 'locator'
  | 'slope'
  | 'raw'
  | 'faceToZero'
  | 'extra'
  | 'copy'
  | 'length'
  | 'common';
export const TERM_KEYS: readonly TermKey[] = [
  'station',
  'carrier',
  'touched',
  'locator',
  'slope',
  'raw',
  'faceToZero',
  'extra',
  'copy',
  'length',
  'common',
];

export type Source = 'measured' | 'planned' | 'computed' | 'typed' | 'unknown';

/** A station as a touched-off zero shows it: what is left when everything the plan adds is taken off. */
export interface TouchedStation {
  readonly position: Vec3;
  /** who touched off, in words: "Op 10, run of 2026-11-25" */
  readonly from: string;
}

/** One line of the account of a work zero in one axis, machine axes, mm. */
export interface Term {
  readonly key: TermKey;
  readonly term: string;
  /** null: not known yet */
  readonly value: number | null;
  readonly source: Source;
  /** where the number comes from, in words */
  readonly from: string;
  /** ± of the value, mm; null: not known */
  readonly plusMinus: number | null;
}

/** What terms add up to; null where one of them is not known: unknown is not nothing. */
export const sumOfTerms = (terms: readonly Pick<Term, 'value'>[] | null): number | null =>
  terms && terms.every((t) => t.value !== null) ? terms.reduce((sum, t) => sum + t.value!, 0) : null;

export type Ledger = Readonly<Record<Axis, readonly Term[]>>;

/** The account of a seat that does not settle. */
export const NO_LEDGER: Ledger = { x: [], y: [], z: [] };

export const LOCATES: Record<Axis, (seat: SeatFacts) => Contact> = { x: (s) => s.x, y: (s) => s.y, z: (s) => s.rest };

function locatorTerm(
  { name, at, faceAt, kind, from }: Locator,
  speech: Speech,
): Pick<Term, 'term' | 'value' | 'source' | 'from'> {
  switch (kind) {
    case 'datum':
      return { term: name, value: at, source: 'computed', from };
    case 'set':
      return {
        term: name,
        value: at,
        source: 'planned',
        from:
          faceAt === undefined
            ? `${name.replace(/^(left|right) (?=stop)/, '')} set at ${speech.signed(at)} from ${from}`
            : `${name} at ${speech.signed(faceAt)} from ${from}, and half the play of ${speech.size(2 * Math.abs(at - faceAt))}`,
      };
    case 'height':
      return { term: name, value: at, source: 'planned', from: `${name} ${speech.size(at)} high, planned` };
    case 'hand':
      return {
        term: name,
        value: at,
        source: 'planned',
        from: `laid by hand to ${speech.signed(at)} from ${from}: touch off every part`,
      };
  }
}

/** A part lies anywhere in its play: ± half of it. */
const playOf = ({ at, faceAt }: Locator): number | null => (faceAt === undefined ? null : Math.abs(at - faceAt));

function stationTerm(axis: Axis, station: StationHere | null, touched: TouchedStation | null): Term {
  const carried = station?.carried;
  const ahead = carried ? carried.offset[axis] : 0;
  const head = { key: 'station' as const, term: station ? `station ${station.name}` : 'station' };
  const position = station?.position ?? null;
  if (position)
    return {
      ...head,
      value: position[axis] - ahead,
      source: 'measured',
      from: carried ? `measured at the datum of ${carried.by!.name}` : "measured at the device's datum",
      plusMinus: (carried ? carried.stationPlusMinus : station?.plusMinus) ?? null,
    };
  if (touched)
    return {
      ...head,
      value: touched.position[axis] - ahead,
      source: 'measured',
      from: `worked back from the zero touched off in ${touched.from}`,
      plusMinus: null,
    };
  return {
    ...head,
    value: null,
    source: 'unknown',
    from: station ? 'not measured yet' : 'no station chosen',
    plusMinus: null,
  };
}

/** From the datum of what carries the device to its own. */
function carrierTerm(axis: Axis, { carried }: StationHere): Term[] {
  if (!carried) return [];
  const name = carried.by?.name ?? 'what carries it';
  const from = axis === 'z' ? `its datum stands so high on ${name}` : `its datum stands there on ${name}`;
  const { plusMinus } = carried;
  return [{ key: 'carrier', term: `on ${name}`, value: carried.offset[axis], source: 'typed', from, plusMinus }];
}

/** What the account of a register is drawn up from. */
export interface LedgerInput {
  readonly setup: Pick<Setup, 'orientation' | 'zero' | 'lengths'>;
  /** the planner's reason for a shift on purpose */
  readonly why: string;
  readonly seat: SeatFacts;
  readonly zero: ZeroFacts;
  readonly station: StationHere | null;
  /** ± on sizes of the part that carry no tolerance of their own, mm */
  readonly sizeTolerance: number;
  readonly speech: Speech;
  readonly nameOf?: (featureId: string) => string;
  readonly touched?: TouchedStation | null;
  readonly lengths?: LengthBasis | null;
  readonly common?: Machine['commonOffset'] | null;
}

/**
 * The account of a register: per axis, terms that add up to the machine coordinate of work zero; in Z then what the
 * shop's way of counting tool lengths adds to it (see `lengthBasis`; nothing when lengths count from the spindle
 * nose), and less the common offset of the control where one stays: the control adds it to every register. station (+
 * what touching off showed) + locator (+ how far a round or slanting face is touched behind its outermost) + raw stock
 * on the located face + finished located face → zero + extra shift on purpose. Signs are those of machine axes.
 */
export function ledgerOf(input: LedgerInput): Ledger {
  const terms = (axis: Axis): Term[] => [
    ...stationTerms(axis, input),
    ...partTerms(axis, input),
    ...countedTerms(axis, input),
  ];
  return { x: terms('x'), y: terms('y'), z: terms('z') };
}

/** Where the device stands, and what touching off showed of it. */
function stationTerms(axis: Axis, { station, touched = null }: LedgerInput): Term[] {
  const own = [stationTerm(axis, station, touched), ...(station ? carrierTerm(axis, station) : [])];
  const position = station?.position ?? null;
  if (!touched || !position) return own;
  const found = touched.position[axis] - position[axis];
  const from = `difference found in ${touched.from}`;
  return [...own, { key: 'touched', term: 'as touched off', value: found, source: 'measured', from, plusMinus: null }];
}

/** From the locator over what lies raw on the located face to work zero. */
function partTerms(axis: Axis, input: LedgerInput): Term[] {
  const { setup, seat, zero, sizeTolerance, speech, nameOf = (id) => id } = input;
  const contact = LOCATES[axis](seat);
  const finishedFace = contact.finishedLevel + seat.pose.translation[axis];
  const outermost = contact.outermost + seat.pose.translation[axis];
  const locatedFace = contact.seatedLevel + seat.pose.translation[axis];
  const faceToZero = zero.inDevice[axis] - finishedFace;
  const raw = finishedFace - outermost;
  const side = contact.what ? `axis of the ${contact.what}` : PART_SIDE[contact.side];
  const behind = outermost - locatedFace;
  const slope: Term = {
    key: 'slope',
    term: 'touched beside its outermost',
    value: behind,
    source: 'computed',
    from: `the ${touchedFace(contact)} is touched ${speech.size(Math.abs(behind))} behind its outermost`,
    plusMinus: null,
  };
  const isRaw = Math.abs(raw) > 1e-9;
  const place = placeOnPart(axis, setup.zero[axis], setup.orientation, nameOf);
  const of = setup.zero.of === 'what is left' ? 'material as loaded' : setup.zero.of;
  return [
    { key: 'locator', ...locatorTerm(seat.locators[axis], speech), plusMinus: playOf(seat.locators[axis]) },
    ...(contact.leans > 0 ? [slope] : []),
    {
      key: 'raw',
      term: 'raw stock on located face',
      value: raw,
      source: 'computed',
      from: isRaw ? locatedBy(contact, side) : locatedOn(contact),
      plusMinus: isRaw ? null : 0,
    },
    {
      key: 'faceToZero',
      term: 'located face to zero',
      value: faceToZero,
      source: 'computed',
      from: `part model: ${side} to ${place} of the ${of}`,
      plusMinus: Math.abs(faceToZero) > 1e-9 ? sizeTolerance : 0,
    },
  ];
}

const locatedBy = ({ what }: Contact, side: string) =>
  what ? `located by the ${what}` : `allowance on the part's ${side}`;

const locatedOn = (contact: Contact) =>
  contact.leans > 0 ? 'its outermost is finished' : `touches the ${touchedFace(contact)}`;

/** What the shop's way of counting and the planner put on top: only where there is any. */
function countedTerms(axis: Axis, { setup, why, lengths = null, common = null }: LedgerInput): Term[] {
  const extra = setup.zero.extra[axis];
  const counted: Term[] = [];
  if (extra !== 0)
    counted.push({
      key: 'extra',
      term: 'shift on purpose',
      value: extra,
      source: 'typed',
      from: why || 'typed, no reason given',
      plusMinus: 0,
    });
  if (axis === 'z' && lengths && setup.lengths.by !== 'spindle nose')
    counted.push({
      key: 'length',
      term: lengths.says,
      value: lengths.registerMinusGauge,
      source: lengths.registerMinusGauge === null ? 'unknown' : 'typed',
      from:
        setup.lengths.by === 'reference tool'
          ? 'its length counts as nothing, so the register holds it'
          : "machine position of the setter's top, taken off",
      plusMinus: null,
    });
  if (common && common[axis] !== 0)
    counted.push({
      key: 'common',
      term: 'common offset, taken off',
      value: -common[axis],
      source: 'typed',
      from: `it stays in the control: ${common.why.trim() || 'nobody says why'}`,
      plusMinus: 0,
    });
  return counted;
}

/**
 * Sum of the terms of one axis; null while one of them is unknown, or where there are none: an unsettled seat has no
 * account.
 */
export function sumOf(terms: readonly Term[]): number | null {
  if (terms.length === 0) return null;
  return terms.reduce<number | null>((sum, t) => (sum === null || t.value === null ? null : sum + t.value), 0);
}

/** Worst case: the known ± added up; null when none is known. */
export function plusMinusOf(terms: readonly Term[]): number | null {
  const known = terms.map((t) => t.plusMinus).filter((v) => v !== null);
  return known.length === 0 ? null : known.reduce((a, b) => a + b, 0);
}

const ONLY_WHERE_NEEDED: readonly TermKey[] = ['carrier', 'slope', 'extra', 'touched', 'copy', 'length', 'common'];

/**
 * A term's value; terms that are written only where they are needed are nothing where they are left out. null: not
 * known.
 */
export function termOf(ledger: Ledger, axis: Axis, key: TermKey): number | null {
  if (ledger[axis].length === 0) return null;
  const term = ledger[axis].find((t) => t.key === key);
  return term ? term.value : ONLY_WHERE_NEEDED.includes(key) ? 0 : null;
}
