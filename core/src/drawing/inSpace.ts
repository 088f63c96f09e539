import { AXES, NO_ROTATION, rotate, type Axis, type Pose, type Rotation, type Vec3 } from '../frames';
import type { DeviceSolid } from '../holdings';
import type { PlannedSetup, SetupFacts, Stage } from '../plan';
import { moveSegments, type Point, type Scene, type Shape } from '../scene';
import {
  sideBySide,
  ViewMesh,
  viewLinesTogether,
  type Kernel,
  type Segments,
  type Solid,
  type TriangleMesh,
} from '../solid';
import { clamped } from './deviceSolids';

/** The axes of a zero are drawn as long as this share of the piece's longest side. */
const AXIS_SHARE = 0.35;

const [HALF, THIRD, SIXTH] = [Math.sqrt(1 / 2), Math.sqrt(1 / 3), Math.sqrt(1 / 6)];

/**
 * Isometric (ISO 5456-3) from the front and above, seen from a side. Rows: drawing right, drawing up, towards the eye.
 */
const from = (side: 1 | -1): Rotation => ({
  rows: [
    { x: HALF, y: side * HALF, z: 0 },
    { x: -side * SIXTH, y: SIXTH, z: 2 * SIXTH },
    { x: side * THIRD, y: -THIRD, z: THIRD },
  ],
});

/** From which side a setup is looked at: from that of its stop, so that what locates the part is seen. */
export type Eye = 'left' | 'right';
const EYES: Readonly<Record<Eye, Rotation>> = { left: from(-1), right: from(1) };

function eyeOf({ seat: { loadedBox, locators } }: SetupFacts): Eye {
  const at = locators.x.at;
  return Math.abs(loadedBox.max.x - at) < Math.abs(loadedBox.min.x - at) ? 'right' : 'left';
}

/** What is seen of a setup as it is clamped: edges nothing stands in front of, seen by `eye`. Device frame, mm. */
export interface InSpace {
  readonly eye: Eye;
  readonly pieces: Segments;
  readonly device: Segments;
  /** what stands beside the pieces, each named once where it can be seen */
  readonly names: readonly { readonly name: string; readonly at: Point }[];
}

/** What a setup is looked at by, and with what. */
export interface InSpaceInputs {
  readonly kernel: Kernel;
  readonly loaded: Solid;
  readonly poses: readonly Pose<'part', 'device'>[];
  readonly device: readonly DeviceSolid[];
  /** what ends below this is not named: it lies under the pieces */
  readonly rest: number;
  readonly zeros: readonly Vec3[];
  readonly eye: Eye;
}

/** Between facets that meet at a small angle a device has no edge: they stand for something round. */
const rounded = ({ positions, triangles }: TriangleMesh): TriangleMesh => ({
  positions,
  triangles,
  curved: new Uint8Array(triangles.length / 3).fill(1),
});

/** Edges of the pieces as they are loaded, and of the device that holds them. */
export const inSpaceStage: Stage<InSpaceInputs, InSpace> = {
  name: 'clamped, in space',
  compute: ({ kernel, loaded, poses, device, rest, zeros, eye }) => {
    const pieces = poses.map((pose) => clamped(loaded.mesh(), pose));
    const bodies = device.map((d) => kernel.prism(d.outlines, NO_ROTATION, d.from, d.to));
    const meshes = [...pieces, ...bodies.map((b) => rounded(b.mesh()))];
    bodies.forEach((b) => b.release());
    const seen = viewLinesTogether(meshes, EYES[eye]).map((l) => [...l.visible]);
    const view = new ViewMesh(sideBySide(meshes), EYES[eye]);
    return {
      eye,
      pieces: Float64Array.from(seen.slice(0, pieces.length).flat()),
      device: Float64Array.from(seen.slice(pieces.length).flat()),
      names: namesSeen(
        view,
        device.filter((d) => d.to > rest + 1e-6),
        eye,
        zeros,
      ),
    };
  },
};

const rangeOf = (values: readonly number[]): [number, number] => [Math.min(...values), Math.max(...values)];

/** Each name on a top face that bears it, where nothing stands before it. */
function namesSeen(view: ViewMesh, device: readonly DeviceSolid[], eye: Eye, zeros: readonly Vec3[]): InSpace['names'] {
  const named = new Map<string, Point>();
  const marks = zeros.map((z) => rotate(EYES[eye], z));
  for (const d of device) {
    if (named.has(d.name)) continue;
    const [xs, ys] = [0, 1].map((k) => rangeOf(d.outlines.flat().map((p) => p[k])));
    const [long, high] = [xs[1] - xs[0], ys[1] - ys[0]];
    for (const share of [0.5, 0.75, 0.25, 0.9, 0.1]) {
      const [s, t] = long > high ? [share, 0.5] : [0.5, share];
      const p = rotate(EYES[eye], { x: xs[0] + s * long, y: ys[0] + t * high, z: d.to });
      if (view.crossings(p.x, p.y).some(({ w }) => w > p.z + 1e-4)) continue;
      // a mark and its axes are written over only where there is no other place
      const isFree = marks.every((m) => Math.hypot(m.x - p.x, m.y - p.y) > AXIS_SHARE * Math.max(long, high));
      if (isFree || !named.has(d.name)) named.set(d.name, [p.x, p.y]);
      if (isFree) break;
    }
  }
  return [...named].map(([name, at]) => ({ name, at }));
}

/** What the picture of a setup hangs on, from its facts. */
export function lookedAt(
  facts: SetupFacts,
  pieces: PlannedSetup['pieces'],
): Pick<InSpaceInputs, 'poses' | 'rest' | 'zeros' | 'eye'> {
  const all = [facts, ...pieces.map((p) => p.facts)];
  return {
    poses: all.map(({ seat }) => seat.pose),
    zeros: all.map(({ zero }) => zero.shiftedInDevice),
    rest: facts.seat.locators.z.at,
    eye: eyeOf(facts),
  };
}

/** A work zero in space: its register, and where its axes and their names end. Device frame, mm. */
export interface ZeroInSpace {
  readonly register: string | null;
  readonly at: Vec3;
  readonly axes: readonly { readonly axis: Axis; readonly end: Vec3; readonly name: Vec3 }[];
}

/** Every work zero of a setup with where X, Y and Z of it point: the same on the sheet and on the bench. */
export function zerosInSpace({ facts, register, pieces }: PlannedSetup): ZeroInSpace[] {
  if (!facts) return [];
  const { min, max } = facts.seat.loadedBox;
  const long = AXIS_SHARE * Math.max(...AXES.map((a) => max[a] - min[a]));
  return [{ register, facts }, ...pieces].map(({ register: name, facts: { zero } }) => {
    const at = zero.shiftedInDevice;
    const along = (axis: Axis, share: number): Vec3 => ({ ...at, [axis]: at[axis] + share * long });
    return { register: name, at, axes: AXES.map((axis) => ({ axis, end: along(axis, 1), name: along(axis, 1.2) })) };
  });
}

/** The picture of a setup as it is loaded, with its work zeros and where X, Y and Z of them point. */
export function inSpaceScene(planned: PlannedSetup, seen: InSpace): Scene {
  const on = (p: Vec3): Point => {
    const { x, y } = rotate(EYES[seen.eye], p);
    return [x, y];
  };
  const zeros = zerosInSpace(planned).flatMap(({ register, at, axes }): Shape[] => [
    ...axes.flatMap(({ axis, end, name }): Shape[] => [
      { kind: 'line', role: 'zero-axis', points: [on(at), on(end)] },
      { kind: 'label', at: on(name), text: axis.toUpperCase(), anchor: 'middle' },
    ]),
    { kind: 'zero', mark: 'work', at: on(at), label: register ?? '' },
  ]);
  return {
    title: `As loaded, from the front, ${seen.eye} and above`,
    shapes: [
      { kind: 'lines', role: 'device-edges', segments: moveSegments(seen.device, [0, 0]) },
      { kind: 'lines', role: 'edges', segments: moveSegments(seen.pieces, [0, 0]) },
      ...seen.names.map(({ name, at }): Shape => ({ kind: 'label', at, text: name, anchor: 'middle', backed: true })),
      ...zeros,
    ],
  };
}
