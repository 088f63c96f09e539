import type { Box3 } from '../frames';
import type { Tool } from '../job';
import type { HoldSetup } from './input';
import type { Gripped, SeatFacts } from '../seat';
import type { Family, WorkMaterial } from '../shop';
import type { Kernel, Outlines } from '../solid';
import { against, connectedAreas, type BentAlong, type Section } from './crossSections';
import { demandOf, type CutDemand } from './cutting';
import { GIVES_MM } from './checks/wallStands';
import type { HoldFacts } from './types';

/** Where a tool cuts and nothing is behind the part: how far it gives under the worst tool. */
export interface Bend {
  readonly tool: Pick<Tool, 'number' | 'description'>;
  /** "beyond the jaws at its left end" */
  readonly where: string;
  readonly way: 'sideways' | 'up' | 'up and down';
  /** how far from what holds it, or between what holds it */
  readonly spanMm: number;
  readonly forceN: number;
  readonly deflectionMm: number;
  readonly stressMPa: number;
}

/** What a part that gives is computed from, besides what holds it. */
export interface BendingInput<F extends Family = Family> {
  readonly setup: HoldSetup<F>;
  readonly seat: SeatFacts;
  readonly hold: HoldFacts;
  readonly gripped: Gripped | null;
  readonly kernel: Kernel;
  readonly material: WorkMaterial;
  readonly sectionOf: (body: 'left', height: number) => Outlines;
  /** section across X: y and z of the device */
  readonly acrossX: (body: 'left', x: number) => Outlines;
  /** what the setup takes away; device frame */
  readonly removed: Box3;
  /** level of the thinnest floor */
  readonly floorAt: number;
  /** what stays under a cut at its thinnest; null: no floor */
  readonly floorMm: number | null;
}

type PerN = NonNullable<Span['perN']>;

/** A place that can give: what one newton does there. */
export interface Span {
  readonly where: string;
  readonly way: Bend['way'];
  readonly spanMm: number;
  /** null: no material was found in a section, so it is not known */
  readonly perN: { readonly mm: number; readonly mpa: number } | null;
}

const SLICES = 32;
/** Shorter arms are part of the grip. */
const LEAST_MM = 1;
const HAIR_MM = 0.001;

const slices = (from: number, to: number): number[] =>
  Array.from({ length: SLICES }, (_, i) => from + ((i + 0.5) / SLICES) * (to - from));

/** The part of a box that a section looks at: its ranges along u and v. */
type Ranges = readonly [readonly [number, number], readonly [number, number]];

const covers = (outer: Section, [u, v]: Section['center']) =>
  u >= outer.min[0] && u <= outer.max[0] && v >= outer.min[1] && v <= outer.max[1];

/**
 * What one newton at the end of an arm does: deflection `Σ (L − s)²·Δs / (E·I(s))` and the highest stress `(L − s)·c /
 * I(s)` (Euler–Bernoulli, a section at a time). Where the arm is split, the weakest prong near the cut takes the force
 * alone; prongs that are one again further out share it. Null where a section finds no material, so that nothing can
 * be said.
 */
function armPerN(
  sections: readonly (readonly Section[])[],
  lengthMm: number,
  youngGPa: number,
  along: BentAlong,
): Span['perN'] | null {
  const step = lengthMm / sections.length;
  let [mm, mpa] = [0, 0];
  for (const [i, areas] of sections.entries()) {
    if (areas.length === 0) return null;
    const arm = lengthMm - (i + 0.5) * step;
    const further = sections.slice(i + 1).flat();
    const together = (a: Section) =>
      areas.filter((b) => b === a || further.some((f) => covers(f, a.center) && covers(f, b.center)));
    const groups = areas.map((a) => together(a).map((b) => against(b, along)));
    const inertia = Math.min(...groups.map((g) => g.reduce((s, b) => s + b.inertia, 0)));
    if (inertia <= 0) return null;
    mm += (arm ** 2 * step) / (youngGPa * 1000 * inertia);
    mpa = Math.max(
      mpa,
      ...groups.map((g) => (arm * Math.max(...g.map((b) => b.far))) / g.reduce((s, b) => s + b.inertia, 0)),
    );
  }
  return { mm, mpa };
}

/** The connected areas of sections; of several, those that the cut comes to. */
function areasAt({ kernel }: BendingInput, outlines: readonly Outlines[], cut: Ranges): Section[][] {
  return outlines.map((rings) => {
    // the part and what stands around it may meet with a crack of rounding between them
    const all = connectedAreas(kernel.offset(rings, HAIR_MM));
    const near = all.filter((a) =>
      ([0, 1] as const).every((k) => a.min[k] <= cut[k][1] + HAIR_MM && a.max[k] >= cut[k][0] - HAIR_MM),
    );
    return near.length > 0 ? near : all;
  });
}

/**
 * A beam held at one end and carried at the other gives 7/256 of what an arm gives, loaded in its middle, at 3/16 of
 * its moment (any mechanics handbook).
 */
const carried = ({ mm, mpa }: PerN): PerN => ({ mm: (mm * 7) / 256, mpa: (mpa * 3) / 16 });

/** An arm along X from where it is held. */
export function armAlongX({
  input,
  from,
  to,
  where,
  both = false,
}: {
  readonly input: BendingInput;
  readonly from: number;
  readonly to: number;
  readonly where: string;
  readonly both?: boolean;
}): Span[] {
  const spanMm = Math.abs(to - from);
  if (spanMm < LEAST_MM) return [];
  const {
    removed: { min, max },
    acrossX,
    material,
  } = input;
  const sections = areasAt(
    input,
    slices(from, to).map((x) => acrossX('left', x)),
    [
      [min.y, max.y],
      [min.z, max.z],
    ],
  );
  return (
    [
      ['v', 'up and down'],
      ['u', 'sideways'],
    ] as const
  ).map(([along, way]): Span => {
    const perN = armPerN(sections, spanMm, material.youngGPa, along);
    return { where, way, spanMm, perN: perN && both ? carried(perN) : perN };
  });
}

/** An arm that stands up from where it is held. */
export function armUp(input: BendingInput, from: number, where: string): Span[] {
  const {
    seat: { finishedBox },
    removed,
    sectionOf,
    material,
  } = input;
  const { min, max } = finishedBox;
  const to = Math.min(removed.max.z, max.z);
  // half as high as it is wide or lower, it is a block
  if (to - from < LEAST_MM || to - from < Math.min(max.x - min.x, max.y - min.y) / 2) return [];
  const sections = areasAt(
    input,
    slices(from, to).map((z) => sectionOf('left', z)),
    [
      [removed.min.x, removed.max.x],
      [removed.min.y, removed.max.y],
    ],
  );
  return [
    { where, way: 'sideways', spanMm: to - from, perN: armPerN(sections, to - from, material.youngGPa, 'weakest') },
  ];
}

/** Nearest point of a rectangle or point to a place. */
const nearest = ([x0, y0, x1, y1]: readonly number[], [x, y]: readonly [number, number]): [number, number] => [
  Math.min(Math.max(x, x0), x1),
  Math.min(Math.max(y, y0), y1),
];

/**
 * A plate between what holds it, as a strip no wider than it is long: between two that lie on opposite sides of the
 * cut a beam carried at both ends, `δ = F·a²·b²/(3·E·I·L)`, else an arm from the nearest, `F·a³/(3·E·I)` (any
 * mechanics handbook).
 */
export function plateBetween({
  input,
  holders,
  thicknessMm,
  way,
  where,
}: {
  readonly input: BendingInput;
  readonly holders: readonly (readonly number[])[];
  readonly thicknessMm: number;
  readonly way: Bend['way'];
  readonly where: string;
}): (Span & { perN: PerN })[] {
  const { removed, seat, material } = input;
  if (holders.length === 0 || thicknessMm <= 0) return [];
  const width = Math.min(
    seat.finishedBox.max.x - seat.finishedBox.min.x,
    seat.finishedBox.max.y - seat.finishedBox.min.y,
  );
  const stripOf = (spanMm: number) => {
    const b = Math.min(width, spanMm);
    return { ei: (material.youngGPa * 1000 * b * thicknessMm ** 3) / 12, w: (b * thicknessMm ** 2) / 6 };
  };
  const [x0, x1] = [Math.max(removed.min.x, seat.finishedBox.min.x), Math.min(removed.max.x, seat.finishedBox.max.x)];
  const [y0, y1] = [Math.max(removed.min.y, seat.finishedBox.min.y), Math.min(removed.max.y, seat.finishedBox.max.y)];
  const places = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
    [(x0 + x1) / 2, (y0 + y1) / 2],
  ] as const;
  return places.flatMap((at) => {
    const arms = holders.map((h) => {
      const [x, y] = nearest(h, at);
      return { x: x - at[0], y: y - at[1], d: Math.hypot(x - at[0], y - at[1]) };
    });
    if (arms.some((a) => a.d < LEAST_MM)) return [];
    const least = arms.reduce((best, a) => (a.d < best.d ? a : best));
    const arm = stripOf(least.d);
    const ways: (Span & { perN: PerN })[] = [
      { where, way, spanMm: least.d, perN: { mm: least.d ** 3 / (3 * arm.ei), mpa: least.d / arm.w } },
    ];
    arms.forEach((a, i) =>
      arms.slice(i + 1).forEach((b) => {
        if (a.x * b.x + a.y * b.y > -0.5 * a.d * b.d) return;
        const spanMm = a.d + b.d;
        const strip = stripOf(spanMm);
        ways.push({
          where,
          way,
          spanMm,
          perN: { mm: (a.d * b.d) ** 2 / (3 * strip.ei * spanMm), mpa: (a.d * b.d) / spanMm / strip.w },
        });
      }),
    );
    return [ways.reduce((best, w) => (w.perN.mm < best.perN.mm ? w : best))];
  });
}

/** Half the width of the widest circle that lies in an area. */
function inscribedMm(kernel: Kernel, area: Outlines): number {
  if (area.length === 0) return 0;
  let [low, high] = [0, Math.sqrt(kernel.flatArea(area) / Math.PI) + 1];
  for (let i = 0; i < 12; i++) {
    const r = (low + high) / 2;
    if (kernel.flatArea(kernel.offset(area, -r)) > 0) low = r;
    else high = r;
  }
  return low;
}

/**
 * The floor a cut leaves, as a square plate carried at its edges with a point load in the middle: `w = 0.0116·F·s²/D`
 * (Timoshenko), stress as of a strip `1.5·F/t²`.
 */
export function thinFloor({ kernel, sectionOf, floorAt, floorMm, material }: BendingInput, way: Bend['way']): Span[] {
  if (floorMm === null || floorMm <= 0) return [];
  const floor = kernel.flatDifference(sectionOf('left', floorAt - 0.01), sectionOf('left', floorAt + 0.01));
  const side = 2 * inscribedMm(kernel, floor);
  if (side < 2 * floorMm) return [];
  const stiffness = (material.youngGPa * 1000 * floorMm ** 3) / (12 * (1 - 0.3 ** 2));
  return [
    {
      where: 'in the middle of its floor',
      way,
      spanMm: side,
      perN: { mm: (0.0116 * side ** 2) / stiffness, mpa: 1.5 / floorMm ** 2 },
    },
  ];
}

const forceIn = (demand: CutDemand, way: Bend['way']): number =>
  way === 'sideways' ? demand.sidewaysN : way === 'up' ? demand.liftN : Math.max(demand.liftN, demand.pressN);

/** How far a part gives under the tools of a setup. */
export interface Bending {
  /** where it comes nearest to giving too much or to its yield; null: nothing can give, or no tool's force is known */
  readonly worst: Bend | null;
  /** where it could not be computed */
  readonly unknown: readonly { readonly where: string; readonly spanMm: number }[];
}

/**
 * How far the part gives: what stands out of jaws, what spans between clamps, pods and supports, and a thin floor.
 * Beams and plates of handbooks; what is stiffer in truth gives less. Device frame. @param spans places that can give,
 * as the device holds the part
 */
export function planBending(input: BendingInput, spans: readonly Span[]): Bending {
  const { setup, material } = input;
  const bends = setup.tools.flatMap((tool): Bend[] => {
    const demand = demandOf(tool, material);
    return demand
      ? spans.flatMap(({ where, way, spanMm, perN }) => {
          const forceN = forceIn(demand, way);
          return perN
            ? [{ tool, where, way, spanMm, forceN, deflectionMm: perN.mm * forceN, stressMPa: perN.mpa * forceN }]
            : [];
        })
      : [];
  });
  // what comes nearest to either limit: a short stiff place can yield before a long one gives much
  const near = (b: Bend) => Math.max(b.deflectionMm / GIVES_MM, b.stressMPa / (material.yieldMPa / 2));
  return {
    worst: bends.reduce<Bend | null>((worst, b) => (!worst || near(b) > near(worst) ? b : worst), null),
    unknown: spans.flatMap(({ where, spanMm, perN }, i) =>
      perN || spans.findIndex((o) => !o.perN && o.where === where) < i ? [] : [{ where, spanMm }],
    ),
  };
}
