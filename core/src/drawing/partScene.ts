import { AXES, type Box3, type Direction, type Rotation } from '../frames';
import type { PartSummary } from '../part';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import { centerLines } from './centers';
import type { Seen } from './outlines';
import { onView, VIEWS, type ViewName, moveSegments, type Dimension, type Scene, type Shape } from '../scene';

/** A cut through the part by a plane square to an axis: what the view along it shows hatched. */
export interface SectionPlane {
  readonly axis: 'x' | 'y' | 'z';
  readonly at: number;
}

/** The view that looks at a cut square to an axis, and the side of the plane that is taken away. */
export const SECTION_VIEW: Record<SectionPlane['axis'], { readonly view: ViewName; readonly removes: Direction }> = {
  x: { view: 'leftEnd', removes: '-x' },
  y: { view: 'front', removes: '-y' },
  z: { view: 'above', removes: '+z' },
};

/** What of the part is drawn besides its outlines. */
export interface PartSceneInput {
  readonly view: ViewName;
  readonly part: Seen;
  readonly blank: Outlines;
  readonly summary: PartSummary;
  /** box of all copies; of the part when there is one */
  readonly whole: Box3;
  readonly blankBox: Box3;
  readonly unreached: Outlines;
  /** outlines of the cut where this view shows the section */
  readonly cutFace?: Outlines;
  readonly section?: SectionPlane | null;
  /** edges of features to stand out: chosen and hovered, view coordinates */
  readonly chosen?: ArrayLike<number>;
  readonly hovered?: ArrayLike<number>;
  readonly speech: Speech;
}

const PLAIN: Record<ViewName, Rotation> = {
  above: { rows: VIEWS.above.rows },
  front: { rows: VIEWS.front.rows },
  leftEnd: { rows: VIEWS.leftEnd.rows },
};
const STILL = [0, 0] as const;

/**
 * The finished part inside its blank, part coordinates: visible and hidden lines, center lines, sizes, levels and
 * allowance.
 */
export function partScene(input: PartSceneInput): Scene {
  const { view, part, blank, summary, blankBox, section, speech } = input;
  const shapes: Shape[] = [
    { kind: 'region', role: 'part', outlines: input.cutFace ? [] : part.silhouette },
    ...(input.cutFace ? [{ kind: 'region' as const, role: 'cut-face' as const, outlines: input.cutFace }] : []),
    ...(input.unreached.length > 0
      ? [{ kind: 'region' as const, role: 'unreached' as const, outlines: input.unreached }]
      : []),
    ...(input.cutFace
      ? []
      : [{ kind: 'lines' as const, role: 'hidden' as const, segments: moveSegments(part.lines.hidden, STILL) }]),
    { kind: 'lines', role: 'edges', segments: moveSegments(part.lines.visible, STILL) },
    {
      kind: 'lines',
      role: 'center',
      segments: moveSegments(centerLines(summary.features.features, PLAIN[view]), STILL),
    },
    { kind: 'region', role: 'blank', outlines: blank },
    ...cuttingLine(view, section ?? null, blankBox),
    ...(input.hovered
      ? [{ kind: 'lines' as const, role: 'hovered' as const, segments: moveSegments(input.hovered, STILL) }]
      : []),
    ...(input.chosen
      ? [{ kind: 'lines' as const, role: 'chosen' as const, segments: moveSegments(input.chosen, STILL) }]
      : []),
    ...partDimensions({ view, summary, whole: input.whole, blankBox, speech }),
  ];
  return { title: VIEWS[view].title, shapes };
}

/** Where the section plane stands in the views that see it edge-on. */
export function cuttingLine(view: ViewName, section: SectionPlane | null, box: Box3): Shape[] {
  if (!section || SECTION_VIEW[section.axis].view === view) return [];
  const ends = [box.min, box.max].map((p) => onView(view, { ...p, [section.axis]: section.at }));
  const [u, v] = VIEWS[view].rows;
  const vertical = Math.abs(u[section.axis]) > 0.5;
  if (!vertical && Math.abs(v[section.axis]) < 0.5) return [];
  const k = vertical ? 1 : 0;
  const [low, high] = [Math.min(ends[0][k], ends[1][k]), Math.max(ends[0][k], ends[1][k])];
  const out = (high - low) * 0.06;
  const at = ends[0][1 - k];
  return [
    {
      kind: 'line',
      role: 'cutting-line',
      points: vertical
        ? [
            [at, low - out],
            [at, high + out],
          ]
        : [
            [low - out, at],
            [high + out, at],
          ],
    },
  ];
}

/** Where a dimension stands: the side it is put to, as far out as `reach`. */
interface Place<Side> {
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly side: Side;
  readonly reach: number;
}

/** Overall sizes of part and blank, the levels of faces that look up, and the stock on the sides seen edge-on. */
function partDimensions({
  view,
  summary,
  whole,
  blankBox,
  speech,
}: {
  readonly view: ViewName;
  readonly summary: PartSummary;
  readonly whole: Box3;
  readonly blankBox: Box3;
  readonly speech: Speech;
}): Dimension[] {
  const [u0, v0] = corner(view, summary.box, -1);
  const [u1, v1] = corner(view, summary.box, 1);
  const [wu0, wv0] = corner(view, whole, -1);
  const [wu1, wv1] = corner(view, whole, 1);
  const [bu0, bv0] = corner(view, blankBox, -1);
  const [bu1, bv1] = corner(view, blankBox, 1);
  const sized = (d: Omit<Dimension, 'kind' | 'measures' | 'value'>): Dimension => ({
    kind: 'dimension',
    measures: d.name,
    value: speech.size(Math.abs(d.to - d.from)),
    ...d,
  });
  const across = (d: Place<'top' | 'bottom'>) => sized({ along: 'horizontal', ...d });
  const up = (d: Place<'left' | 'right'>) => sized({ along: 'vertical', ...d });
  const stock = (d: Dimension): Dimension[] => (Math.abs(d.to - d.from) > 1e-6 ? [d] : []);
  // each size stands once, in the view that shows it best: X and Z in the front view, Y in the view from above
  if (view === 'leftEnd') return [];
  const upright = [
    up({ name: 'part', from: v0, to: v1, side: 'right', reach: u1 }),
    ...stock(up({ name: 'blank', from: bv0, to: bv1, side: 'left', reach: bu0 })),
    ...stock(up({ name: 'stock', from: wv1, to: bv1, side: 'left', reach: bu0 })),
    ...stock(up({ name: 'stock', from: bv0, to: wv0, side: 'left', reach: bu0 })),
    ...stock(up({ name: 'copies', from: wv0, to: wv1, side: 'right', reach: wu1 })).filter(
      () => Math.abs(wv1 - wv0 - (v1 - v0)) > 1e-6,
    ),
  ];
  if (view === 'above') return upright;
  return [
    across({ name: 'part', from: u0, to: u1, side: 'bottom', reach: v0 }),
    across({ name: 'blank', from: bu0, to: bu1, side: 'top', reach: bv1 }),
    ...stock(across({ name: 'stock', from: bu0, to: wu0, side: 'bottom', reach: v0 })),
    ...stock(across({ name: 'stock', from: wu1, to: bu1, side: 'bottom', reach: v0 })),
    ...stock(across({ name: 'copies', from: wu0, to: wu1, side: 'bottom', reach: wv0 })).filter(
      () => Math.abs(wu1 - wu0 - (u1 - u0)) > 1e-6,
    ),
    ...upright,
    ...levelsUp(summary)
      .slice(0, 4)
      .map((level) => up({ name: '', from: level, to: v1, side: 'right', reach: u1 })),
  ];
}

/** Levels below the top that a flat face looking up has, nearest the top first. */
function levelsUp(summary: PartSummary): number[] {
  const top = summary.sides.find((s) => s.side === '+z')?.levels ?? [];
  return top
    .filter((l) => l.belowTop > 1e-6 && summary.box.max.z - l.belowTop > summary.box.min.z + 1e-6)
    .map((l) => l.level);
}

/** Lower left (−1) or upper right (+1) corner of a box in a view. */
function corner(view: ViewName, box: Box3, end: 1 | -1): [number, number] {
  const a = onView(view, box.min);
  const b = onView(view, box.max);
  const pick = end > 0 ? Math.max : Math.min;
  return [pick(a[0], b[0]), pick(a[1], b[1])];
}

/** The part side that looks at the eye in a view of the part as modelled, or of a setup through its orientation. */
export function facingEye(view: ViewName): Direction {
  const eye = VIEWS[view].rows[2];
  const axis = AXES.find((a) => Math.abs(eye[a]) > 0.5)!;
  return `${eye[axis] > 0 ? '+' : '-'}${axis}`;
}

/** Position along an axis of a point of a view, for dragging a section plane; null where the view looks along it. */
export function alongAxis(view: ViewName, axis: 'x' | 'y' | 'z', [u, v]: readonly [number, number]): number | null {
  const [right, up] = VIEWS[view].rows;
  if (Math.abs(right[axis]) > 0.5) return u * Math.sign(right[axis]);
  return Math.abs(up[axis]) > 0.5 ? v * Math.sign(up[axis]) : null;
}
