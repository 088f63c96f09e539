/** A day as the clock of the server has it: 2026-11-29. */
export const dayOf = (date: Date): string =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
