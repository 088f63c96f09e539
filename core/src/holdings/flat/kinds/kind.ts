import type { Finding } from '../../../findings';
import {
  rectangleRing,
  type DrawnLine,
  type Figure,
  type HoldFacts,
  type HoldForce,
  type HoldOf,
  type HoldTrouble,
} from '../../../hold';
import type { HoldIn } from '../../../job';
import type { Point, Shape } from '../../../scene';
import type { FlatDevice } from '../../../shop';
import type { Kernel, Outlines } from '../../../solid';
import type { Speech } from '../../../units';
import type { Held } from '../../types';

/** What pulls a part down by itself: vacuum, a magnet. */
export interface Pull {
  readonly forces: HoldForce[];
  readonly drawn: DrawnLine[];
  readonly trouble: HoldTrouble[];
  readonly figures: Figure[];
  /** the places that really pull, for the steps */
  readonly says: string[];
}

export const NO_PULL: Pull = { forces: [], drawn: [], trouble: [], figures: [], says: [] };

/** The stretch of a bed that is drawn. */
export interface Stretch {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

/**
 * All that is different about one kind of flat device. What holds a part down can be combined with clamps, fasteners
 * and bonds on every one.
 */
export interface FlatKind<D extends FlatDevice> {
  /** where it carries a part, device X and Y */
  area(device: D, plate: HoldIn<'flat'>, kernel: Kernel): Outlines;
  /** how deep holes may be drilled into it, mm; 0: not at all */
  drillable(device: D): number;
  /** its whole top carries: a part that reaches beyond it is told */
  readonly wholeTop: boolean;
  /**
   * how high a cut must stay above it, or how deep it may go into it. @param rest what lies between device and part,
   * mm
   */
  top(device: D, rest: number): HoldFacts['top'];
  pull(input: HoldOf<D>): Pull;
  /** name of the force that pulls on all that lies there, so that nothing between can lift; null: there is none */
  readonly allOver: string | null;
  /** it holds a part alone, and tells itself when it does not */
  readonly holdsAlone: boolean;
  /** what is laid out before the part comes, and what is switched on after it */
  readonly steps: {
    before(device: D, plate: HoldIn<'flat'>, pull: Pull, speech: Speech): string[];
    after(device: D, plate: HoldIn<'flat'>): string[];
  };
  /** how its pull ends: in a few words, and as a step; null: it has none */
  letGo(device: D, plate: HoldIn<'flat'>): { readonly opens: string; readonly step: string } | null;
  checks(held: Held<'flat'> & { readonly device: D }): Finding[];
  /** what marks its top, seen from above in a setup and by itself */
  marks(device: D, stretch: Stretch): Shape[];
  picture(device: D): Shape[];
}

/** A flat top that only carries. */
export const PLAIN: Omit<FlatKind<FlatDevice>, 'marks' | 'picture'> = {
  area: (device) => [rectangleRing(0, 0, device.width, device.depth)],
  drillable: () => 0,
  wholeTop: true,
  top: (device, rest) => ({ z: 0, name: `top of the ${device.kind}`, wantedMm: rest > 0 ? 1e-6 : 0 }),
  pull: () => NO_PULL,
  allOver: null,
  holdsAlone: false,
  steps: { before: () => [], after: () => [] },
  letGo: () => null,
  checks: () => [],
};

/** Those of some values that lie within a stretch. */
export const inside = ([from, to]: readonly [number, number], values: readonly number[]) =>
  values.filter((v) => v > from && v < to);
export const series = (first: number, pitch: number, count: number) =>
  Array.from({ length: count }, (_, i) => first + i * pitch);
export const line = (a: Point, b: Point): Shape => ({ kind: 'line', role: 'groove', points: [a, b] });

/** How a pull of so much reads among the figures. */
export const downFigure = (label: string, how: string, forces: readonly HoldForce[], speech: Speech): Figure => ({
  label,
  value: `${how}: ${speech.force(-forces.reduce((s, f) => s + f.forceN.z, 0))} down`,
});
