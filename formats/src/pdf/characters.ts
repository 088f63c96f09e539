import { openSync, type Font } from 'fontkit';
import { FONT_FILES, NUMBER, TEXT } from './style';

/** What stands for characters that the typefaces do not have: of the trade and of what people paste. */
const INSTEAD: Readonly<Record<string, string>> = {
  '\u2192': '->',
  '\u2190': '<-',
  '\u2194': '<->',
  '\u21d2': '=>',
  '\u2264': '<=',
  '\u2265': '>=',
  '\u2260': '<>',
  '\u2248': '~',
  '\u2300': '\u00d8',
  '\u2205': '\u00d8',
  '\u03bc': '\u00b5',
  '\u2126': '\u03a9',
  '\u2220': 'angle ',
  '\u25a1': 'square ',
  '\u2713': 'x',
  '\u2714': 'x',
  '\u00a0': ' ',
  '\u202f': ' ',
  '\u2009': ' ',
};

let covered: Map<string, ReadonlySet<number>> | null = null;

function coverage(): Map<string, ReadonlySet<number>> {
  covered ??= new Map(
    FONT_FILES.filter((f) => f.weight === 400).map(({ family, file }) => [
      family,
      new Set((openSync(file) as Font).characterSet),
    ]),
  );
  return covered;
}

const isIn = (families: readonly string[], character: string) =>
  families.some((f) => coverage().get(f)!.has(character.codePointAt(0)!));
const isPrinted = (character: string) => character === '\n' || (isIn(TEXT, character) && isIn(NUMBER, character));

function printed(character: string): string {
  if (isPrinted(character)) return character;
  const plain = INSTEAD[character] ?? character.normalize('NFKD').replace(/\p{M}/gu, '');
  return plain !== '' && [...plain].every(isPrinted) ? plain : '?';
}

/**
 * A text with only characters that the embedded typefaces have: one they lack would be printed as another one.
 * @returns the text; what has no plain spelling is a question mark
 */
export const printable = (text: string): string => [...text.normalize('NFC')].map(printed).join('');

/** Everything of a sheet in characters that can be printed. */
export function withPrintableTexts<T>(value: T): T {
  if (typeof value === 'string') return printable(value) as T;
  if (Array.isArray(value)) return value.map(withPrintableTexts) as T;
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, withPrintableTexts(v as unknown)])) as T;
}

/** The first typeface that has all of a text: a line of a drawing is set in one. */
export function familyFor(text: string, families: readonly string[]): string {
  return families.find((f) => [...text].every((c) => coverage().get(f)!.has(c.codePointAt(0)!))) ?? families[0];
}
