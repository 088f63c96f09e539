import type { Setup, Tool } from './schema';

/** A cut that clears everything, and no locating outline. */
export const PLAIN_CUT: Pick<Setup, 'clears' | 'outlineCutter' | 'jig'> = {
  clears: 'everything',
  outlineCutter: 6,
  jig: { on: false, fit: 0.1, thickness: 6, border: 20 },
};

/** What a tool's cut is computed from, while nothing is known. */
export const NO_CUT: Omit<Tool, 'id' | 'number' | 'description' | 'diameter' | 'length'> = {
  use: 'milling',
  flutes: null,
  feedPerTooth: null,
  cutDepth: null,
  cutWidth: null,
  rpm: null,
  stickOut: null,
  holderDiameter: null,
  material: null,
  helix: null,
  point: null,
  lengthRegister: null,
};
