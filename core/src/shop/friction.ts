/**
 * What friction can be counted on, lowest and highest, by surface and coolant (handbooks and workholding practice,
 * from memory). New entries of the library start with the low end: a hold that is weaker than reckoned throws the
 * part, one that is stronger does no harm.
 */
export const FRICTION = {
  /** ground or milled steel on metal, with coolant or oil */
  smoothWet: [0.08, 0.12],
  smoothDry: [0.12, 0.18],
  /** serrations or diamond grip that bite */
  serrated: [0.25, 0.4],
  /** metal on a vacuum plate with its cord */
  sealed: [0.15, 0.3],
  rubber: [0.3, 0.5],
  /** on board, paper or plywood */
  wood: [0.2, 0.35],
} as const satisfies Record<string, readonly [number, number]>;

/** For people who enter one. */
export const FRICTION_SAYS = `Enter the low end: smooth with coolant ${FRICTION.smoothWet.join(' to ')}, smooth and dry ${FRICTION.smoothDry.join(' to ')}, serrated ${FRICTION.serrated.join(' to ')}, rubber ${FRICTION.rubber.join(' to ')}, wood ${FRICTION.wood.join(' to ')}.`;
