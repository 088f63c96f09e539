import type { Cut } from './cutSchema';
import type { Setup, Tool } from './schema';

/** What nobody has decided in a new setup: no locating outline, and how exactly it lies is not said. */
export const UNDECIDED: Pick<Setup, 'standsOn' | 'jig' | 'exact'> = {
  standsOn: null,
  jig: { on: false, fit: 0.1, thickness: 6, border: 20 },
  exact: { x: null, y: null, z: null },
};

/** What a tool's cut is computed from, while nothing is known. */
export const NO_CUT: Omit<Tool, 'id' | 'number' | 'description' | 'diameter' | 'length'> = {
  of: null,
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

/** The cuts of a setup that makes one: everything down to a depth below the finished top, if nothing else is said. */
export const oneCut = (below: number, change: Partial<Cut> = {}): Cut[] => [
  { id: 'cut', name: '', clears: 'everything', features: [], below, to: null, width: 6, tool: null, ...change },
];

/** A cut of its own for some faces or bores, down to the first of them. @param below how deep that is now */
export const cutFor = (id: string, features: readonly string[], below: number): Cut => ({
  ...oneCut(below)[0],
  id,
  clears: 'features',
  features: [...features],
  to: features[0] ?? null,
});

/** A list of cuts with one of them changed. */
export const withCut = (cuts: readonly Cut[], id: string, change: Partial<Cut>): Cut[] =>
  cuts.map((c) => (c.id === id ? { ...c, ...change } : c));

/** How deep a setup cuts all round the part, mm below its finished top; 0: it does not. */
export const depthAllRound = ({ cuts }: Pick<Setup, 'cuts'>): number =>
  Math.max(0, ...cuts.filter((c) => c.clears !== 'features').map((c) => c.below));

/** The tool a cut is made with; null: not said, or it is gone. */
export const toolOfCut = ({ tool }: Pick<Cut, 'tool'>, tools: readonly Tool[]): Tool | null =>
  tools.find((t) => t.id === tool) ?? null;

/** How wide a cutter goes over in a cut, mm: the diameter of its tool, else what was entered. */
export const widthOf = (cut: Pick<Cut, 'tool' | 'width'>, tools: readonly Tool[]): number =>
  toolOfCut(cut, tools)?.diameter ?? cut.width;

/** Width of the cut that goes round the part, mm: of the one along the outline; without one, of the first. */
export const outlineWidth = ({ cuts, tools }: Pick<Setup, 'cuts' | 'tools'>): number =>
  widthOf(cuts.find((c) => c.clears === 'outline') ?? cuts[0], tools);
