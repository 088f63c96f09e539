import Papa from 'papaparse';

/** So much text is read at most: thousands of rows. */
export const MOST_CSV_BYTES = 4_000_000;
export const MOST_CSV_ROWS = 5000;
const MOST_CSV_COLUMNS = 200;

/** A table as it stands in a file: its headings, and its rows with the line each begins on. */
export interface Cells {
  readonly headings: readonly string[];
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  /** numbers are written with a decimal comma where cells are not separated by it */
  readonly decimalComma: boolean;
}
export type ReadCells = { readonly ok: true; readonly value: Cells } | { readonly ok: false; readonly problem: string };

/** The sign that makes a text of a cell, in a spreadsheet and when it comes back. */
const AS_TEXT = "'";
/** A spreadsheet takes a cell that begins so for a formula and runs it, unless that sign stands before it. */
const FORMULA = /^'*[=+\-@\t\r]/;

/**
 * Writes a table as CSV (RFC 4180) with a byte order mark, so that spreadsheets read it as UTF-8. A text that could be
 * taken for a formula gets an apostrophe before it; numbers stay numbers.
 */
export function writeCsv(headings: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  const cell = (v: string | number | null): string | number =>
    v === null ? '' : typeof v === 'string' && FORMULA.test(v) ? `${AS_TEXT}${v}` : v;
  const text = Papa.unparse({ fields: [...headings], data: rows.map((row) => row.map(cell)) }, { newline: '\r\n' });
  return `\uFEFF${text}\r\n`;
}

const plain = (cell: string): string => {
  const text = cell.trim();
  return text.startsWith(AS_TEXT) && FORMULA.test(text) ? text.slice(1) : text;
};

/**
 * Reads what a spreadsheet wrote: separated by commas, semicolons or tabs, with or without a byte order mark, cells in
 * quotes or not. Nothing in a cell is worked out.
 */
export function readCsv(text: string): ReadCells {
  if (text.length > MOST_CSV_BYTES)
    return { ok: false, problem: `The file is larger than ${MOST_CSV_BYTES / 1e6} MB: take it apart.` };
  if (text.includes('\u0000'))
    return { ok: false, problem: 'This is not text. Save the table as CSV (UTF-8), not as a spreadsheet.' };
  if (text.includes('\uFFFD'))
    return {
      ok: false,
      problem: 'Some letters cannot be read: the file is not UTF-8. Save the table again as CSV (UTF-8).',
    };
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimitersToGuess: [',', ';', '\t', '|'],
    skipEmptyLines: 'greedy',
    preview: MOST_CSV_ROWS + 2,
  });
  const broken = parsed.errors.find((e) => e.type === 'Quotes');
  if (broken)
    return {
      ok: false,
      problem: `Row ${(broken.row ?? 0) + 1}: a quotation mark is not closed, or stands inside a cell.`,
    };
  const [headings, ...rows] = parsed.data;
  if (!headings || headings.every((h) => h.trim() === ''))
    return { ok: false, problem: 'The file is empty: its first row has to name the columns.' };
  if (headings.length > MOST_CSV_COLUMNS)
    return { ok: false, problem: `There are more than ${MOST_CSV_COLUMNS} columns.` };
  if (rows.length > MOST_CSV_ROWS)
    return { ok: false, problem: `There are more than ${MOST_CSV_ROWS} rows: take the file apart.` };
  const wide = rows.findIndex((r) => r.slice(headings.length).some((c) => c.trim() !== ''));
  if (wide >= 0)
    return {
      ok: false,
      problem: `Row ${wide + 2} has more cells than there are headings: a text with a ${parsed.meta.delimiter === '\t' ? 'tab' : `"${parsed.meta.delimiter}"`} in it has to stand in quotation marks.`,
    };
  return {
    ok: true,
    value: {
      headings: headings.map((h) => h.trim()),
      rows: rows.map((cells, i) => ({ line: i + 2, cells: headings.map((_, k) => plain(cells[k] ?? '')) })),
      decimalComma: parsed.meta.delimiter !== ',',
    },
  };
}

/**
 * A number as it stands in a cell; null: it is none. A comma is the decimal sign only where cells are not separated by
 * it, and where there is no point beside it: thousands are not guessed at.
 */
export function numberIn(cell: string, { decimalComma }: Pick<Cells, 'decimalComma'>): number | null {
  const text = cell.trim().replace('\u2212', '-');
  const pointed = decimalComma && !text.includes('.') ? text.replace(',', '.') : text;
  return /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i.test(pointed) ? Number(pointed) : null;
}
