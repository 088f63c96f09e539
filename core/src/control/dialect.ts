import type { Dialect } from '../shop';
import { toUnits, type Units } from '../units';

/** Words for one control, after the shop's template. */
export interface Writer {
  /** a comment on a line of its own; nothing where the control takes none */
  readonly note: (text: string) => string[];
  /** a line with a comment behind it */
  readonly line: (code: string, text?: string) => string;
  /** a coordinate in the job's unit with the decimals of this control */
  readonly number: (mm: number) => string;
  readonly fill: (template: string, values: Readonly<Record<string, string | number>>) => string;
}

/** Text as controls accept it: ASCII capitals, no brackets. */
function plain(text: string): string {
  return text
    .replaceAll('\u2300', 'DIA ')
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replaceAll('\u2212', '-')
    .replace(/[()\r\n;]/g, ' ')
    .replace(/[^\x20-\x7e]/g, '?')
    .toUpperCase();
}

/** A comment in brackets, as controls accept it: ASCII capitals, no brackets inside. */
export function comment(text: string): string {
  return `(${plain(text)})`;
}

export function writerFor(dialect: Dialect, units: Units): Writer {
  const written = (text: string) =>
    dialect.comments === 'brackets' ? comment(text) : dialect.comments === 'semicolon' ? `; ${plain(text)}` : '';
  const decimals = units === 'mm' ? dialect.decimalsMm : dialect.decimalsInch;
  return {
    note: (text) => {
      const t = written(text);
      return t ? [t] : [];
    },
    line: (code, text) => [code, ...(text && written(text) ? [written(text)] : [])].join(' '),
    number: (mm) => {
      const digits = Math.abs(toUnits(mm, units)).toFixed(decimals);
      const negative = mm < 0 && Number(digits) !== 0;
      return `${negative ? '-' : dialect.plusSign === 'written' ? '+' : ''}${digits}`;
    },
    fill: (template, values) => template.replace(/\{(\w+)\}/g, (whole, key: string) => String(values[key] ?? whole)),
  };
}
