import { createRequire } from 'node:module';
import { Font, StyleSheet } from '@react-pdf/renderer';
import { HAIR, INK } from '../drawings/ink';

const require = createRequire(import.meta.url);
const file = (typeface: string, subset: string, weight: number) =>
  require.resolve(`@fontsource/${typeface}/files/${typeface}-${subset}-${weight}-normal.woff`);

/** The typefaces of the screen, and for names in other alphabets one that has them. */
const FAMILIES: readonly (readonly [family: string, typeface: string, subset: string])[] = [
  ['Text', 'atkinson-hyperlegible-next', 'latin'],
  ['TextExt', 'atkinson-hyperlegible-next', 'latin-ext'],
  ['Number', 'atkinson-hyperlegible-mono', 'latin'],
  ['NumberExt', 'atkinson-hyperlegible-mono', 'latin-ext'],
  ['Greek', 'noto-sans', 'greek'],
  ['Cyrillic', 'noto-sans', 'cyrillic'],
  ['CyrillicExt', 'noto-sans', 'cyrillic-ext'],
  ['Vietnamese', 'noto-sans', 'vietnamese'],
];

/** Every file of a typeface that a PDF can embed. */
export const FONT_FILES = FAMILIES.flatMap(([family, typeface, subset]) =>
  [400, 700].map((weight) => ({ family, weight, file: file(typeface, subset, weight) })),
);

let registered = false;

/** Makes the typefaces known to the renderer. */
export function registerFonts(): void {
  if (registered) return;
  registered = true;
  for (const [family] of FAMILIES)
    Font.register({
      family,
      fonts: FONT_FILES.filter((f) => f.family === family).map(({ file: src, weight: fontWeight }) => ({
        src,
        fontWeight,
      })),
    });
  Font.registerHyphenationCallback((word) => [word]);
}

const OTHER_ALPHABETS = ['Greek', 'Cyrillic', 'CyrillicExt', 'Vietnamese'];
export const TEXT = ['Text', 'TextExt', ...OTHER_ALPHABETS];
export const NUMBER = ['Number', 'NumberExt', ...OTHER_ALPHABETS];

export const styles = StyleSheet.create({
  page: {
    padding: 28,
    paddingTop: 16,
    paddingBottom: 30,
    fontFamily: TEXT,
    fontSize: 10,
    color: INK,
    lineHeight: 1.25,
  },
  band: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 1.5,
    borderColor: INK,
    paddingBottom: 2,
    marginBottom: 4,
  },
  title: { fontSize: 15, lineHeight: 1.2, fontWeight: 700 },
  letter: { fontSize: 20, lineHeight: 1.1, fontWeight: 700 },
  op: { fontSize: 16, lineHeight: 1.2, fontWeight: 700 },
  h: { fontSize: 10.5, fontWeight: 700, marginTop: 4, marginBottom: 1 },
  row: { flexDirection: 'row' },
  cell: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 0.5,
    borderColor: HAIR,
    paddingVertical: 0.7,
  },
  number: { fontFamily: NUMBER },
  big: { fontFamily: NUMBER, fontSize: 18, lineHeight: 1.2, fontWeight: 700 },
  zeroBox: {
    borderWidth: 1.5,
    borderColor: INK,
    padding: 2,
    paddingHorizontal: 8,
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    marginTop: 2,
  },
  warning: { borderWidth: 2, borderColor: INK, padding: 4, marginBottom: 3 },
  strong: { fontWeight: 700 },
  instead: { color: '#6b6b6b' },
  right: { textAlign: 'right' },
  foot: { position: 'absolute', left: 28, right: 28, height: 14, fontSize: 10 },
});
