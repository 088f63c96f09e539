/**
 * Values of a new setup that the program proposed and nobody has looked at: where they stand in the setup, what they
 * are called, and the section that decides them.
 */
export const PROPOSABLE = {
  orientation: { says: 'which way it lies', section: 'Seat' },
  cuts: { says: 'depth of cut', section: 'Cuts' },
  'hold.parallels.height': { says: 'parallels', section: 'Seat' },
  'hold.stop': { says: 'stop', section: 'Seat' },
  device: { says: 'device', section: 'Hold' },
  station: { says: 'station', section: 'Zero' },
  register: { says: 'register', section: 'Zero' },
  zero: { says: 'where work zero is', section: 'Zero' },
} as const satisfies Record<string, { readonly says: string; readonly section: string }>;
export type Proposable = keyof typeof PROPOSABLE;
