import { createRequire } from 'node:module';
import { Font, StyleSheet } from '@react-pdf/renderer';
import type { PathRole } from '@violet-jaw/core/drawing';

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

export const INK = '#231636';
export const HAIR = '#8d8698';

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

/** Black-and-white safe: every role differs by weight, dash or texture, none by color alone. */
export const PATH_STYLE: Partial<
  Record<PathRole, { fill?: string; stroke?: string; width?: number; dash?: string; cap?: 'round' }>
> = {
  left: { fill: '#f1eef6', stroke: INK, width: 1.2 },
  part: { fill: '#f1eef6', stroke: INK, width: 1.2 },
  removed: { stroke: INK, width: 0.4, dash: '2 2' },
  loaded: { stroke: INK, width: 0.6, dash: '4 2' },
  blank: { stroke: INK, width: 0.6, dash: '4 2' },
  section: { stroke: INK, width: 0.6, dash: '1 2' },
  edges: { stroke: INK, width: 1 },
  'device-edges': { stroke: INK, width: 0.45 },
  'zero-axis': { stroke: INK, width: 1.4 },
  hidden: { stroke: INK, width: 0.5, dash: '2.4 1.6' },
  center: { stroke: HAIR, width: 0.5, dash: '7 1.6 1.4 1.6' },
  'cut-face': { stroke: INK, width: 1.2 },
  unreached: { stroke: INK, width: 0.9, dash: '5 1.5 1 1.5 1 1.5' },
  steel: { fill: '#ffffff', stroke: INK, width: 0.7 },
  'steel-open': { fill: '#ffffff', stroke: HAIR, width: 0.6 },
  stop: { fill: '#ffffff', stroke: INK, width: 1 },
  clamp: { fill: '#ffffff', stroke: INK, width: 0.9 },
  packing: { fill: '#ffffff', stroke: HAIR, width: 0.6 },
  groove: { stroke: HAIR, width: 0.4 },
  gasket: { stroke: INK, width: 2, dash: '5 2' },
  bond: { stroke: INK, width: 0.9, dash: '1 2' },
  pocket: { stroke: INK, width: 1.1, dash: '7 1.5 2 1.5' },
  jig: { stroke: INK, width: 1.1, dash: '7 1.5 2 1.5' },
  'jig-window': { stroke: INK, width: 0.7, dash: '2 1' },
  pod: { stroke: INK, width: 1.2 },
  'pod-off': { stroke: HAIR, width: 0.8, dash: '2 2' },
  tab: { fill: INK },
  grip: { stroke: INK, width: 2.6 },
  locator: { stroke: INK, width: 1 },
  ghost: { stroke: INK, width: 0.6, dash: '3 2' },
  'ghost-near': { stroke: INK, width: 0.3, dash: '3 2' },
  'ghost-half': { stroke: INK, width: 0.3, dash: '3 2' },
  'cut-level': { stroke: INK, width: 0.6, dash: '8 2 2 2' },
  hatch: { stroke: HAIR, width: 0.4 },
  stipple: { stroke: HAIR, width: 0.9, cap: 'round' },
  dimension: { stroke: INK, width: 0.4 },
  arrow: { fill: INK },
  ground: { fill: '#ffffff' },
  'number-ground': { fill: '#ffffff' },
  'zero-paper': { fill: '#ffffff' },
  'zero-ink': { fill: INK },
  'zero-line': { stroke: INK, width: 1 },
};
