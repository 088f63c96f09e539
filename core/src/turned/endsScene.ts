import { horizontal, rectangle, type Point, type Scene, type Shape } from '../scene';
import type { Speech } from '../units';
import { diameterOf, type Profile, type ProfilePiece } from './profile';
import { pointsOf } from './scene';
import type { PlannedEnd, PlannedTurned } from './types';

/** A piece seen from the other end. */
const mirrored = (p: ProfilePiece, length: number): ProfilePiece => ({
  from: length - p.to,
  to: length - p.from,
  fromDiameter: p.toDiameter,
  toDiameter: p.fromDiameter,
  arc: p.arc && { ...p.arc, at: length - p.arc.at },
});

/** The profile as it lies: from the face that is turned, towards the chuck. */
const asLies = ({ outside, length }: Profile, side: PlannedEnd['side']): readonly ProfilePiece[] =>
  side === 'first' ? outside : outside.map((p) => mirrored(p, length)).reverse();

/** What is finished when the side begins: on the first nothing, on the second what the first has turned. */
function loaded(
  pieces: readonly ProfilePiece[],
  e: PlannedEnd,
  { radius, length }: { radius: number; length: number },
): Point[] {
  const end: Point = [-(e.loadedLength - e.stock), 0];
  if (e.side === 'first') return [[e.stock, 0], [e.stock, radius], [end[0], radius], end];
  const raw = length - e.from;
  const rest = pieces.flatMap((p) => {
    if (p.to <= raw + 1e-9) return [];
    return pointsOf(p.from < raw ? { ...p, from: raw, fromDiameter: diameterOf(p, raw) } : p);
  });
  return [[e.stock, 0], [e.stock, radius], [-raw, radius], ...rest, [-length, 0]];
}

/** The jaws, above and below what they hold. */
function jaws(e: PlannedEnd, far: number, radius: number): Shape[] {
  const grip = (e.gripDiameter ?? 2 * radius) / 2;
  const [from, to, out] = [far + e.inside - e.grip, far + e.inside, 1.6 * radius];
  return [rectangle(from, grip, to, out), rectangle(from, -out, to, -grip)].map((outlines): Shape => ({
    ...{ kind: 'region', role: 'steel' },
    outlines,
  }));
}

/** The face of the chuck with the bore behind it. */
function face(at: number, bore: number, radius: number): Shape[] {
  const [inner, out] = [Math.min(bore / 2, 1.2 * radius), 1.8 * radius];
  const thick = Math.max(0.5 * radius, 5);
  return [rectangle(at - thick, inner, at, out), rectangle(at - thick, -out, at, -inner)].map((outlines): Shape => ({
    ...{ kind: 'region', role: 'steel-open' },
    outlines,
  }));
}

/** What carries the part: a center in its face, or fingers round it. Z of the work; `far` is the end in the chuck. */
function carriedBy({ support }: PlannedEnd, [far, rest]: readonly [number, number], radius: number): Shape[] {
  if (!support) return [];
  const fromFace = (mm: number) => far - rest + mm;
  if (support.by === 'tailstock') {
    const tip = fromFace(support.tip);
    // a center of 60°: its radius grows by half of tan 30° a length (ISO 866)
    const cone = Math.max(0.8 * radius, 4);
    const behind = cone / Math.tan(Math.PI / 6);
    return [
      {
        kind: 'region',
        role: 'steel',
        outlines: [
          [
            [tip, 0],
            [tip + behind, cone],
            [tip + 2 * behind, cone],
            [tip + 2 * behind, -cone],
            [tip + behind, -cone],
          ],
        ],
      },
    ];
  }
  const [at, half] = [fromFace(support.fromFace), Math.max(support.half, 1)];
  const inner = (support.diameter ?? 2 * radius) / 2;
  return [
    rectangle(at - half, inner, at + half, 2.1 * radius),
    rectangle(at - half, -2.1 * radius, at + half, -inner),
  ].map((outlines): Shape => ({ kind: 'region', role: 'steel', outlines }));
}

/**
 * Half section of one side as it is loaded, the chuck at the left: what it is, what it will be (dashed), what the jaws
 * hold. Across the drawing Z of the work, mm.
 */
export function endScene(
  { profile, bar, ends, turned, lathe }: PlannedTurned,
  side: PlannedEnd['side'],
  speech: Speech,
): Scene | null {
  if (!profile || !ends) return null;
  const e = side === 'first' ? ends.first : ends.second;
  const radius = (bar.diameter ?? Math.max(...profile.outside.map((p) => p.fromDiameter))) / 2;
  const pieces = asLies(profile, side);
  const metal = loaded(pieces, e, { radius, length: bar.length });
  const far = -(e.loadedLength - e.stock);
  const becomes = pieces.flatMap(pointsOf);
  return {
    title: side === 'first' ? 'First side, as loaded' : 'Second side, turned end for end, as loaded',
    shapes: [
      { kind: 'region', role: 'cut-face', outlines: [metal] },
      { kind: 'region', role: 'part', outlines: [metal.map(([u, v]): Point => [u, -v])] },
      ...[1, -1].map((s): Shape => ({
        kind: 'line',
        role: 'hidden',
        points: becomes.map(([u, v]): Point => [u, s * v]),
      })),
      ...(ends.chuck ? jaws(e, far, radius) : []),
      ...face(far - e.rest, lathe?.bore ?? 0, radius),
      ...carriedBy(e, [far, e.rest], radius),
      {
        kind: 'line',
        role: 'center',
        points: [
          [far - 12, 0],
          [e.stock + 8, 0],
        ],
      },
      { kind: 'zero', mark: 'work', at: [0, 0], label: side === 'first' ? turned.register : turned.backRegister },
      ...(ends.chuck
        ? [
            horizontal(
              'in the jaws',
              [far + e.inside - e.grip, far + e.inside],
              { reach: -1.6 * radius, side: 'bottom' },
              speech.size(e.grip),
            ),
            horizontal(
              'sticks out',
              [far + e.inside, e.stock],
              { reach: -radius, side: 'bottom' },
              speech.size(e.sticksOut),
            ),
          ]
        : []),
      horizontal('turned', [-(e.to - e.from), 0], { reach: radius, side: 'top' }, speech.size(e.to - e.from)),
    ],
  };
}
