import type { PathRole } from '@violet-jaw/core/drawing';

export const INK = '#231636';
export const HAIR = '#8d8698';

/** Black-and-white safe: every role differs by weight, dash or texture, none by color alone. */
export const PATH_STYLE: Partial<
  Record<PathRole, { fill?: string; stroke?: string; width?: number; dash?: string; cap?: 'round' }>
> = {
  left: { fill: '#f1eef6', stroke: INK, width: 1.2 },
  part: { fill: '#f1eef6', stroke: INK, width: 1.2 },
  removed: { stroke: INK, width: 0.4, dash: '2 2' },
  loaded: { stroke: INK, width: 0.6, dash: '4 2' },
  blank: { stroke: INK, width: 0.6, dash: '4 2' },
  section: { stroke: INK, width: 0.6, dash: '1 2' },
  edges: { stroke: INK, width: 1 },
  'device-edges': { stroke: INK, width: 0.45 },
  'zero-axis': { stroke: INK, width: 1.4 },
  hidden: { stroke: INK, width: 0.5, dash: '2.4 1.6' },
  center: { stroke: HAIR, width: 0.5, dash: '7 1.6 1.4 1.6' },
  'cut-face': { stroke: INK, width: 1.2 },
  unreached: { stroke: INK, width: 0.9, dash: '5 1.5 1 1.5 1 1.5' },
  steel: { fill: '#ffffff', stroke: INK, width: 0.7 },
  'steel-open': { fill: '#ffffff', stroke: HAIR, width: 0.6 },
  stop: { fill: '#ffffff', stroke: INK, width: 1 },
  clamp: { fill: '#ffffff', stroke: INK, width: 0.9 },
  packing: { fill: '#ffffff', stroke: HAIR, width: 0.6 },
  groove: { stroke: HAIR, width: 0.4 },
  gasket: { stroke: INK, width: 2, dash: '5 2' },
  bond: { stroke: INK, width: 0.9, dash: '1 2' },
  pocket: { stroke: INK, width: 1.1, dash: '7 1.5 2 1.5' },
  jig: { stroke: INK, width: 1.1, dash: '7 1.5 2 1.5' },
  'jig-window': { stroke: INK, width: 0.7, dash: '2 1' },
  pod: { stroke: INK, width: 1.2 },
  'pod-off': { stroke: HAIR, width: 0.8, dash: '2 2' },
  tab: { fill: INK },
  grip: { stroke: INK, width: 2.6 },
  locator: { stroke: INK, width: 1 },
  ghost: { stroke: INK, width: 0.6, dash: '3 2' },
  'ghost-near': { stroke: INK, width: 0.3, dash: '3 2' },
  'ghost-half': { stroke: INK, width: 0.3, dash: '3 2' },
  'cut-level': { stroke: INK, width: 0.6, dash: '8 2 2 2' },
  hatch: { stroke: HAIR, width: 0.4 },
  stipple: { stroke: HAIR, width: 0.9, cap: 'round' },
  dimension: { stroke: INK, width: 0.4 },
  arrow: { fill: INK },
  ground: { fill: '#ffffff' },
  'number-ground': { fill: '#ffffff' },
  'zero-paper': { fill: '#ffffff' },
  'zero-ink': { fill: INK },
  'zero-line': { stroke: INK, width: 1 },
};
