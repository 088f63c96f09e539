import type { Setup } from './schema';

/** What decides how zero is found at the machine, besides where it is. */
export type TouchChoices = Pick<
  Setup,
  'nextCopy' | 'touchOff' | 'lengths' | 'consumables' | 'firstPart' | 'handChecks' | 'measured'
>;

/**
 * Touch the nearest faces with an edge finder and the top with a tool whose length is active. The limit is common
 * practice (no source).
 */
export const touchChoices = (diameter: number): TouchChoices => ({
  nextCopy: null,
  touchOff: {
    side: { with: 'edge finder', diameter, thickness: 0 },
    top: { with: 'cutter', tool: null, thickness: 0 },
    x: 'nearest',
    y: 'nearest',
    z: 'top',
    limit: 0.1,
    plusMinus: null,
    everyPart: false,
    edge: null,
  },
  lengths: { by: 'spindle nose', reference: null, setterHeight: 50, setterOn: 0, active: true },
  consumables: [],
  firstPart: [],
  handChecks: [],
  measured: null,
});
