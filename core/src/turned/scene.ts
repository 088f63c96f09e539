import { horizontal, rectangle, type Point, type Role, type Scene, type Shape } from '../scene';
import type { Speech } from '../units';
import { diameterOf, type Profile, type ProfilePiece } from './profile';
import type { PlannedTurned, TurnedSection } from './types';

/** What is shown. */
interface Shown {
  readonly section: number;
  /** a change that is just being moved, and where it is */
  readonly dragged?: { readonly id: string; readonly at: number } | null;
  readonly speech: Speech;
}

type KeptZone = PlannedTurned['turned']['keptClear'][number];

/** Chords of a round piece. */
const CHORDS = 24;

/** Points of a piece in the half section: Z of the work to the right, so the spindle is at the left. */
export function pointsOf(piece: ProfilePiece): Point[] {
  const at = (p: number): Point => [-p, diameterOf(piece, p) / 2];
  if (!piece.arc) return [at(piece.from), at(piece.to)];
  return Array.from({ length: CHORDS + 1 }, (_, i) => at(piece.from + ((piece.to - piece.from) * i) / CHORDS));
}

/** What of a profile is finished when the tool stands at a place: nothing behind it. */
function finishedTo({ outside }: Profile, at: number): ProfilePiece[] {
  return outside.flatMap((p) => {
    if (p.from >= at - 1e-9) return [];
    return [p.to <= at ? p : { ...p, to: at, toDiameter: diameterOf(p, at) }];
  });
}

/** Metal as it is when a section begins, one side of the axis: finished to there, bar behind. */
function metal(profile: Profile, { done, end, radius, face }: Standing, side: 1 | -1): Point[] {
  const finished = finishedTo(profile, done).flatMap(pointsOf);
  const front: Point[] =
    done > 0
      ? [[0, 0], ...finished, [-done, radius]]
      : [
          [face, 0],
          [face, radius],
        ];
  return [...front, [-end, radius] as const, [-end, 0] as const].map(([u, v]): Point => [u, side * v]);
}

interface Standing {
  /** finished from the front face to here */
  readonly done: number;
  readonly end: number;
  readonly radius: number;
  readonly face: number;
}

/** Edges of the finished lower half where the diameter changes. */
const edgesTo = ({ outside }: Profile, done: number): number[] =>
  outside.slice(1).flatMap((p, i) => {
    const r = Math.max(p.fromDiameter, outside[i].toDiameter) / 2;
    return p.from > done + 1e-9 ? [] : [-p.from, 0, -p.from, -r];
  });

/** The part, as it will be, in the bar that is not turned yet. */
function toCome({ outside }: Profile): Shape[] {
  const above = outside.flatMap(pointsOf);
  return [1, -1].map((side): Shape => ({
    kind: 'line',
    role: 'hidden',
    points: above.map(([u, v]): Point => [u, side * v]),
  }));
}

/** Bores of the finished part, above the axis. */
const boresOf = ({ bores }: Profile): Shape[] =>
  bores.map((b): Shape => ({ kind: 'line', role: 'hidden', points: pointsOf(b) }));

/** A collet in section: steel above and below what it holds. */
function collet(from: number, to: number, [inner, outer]: readonly [number, number]): Shape[] {
  const role = 'steel';
  return [
    { kind: 'region', role, outlines: rectangle(from, inner, to, outer) },
    { kind: 'region', role, outlines: rectangle(from, -outer, to, -inner) },
  ];
}

const isEqual = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;
const isCylinder = ({ arc, fromDiameter, toDiameter }: ProfilePiece): boolean =>
  arc === null && isEqual(fromDiameter, toDiameter);

/** Diameters along the part, once each run of equal ones. */
function diameterLabels({ outside }: Profile, top: number, speech: Speech): Shape[] {
  const long = outside.filter((p, i) => {
    return isCylinder(p) && !outside.slice(0, i).some((q) => isCylinder(q) && isEqual(q.fromDiameter, p.fromDiameter));
  });
  return long.map((p): Shape => ({
    kind: 'label',
    at: [-(p.from + p.to) / 2, top],
    text: `⌀${speech.size(p.fromDiameter)}`,
    anchor: 'middle',
    backed: true,
  }));
}

/** The collet of the second spindle, where it carries the front. */
function carriedBy({ lathe, turned, secondGrips }: PlannedTurned, here: TurnedSection | null, radius: number): Shape[] {
  const first = secondGrips.find((g) => g.when === 'first change');
  if (!lathe?.second || !here || here.toSupport === null || !first) return [];
  const behind = Math.max(2 * radius, 12);
  return collet(-turned.grip, -turned.grip + behind, [(first.diameter ?? 2 * radius) / 2, 2 * radius]);
}

/** Where no witness line may be. */
const keptClearShapes = ({ from, to, why }: KeptZone, radius: number): Shape[] => [
  { kind: 'region', role: 'chosen', outlines: rectangle(-to, -1.35 * radius, -from, -1.2 * radius) },
  { kind: 'label', at: [-(from + to) / 2, -1.6 * radius], text: why || 'kept clear', anchor: 'middle' },
];

/** The tool where a section begins. */
const toolShape = (at: number, r: number): Shape[] => [
  {
    kind: 'region',
    role: 'clamp',
    outlines: [
      [
        [at, r],
        [at + 0.35 * r, 1.9 * r],
        [at - 0.35 * r, 1.9 * r],
      ],
    ],
  },
  { kind: 'label', at: [at + 0.6 * r, 1.6 * r], text: 'tool', anchor: 'start' },
];

/**
 * Half section with the axis level and the spindle at the left: the part in the bar, what holds it when a section
 * begins, where grips change and what is kept clear. Across the drawing Z of the work, mm.
 */
export function turnedScene(planned: PlannedTurned, { section, dragged = null, speech }: Shown): Scene | null {
  const { profile, bar, sections, turned, changes } = planned;
  if (!profile) return null;
  const most = Math.max(...profile.outside.map((p) => Math.max(p.fromDiameter, p.toDiameter)));
  const radius = (bar.diameter ?? most) / 2;
  const here = sections[section] ?? null;
  const mainFace = here && -here.from - here.overhang;
  const behind = Math.max(2 * radius, 12);
  const end = Math.max(bar.length + bar.back + bar.cutOff, mainFace === null ? 0 : behind - mainFace);
  const standing = { done: here ? Math.max(0, here.from) : 0, end, radius, face: bar.face };
  const at = (c: { id: string; at: number }) => (dragged?.id === c.id ? dragged.at : c.at);
  const across = (u: number, share: number, role: Role): Shape => ({
    ...{ kind: 'line', role },
    points: [[u, share * radius] as const, [u, -share * radius] as const],
  });
  return {
    title: here ? `Half section, section ${section + 1} begins` : 'Half section',
    shapes: [
      { kind: 'region', role: 'cut-face', outlines: [metal(profile, standing, 1)] },
      { kind: 'region', role: 'part', outlines: [metal(profile, standing, -1)] },
      { kind: 'lines', role: 'edges', segments: edgesTo(profile, standing.done) },
      ...toCome(profile),
      ...boresOf(profile),
      ...(mainFace === null ? [] : collet(mainFace - behind, mainFace, [radius, 2 * radius])),
      ...carriedBy(planned, here, radius),
      ...turned.keptClear.flatMap((z) => keptClearShapes(z, radius)),
      {
        kind: 'line',
        role: 'center',
        points: [
          [-end - 4, 0],
          [bar.face + 8, 0],
        ],
      },
      ...(here ? toolShape(-here.from, radius) : []),
      ...changes.map((c) => across(-at(c), 1.7, 'cutting-line')),
      { kind: 'zero', mark: 'work', at: [0, 0], label: turned.register },
      ...diameterLabels(profile, 1.25 * radius, speech),
      ...changes.map((c, i) =>
        horizontal(`change ${i + 1}`, [-at(c), 0], { reach: -radius, side: 'bottom' }, speech.size(at(c))),
      ),
      horizontal('', [-bar.length, 0], { reach: radius, side: 'top' }, speech.size(bar.length)),
    ],
  };
}
