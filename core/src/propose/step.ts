/** What is proposed comes in whole steps of this, mm: a millimeter, or a sixteenth of an inch. */
export const STEP = { mm: 1, inch: 25.4 / 16 } as const;
