/**
 * Lengths inside are millimeters. Inches exist at the edge only, where a person reads or types.
 * 1 in = 25.4 mm exactly (international yard and pound agreement of 1959).
 */
export const MM_PER_INCH = 25.4;

export type Units = 'mm' | 'inch';

/** The sign printed before a negative number: as wide as the plus sign, never lost in print. */
export const MINUS = '\u2212';

/** Decimals shown for a length: thousandths of a millimeter, ten-thousandths of an inch. */
export function decimals(units: Units): number {
  return units === 'mm' ? 3 : 4;
}

export function toUnits(mm: number, units: Units): number {
  return units === 'mm' ? mm : mm / MM_PER_INCH;
}

export function fromUnits(value: number, units: Units): number {
  return units === 'mm' ? value : value * MM_PER_INCH;
}

/** Short unit name as written behind a number. */
export function unitName(units: Units): string {
  return units === 'mm' ? 'mm' : 'in';
}

/**
 * Far above the noise of floating point, far below what is printed: 3/16 in is 4.7625 mm, whichever way it was added
 * up.
 */
const HALVES_UP = 1e-9;

/** Halves are rounded away from zero, also those that come out a little lower. */
function fixed(mm: number, units: Units): { text: string; negative: boolean } {
  const text = (Math.abs(toUnits(mm, units)) + HALVES_UP).toFixed(decimals(units));
  return { text, negative: mm < 0 && Number(text) !== 0 };
}

/** A length without unit name; a minus sign where it is negative. For sizes, where no sign is wanted. */
export function formatLength(mm: number, units: Units): string {
  const { text, negative } = fixed(mm, units);
  return (negative ? MINUS : '') + text;
}

/** A coordinate or shift: always signed; what rounds to zero is written +0.000. */
export function formatSigned(mm: number, units: Units): string {
  const { text, negative } = fixed(mm, units);
  return (negative ? MINUS : '+') + text;
}

/** A coordinate as a control reads it: ASCII sign, job units. */
export function formatForControl(mm: number, units: Units): string {
  return formatSigned(mm, units).replace(MINUS, '-');
}

/** An area with its unit: whole mm², or in² with three decimals. */
export function formatArea(mm2: number, units: Units): string {
  return units === 'mm' ? `${Math.round(mm2)} mm²` : `${(mm2 / MM_PER_INCH ** 2).toFixed(3)} in²`;
}

/** A volume with its unit: cm³ or in³. */
export function formatVolume(mm3: number, units: Units): string {
  return units === 'mm' ? `${(mm3 / 1000).toFixed(3)} cm³` : `${(mm3 / MM_PER_INCH ** 3).toFixed(4)} in³`;
}

const N_PER_LBF = 4.4482216152605;
const NM_PER_LBFT = 1.3558179483314;

/** What something is read and written in, and how much of the document's unit one of it is. */
export interface Unit {
  readonly name: string;
  readonly per: number;
}

/** N; in inch jobs lbf. */
export const forceUnit = (units: Units): Unit =>
  units === 'inch' ? { name: 'lbf', per: N_PER_LBF } : { name: 'N', per: 1 };
/** N·m; in inch jobs lbf·ft. */
export const torqueUnit = (units: Units): Unit =>
  units === 'inch' ? { name: 'lbf·ft', per: NM_PER_LBFT } : { name: 'N·m', per: 1 };

const rounded = (value: number, unit: string) =>
  `${Math.abs(value) >= 100 ? Math.round(value) : Number(value.toPrecision(2))} ${unit}`;

/** A force with its unit, as exact as forces are known: N, from 10 000 N kN; inch jobs lbf. */
export function formatForce(newton: number, units: Units): string {
  const { name, per } = forceUnit(units);
  if (units === 'inch') return rounded(newton / per, name);
  return Math.abs(newton) >= 10_000 ? `${(newton / 1000).toFixed(1)} kN` : rounded(newton, name);
}

/** A torque with its unit: N·m, inch jobs lbf·ft. */
export function formatTorque(newtonMetre: number, units: Units): string {
  const { name, per } = torqueUnit(units);
  return rounded(newtonMetre / per, name);
}

/** Writes numbers for one job: what checks and sheets use, so that one job never mixes units. */
export interface Speech {
  readonly units: Units;
  /** size, unsigned unless negative, without unit */
  size(mm: number): string;
  /** coordinate or shift, always signed, without unit; null is never a number: "not known" */
  signed(mm: number | null): string;
  /** size with its unit name */
  sizeWithUnit(mm: number): string;
  area(mm2: number): string;
  volume(mm3: number): string;
  force(newton: number): string;
  /** of air or oil: bar, or psi in an inch job */
  pressure(bar: number): string;
  torque(newtonMetre: number): string;
}

/** A word or sentence with a capital at its beginning. */
export const uncapital = (text: string): string => `${text.slice(0, 1).toLowerCase()}${text.slice(1)}`;
export const capital = (text: string): string => `${text.slice(0, 1).toUpperCase()}${text.slice(1)}`;

/** lbf over a square inch, in 0.1 N/mm² (both exact by definition). */
const BAR_PER_PSI = (4.4482216152605 / 25.4 ** 2) * 10;

const speak = (units: Units): Speech => ({
  units,
  size: (mm) => formatLength(mm, units),
  signed: (mm) => (mm === null ? 'not known' : formatSigned(mm, units)),
  sizeWithUnit: (mm) => `${formatLength(mm, units)} ${unitName(units)}`,
  area: (mm2) => formatArea(mm2, units),
  volume: (mm3) => formatVolume(mm3, units),
  force: (newton) => formatForce(newton, units),
  pressure: (bar) => (units === 'mm' ? `${bar.toFixed(1)} bar` : `${Math.round(bar / BAR_PER_PSI)} psi`),
  torque: (newtonMetre) => formatTorque(newtonMetre, units),
});

const SPEECH: Readonly<Record<Units, Speech>> = { mm: speak('mm'), inch: speak('inch') };

/** One speech for each unit: what is computed with it is the same as long as the unit is. */
export const speechIn = (units: Units): Speech => SPEECH[units];

const listWith =
  (word: string) =>
  (names: readonly string[]): string =>
    names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} ${word} ${names[names.length - 1]}`;
/** Names in a sentence: "a", "a and b", "a, b and c". */
export const andList = listWith('and');
/** "a", "a or b", "a, b or c". */
export const orList = listWith('or');
