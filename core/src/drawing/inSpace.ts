import { NO_ROTATION, rotate, type Pose, type Rotation, type Vec3 } from '../frames';
import type { DeviceSolid } from '../holdings';
import type { PlannedSetup, Stage } from '../plan';
import { moveSegments, type Point, type Scene, type Shape } from '../scene';
import { viewLinesTogether, type Kernel, type Segments, type Solid } from '../solid';
import { clamped } from './deviceSolids';

/**
 * How a setup is looked at in space: isometric (ISO 5456-3), from the front, the right and above, as the operator
 * stands who looks at the vise. Rows: drawing right, drawing up, towards the eye.
 */
export const ISOMETRIC: Rotation = {
  rows: [
    { x: Math.SQRT1_2, y: Math.SQRT1_2, z: 0 },
    { x: -1 / Math.sqrt(6), y: 1 / Math.sqrt(6), z: 2 / Math.sqrt(6) },
    { x: 1 / Math.sqrt(3), y: -1 / Math.sqrt(3), z: 1 / Math.sqrt(3) },
  ],
};

/** What is seen of a setup as it is clamped: edges nothing stands in front of. Device frame, isometric, mm. */
export interface InSpace {
  readonly pieces: Segments;
  readonly device: Segments;
}

/** Edges of the pieces as they are loaded, and of the device that holds them. */
export const inSpaceStage: Stage<
  { kernel: Kernel; loaded: Solid; poses: readonly Pose<'part', 'device'>[]; device: readonly DeviceSolid[] },
  InSpace
> = {
  name: 'clamped, in space',
  compute: ({ kernel, loaded, poses, device }) => {
    const pieces = poses.map((pose) => clamped(loaded.mesh(), pose));
    const bodies = device.map((d) => kernel.prism(d.outlines, NO_ROTATION, d.from, d.to));
    const seen = viewLinesTogether([...pieces, ...bodies.map((b) => b.mesh())], ISOMETRIC).map((l) => [...l.visible]);
    bodies.forEach((b) => b.release());
    return {
      pieces: Float64Array.from(seen.slice(0, pieces.length).flat()),
      device: Float64Array.from(seen.slice(pieces.length).flat()),
    };
  },
};

function seenAt(p: Vec3): Point {
  const { x, y } = rotate(ISOMETRIC, p);
  return [x, y];
}

/** The axes of the zero are drawn as long as this share of the piece's longest side. */
const AXIS_SHARE = 0.3;

/** The picture of a setup as it is clamped, with its work zero and where X, Y and Z of it point. */
export function inSpaceScene({ facts, register, pieces }: PlannedSetup, seen: InSpace): Scene {
  const title = 'As clamped, from the front, right and above';
  if (!facts) return { title, shapes: [] };
  const { min, max } = facts.seat.loadedBox;
  const long = AXIS_SHARE * Math.max(max.x - min.x, max.y - min.y, max.z - min.z);
  const axes = [facts, ...pieces.map((p) => p.facts)].flatMap(({ zero: { shiftedInDevice: at } }, i): Shape[] => [
    ...(['x', 'y', 'z'] as const).flatMap((axis): Shape[] => {
      const end = (share: number) => seenAt({ ...at, [axis]: at[axis] + share * long });
      return [
        { kind: 'line', role: 'zero-axis', points: [seenAt(at), end(1)] },
        { kind: 'label', at: end(1.16), text: axis.toUpperCase(), anchor: 'middle' },
      ];
    }),
    { kind: 'zero', mark: 'work', at: seenAt(at), label: (i === 0 ? register : pieces[i - 1].register) ?? '' },
  ]);
  return {
    title,
    shapes: [
      { kind: 'lines', role: 'device-edges', segments: moveSegments(seen.device, [0, 0]) },
      { kind: 'lines', role: 'edges', segments: moveSegments(seen.pieces, [0, 0]) },
      ...axes,
    ],
  };
}
