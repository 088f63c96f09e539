/** From which side of the part a pin comes. */
export const PIN_SIDES = ['left', 'right', 'front', 'rear'] as const;
export type PinSide = (typeof PIN_SIDES)[number];
