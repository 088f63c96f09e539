import type { Tool, Setup } from './schema';

/** What decides how a setup is held, besides the device: kept for every kind, so that trying another device loses nothing. */
export type HoldChoices = Pick<Setup, 'closing' | 'plate' | 'round' | 'clears' | 'outlineCutter' | 'separation' | 'jig' | 'further'>;

/** Nothing decided yet. The skin and the step off the wall are common practice (no source): 5 and 3 thousandths of an inch. */
export const NO_HOLD: HoldChoices = {
  closing: { torque: null, softJaws: { on: false, depth: 3, fit: 0.02, ledge: 3, cutter: 6 } },
  plate: {
    under: 0,
    x: { by: 'hand', side: 'left', at: 50, pins: [] },
    y: { by: 'hand', side: 'front', at: 50, pins: [] },
    pinDiameter: 10, pinHeight: 8, pinsOut: false, clamps: [], pods: [], gasket: { on: false, inset: 8 },
    bond: null, bondInset: 2, temperature: 25, backing: '',
  },
  round: { restHeight: 0, forceShare: 100, rpm: null, tailstock: false, supports: [] },
  clears: 'everything', outlineCutter: 6,
  separation: { way: 'none', tabs: { count: 4, width: 6, height: 1 }, skin: { leave: 0.127, offWall: 0.0762 } },
  jig: { on: false, fit: 0.1, thickness: 6, border: 20 },
  further: [],
};

/** What a tool's cut is computed from, while nothing is known. */
export const NO_CUT: Omit<Tool, 'id' | 'number' | 'description' | 'diameter' | 'length'> = {
  use: 'milling', flutes: null, feedPerTooth: null, cutDepth: null, cutWidth: null, rpm: null, stickOut: null, holderDiameter: null, material: null, helix: null, point: null, lengthRegister: null,
};
