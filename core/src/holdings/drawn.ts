import type { DrilledHole, SeatedDowels } from '../dowels';
import type { SeatedEdge } from '../edgePins';
import { hangsFree, type HoldFacts, type HoldSetup, type Obstacle } from '../hold';
import type { Locating } from '../locate';
import type { ProveFacts, SeparationFacts } from '../prove';
import {
  horizontal,
  rectangle,
  region,
  vertical,
  type Dimension,
  type Point,
  type Shape,
  type ViewName,
} from '../scene';
import type { SeatFacts } from '../seat';
import type { Family } from '../shop';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import type { ZeroFacts } from '../zero';

/** What of a planned piece is drawn. */
export interface DrawnFacts {
  readonly seat: SeatFacts;
  readonly hold: HoldFacts;
  readonly locating: Locating;
  readonly zero: ZeroFacts;
  readonly prove: ProveFacts;
  readonly separation: SeparationFacts | null;
  /** the dowel holes it drills; left out: none */
  readonly drills?: readonly DrilledHole[];
  /** the dowels it is put onto, and the pins along its edges; left out: there are none */
  readonly dowels?: SeatedDowels;
  readonly edge?: SeatedEdge;
}

/** A setup that is drawn: the first piece and the further ones. */
export interface Drawn<F extends Family = Family> {
  readonly facts: DrawnFacts;
  readonly setup: HoldSetup<F>;
  readonly pieces: readonly { readonly setup: HoldSetup<F>; readonly facts: DrawnFacts }[];
}

export const factsOfAll = ({ facts, pieces }: Drawn): DrawnFacts[] => [facts, ...pieces.map((p) => p.facts)];

/** A piece of a device in space: an outline seen from above, from one height to another. Device frame. */
export interface DeviceSolid {
  readonly name: string;
  readonly outlines: Outlines;
  readonly from: number;
  readonly to: number;
}

/** Over-all sizes of the material as loaded, seen from above. */
export function sizes({ seat: { loadedBox: b } }: DrawnFacts, speech: Speech): Dimension[] {
  return [
    horizontal('', [b.min.x, b.max.x], { reach: b.max.y, side: 'top' }, speech.size(b.max.x - b.min.x)),
    vertical('', [b.min.y, b.max.y], { reach: b.max.x, side: 'right' }, speech.size(b.max.y - b.min.y)),
  ];
}

/** What stands there, as a view sees it. */
export function obstacleOn(view: ViewName, o: Obstacle): Shape {
  if (view === 'above') return { kind: 'region', role: 'clamp', outlines: o.footprint };
  const [xs, ys] = [o.footprint.flat().map((p) => p[0]), o.footprint.flat().map((p) => p[1])];
  return region(view, 'clamp', [Math.min(...xs), Math.min(...ys), o.from], [Math.max(...xs), Math.max(...ys), o.to]);
}

/** From what a cut must stay above to the cut; none where no cut comes to it. */
export function clearance({ hold, prove }: DrawnFacts, reach: number, speech: Speech): Dimension[] {
  const { aboveTop } = prove;
  if (aboveTop === null) return [];
  const { z } = hold.top;
  return [vertical('clear', [z, z + aboveTop], { reach, side: 'right' }, speech.signed(aboveTop))];
}

/** Sizes of a part on a device that is no vise: over all, how high it lies, and how far the cut stays clear. */
export function plainDimensions(
  view: ViewName,
  facts: DrawnFacts,
  speech: Speech,
  own: readonly Dimension[] = [],
): Dimension[] {
  const { seat, prove, hold } = facts;
  const { z } = seat.locators;
  const b = seat.loadedBox;
  if (view === 'above') {
    // from the device's own edge only where that edge is drawn; far away it would shrink the picture
    return [
      ...own.filter((d) => Math.abs(d.to) < 0.6 * Math.max(b.max.x - b.min.x, b.max.y - b.min.y)),
      ...sizes(facts, speech),
    ];
  }
  if (view === 'leftEnd')
    return !hangsFree(hold.top) && hold.top.wantedMm > -1e8 && prove.removedBox
      ? clearance(facts, -b.min.y, speech)
      : [];
  return [
    ...(z.kind === 'height' ? [vertical(z.name, [0, z.at], { reach: b.min.x, side: 'left' }, speech.size(z.at))] : []),
    vertical('top', [0, b.max.z], { reach: b.max.x, side: 'right' }, speech.size(b.max.z)),
  ];
}

/** At the right of what stands there. */
const besideOf = (points: readonly Point[]): Point => [
  Math.max(...points.map((p) => p[0])) + 1.5,
  points.reduce((sum, p) => sum + p[1], 0) / points.length,
];

/** Names of what stands around the part, from above, outside the part where there is room. */
export function plainLabels(view: ViewName, facts: DrawnFacts): Shape[] {
  if (view !== 'above') return [];
  const named = facts.hold.obstacles.filter((o) => !/^(bolt|step block|shank|body|jaws)/.test(o.name)).slice(0, 12);
  return named.map((o): Shape => {
    const points = o.footprint.flat();
    const middle: [number, number] = [
      points.reduce((sum, p) => sum + p[0], 0) / points.length,
      points.reduce((sum, p) => sum + p[1], 0) / points.length,
    ];
    // a dowel is too small to be written on
    if (o.name.startsWith('dowel'))
      return { kind: 'label', at: besideOf(points), text: o.name, anchor: 'start', backed: true };
    return { kind: 'label', at: middle, text: o.name.replace(/^head of /, ''), anchor: 'middle', backed: true };
  });
}

/** Something of steel, and its other faces, true to scale: what pictures of devices are made of. */
export const steel = (x0: number, y0: number, x1: number, y1: number): Shape => ({
  kind: 'region',
  role: 'steel',
  outlines: rectangle(x0, y0, x1, y1),
});
export const open = (x0: number, y0: number, x1: number, y1: number): Shape => ({
  kind: 'region',
  role: 'steel-open',
  outlines: rectangle(x0, y0, x1, y1),
});
export const mark = (points: readonly Point[]): Shape => ({ kind: 'line', role: 'groove', points });
export const dot = (x: number, y: number, r: number): Shape => ({
  kind: 'region',
  role: 'groove',
  outlines: [
    Array.from(
      { length: 16 },
      (_, i) => [x + r * Math.cos((i * Math.PI) / 8), y + r * Math.sin((i * Math.PI) / 8)] as const,
    ),
  ],
});
export const many = (first: number, pitch: number, last: number): number[] =>
  Array.from({ length: Math.max(0, Math.floor((last - first) / pitch + 1e-9) + 1) }, (_, i) => first + i * pitch);
