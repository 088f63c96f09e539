/** The texts for the control, by the name they have in an address. */
export const CONTROL_PARTS = ['set', 'verify', 'clear'] as const;
export type ControlPart = (typeof CONTROL_PARTS)[number];
export const PART_SAYS: Record<ControlPart, string> = {
  set: 'Set the registers',
  verify: 'Look at each zero from above',
  clear: 'Clear afterwards',
};
