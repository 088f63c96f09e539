import type { Column } from './table';

/** A text of an entry. */
export const textColumn = <E>(name: string, read: (e: E) => string, put: (e: E, text: string) => E): Column<E> => ({
  name,
  read,
  put: (e, { text }) => put(e, text),
});

/** A number, or nothing where it is not known. */
export const numberOrNull = <E>(
  name: string,
  read: (e: E) => number | null,
  put: (e: E, value: number | null) => E,
  isLength = false,
): Column<E> => ({
  name,
  isLength,
  read,
  put: (e, { text, number }) =>
    text === '' ? put(e, null) : number === null ? 'Expected a number, or nothing.' : put(e, number),
});

/** A number that has to be there. */
export const numberColumn = <E>(
  name: string,
  read: (e: E) => number,
  put: (e: E, value: number) => E,
  isLength = false,
): Column<E> => ({
  name,
  isLength,
  read,
  put: (e, { number }) => (number === null ? 'Expected a number.' : put(e, number)),
});

/** One of a few words. */
export const wordColumn = <E, W extends string>(
  name: string,
  words: readonly W[],
  read: (e: E) => W,
  put: (e: E, word: W) => E,
): Column<E> => ({
  name,
  read,
  put: (e, { text }) => {
    const word = words.find((w) => w.toLowerCase() === text.toLowerCase());
    return word === undefined ? `Expected one of: ${words.join(', ')}.` : put(e, word);
  },
});

/** Whether it is retired. */
export const retiredColumn = <E extends { readonly retired?: true }>(): Column<E> => ({
  name: 'Retired',
  read: (e) => (e.retired ? 'yes' : ''),
  put: (e, { text }) => {
    const { retired: _, ...rest } = e;
    if (/^(no|)$/i.test(text)) return rest as E;
    return /^yes$/i.test(text) ? { ...e, retired: true as const } : 'Expected yes, or nothing.';
  },
});
