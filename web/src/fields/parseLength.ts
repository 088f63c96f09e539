import { fromUnits, MM_PER_INCH, type Units } from '@violet-jaw/core/units';

export type ParsedLength =
  | { readonly ok: true; readonly mm: number; readonly isExpression: boolean }
  /** notLoaded: what works sums out is not there, so nothing is said of the text */
  | { readonly ok: false; readonly notLoaded?: true };

/**
 * Turns what was typed into plain arithmetic in the job's unit: `1 1/2 in`, `12.7mm`, `4.5-0.03`, `12,7`.
 * @returns null when it holds anything else
 */
export function toArithmetic(text: string, units: Units): string | null {
  const inJobUnit = (unit: string) => {
    const isInch = /^(in|inch|inches|"|″)$/i.test(unit);
    if (isInch === (units === 'inch')) return '';
    return isInch ? `*${MM_PER_INCH}` : `/${MM_PER_INCH}`;
  };
  const plain = text
    .trim()
    .replaceAll('\u2212', '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/(\d+)\s+(\d+)\s*\/\s*(\d+)/g, '($1+$2/$3)')
    .replace(/\s*(inches|inch|in|mm|"|″)/gi, (_, unit: string) => inJobUnit(unit));
  return plain !== '' && /^[\d\s.+\-*/()]+$/.test(plain) ? plain : null;
}

/** Reads a length that is a plain number, at once; null when there is something to work out. */
export function parsePlain(text: string, units: Units): ParsedLength | null {
  const arithmetic = toArithmetic(text, units);
  return arithmetic !== null && /^[+-]?(\d+\.?\d*|\.\d+)$/.test(arithmetic)
    ? finite(Number(arithmetic), units, false)
    : null;
}

/** Reads a typed length. Arithmetic is worked out by mathjs, loaded only when somebody types some. */
export async function parseLength(text: string, units: Units): Promise<ParsedLength> {
  const plain = parsePlain(text, units);
  if (plain) return plain;
  const arithmetic = toArithmetic(text, units);
  if (arithmetic === null) return { ok: false };
  const loaded = await import('./arithmetic').catch(() => null);
  if (!loaded) return { ok: false, notLoaded: true };
  try {
    return finite(loaded.evaluate(arithmetic), units, true);
  } catch {
    return { ok: false };
  }
}

function finite(value: number, units: Units, isExpression: boolean): ParsedLength {
  return Number.isFinite(value) ? { ok: true, mm: fromUnits(value, units), isExpression } : { ok: false };
}
