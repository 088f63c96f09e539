// the Swedish way of writing a date is the ISO order, in the reader's own time
const inOrder = (iso: string, options: Intl.DateTimeFormatOptions): string =>
  new Date(iso).toLocaleString('sv-SE', options);

/** 2026-11-27 10:05, in the time of the device that shows it. */
export const localMinute = (iso: string): string => inOrder(iso, { dateStyle: 'short', timeStyle: 'short' });

/** 10:05:09, in the time of the device that shows it. */
export const localSecond = (iso: string): string => inOrder(iso, { timeStyle: 'medium' });

/** 2026-11-27: today, in the time of the device that asks. */
export const today = (): string => inOrder(new Date().toISOString(), { dateStyle: 'short' });
