/** One line of a program, read: letters with their numbers. G and M numbers are kept times ten, so that 59.1 is 591. */
export interface Line {
  readonly g: readonly number[];
  readonly m: readonly number[];
  readonly words: Readonly<Partial<Record<Letter, number>>>;
  readonly text: string;
}

const LETTERS = ['F', 'H', 'L', 'N', 'P', 'S', 'T', 'X', 'Y', 'Z'] as const;
export type Letter = (typeof LETTERS)[number];

export type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

const isLetter = (letter: string): letter is Letter => (LETTERS as readonly string[]).includes(letter);

/**
 * Reads one line after the grammar of the RS274/NGC language (NISTIR 6556, 3.3): words of a letter and a real number,
 * comments in brackets, spaces and case without meaning, a block-delete slash first. A semicolon begins a comment, as
 * many controls have it.
 * @returns a problem that says what is not understood: parameters, expressions, letters this control does not use
 */
export function readLine(text: string): Read<Line> {
  const problem = (says: string): Read<Line> => ({ ok: false, problem: `${says} in "${text.trim()}".` });
  const bare = text
    .replace(/\([^()]*\)/g, ' ')
    .replace(/;.*$/, '')
    .replace(/^\s*\//, '')
    .replace(/\s+/g, '')
    .toUpperCase();
  if (/[()]/.test(bare)) return problem('A comment is not closed');
  if (bare === '%') return { ok: true, value: { g: [], m: [], words: {}, text } };
  const g: number[] = [];
  const m: number[] = [];
  const words: Partial<Record<Letter, number>> = {};
  const pattern = /([A-Z])([+-]?(?:\d+\.?\d*|\.\d+))/y;
  while (pattern.lastIndex < bare.length) {
    const at = pattern.lastIndex;
    const match = pattern.exec(bare);
    if (!match) {
      if (/[#[\]=*]/.test(bare[at] ?? '') || /^[A-Z][#[]/.test(bare.slice(at)))
        return problem('Parameters and expressions are not read here: found them');
      return problem(`Expected a letter and a number, found "${bare.slice(at, at + 8)}"`);
    }
    const [, letter, digits] = match;
    const value = Number(digits);
    if (letter === 'G' || letter === 'M') {
      (letter === 'G' ? g : m).push(Math.round(value * 10));
    } else if (!isLetter(letter)) {
      return problem(`The letter ${letter} means nothing to this control`);
    } else if (words[letter] !== undefined) {
      return problem(`${letter} is given twice`);
    } else {
      words[letter] = value;
    }
  }
  return { ok: true, value: { g, m, words, text } };
}

/** "G59.1" of 591 */
export const codeName = (letter: 'G' | 'M', tenfold: number): string => `${letter}${tenfold / 10}`;
