import { axisOf, byAxis, signOf, type Direction, type Vec3 } from '../frames';
import { meshBox, vertex } from '../solid';
import type { RunSetup } from './types';
import type { Answer, Body, MountedTool, SimulatedControl } from '../simulated';

/** How far beside a face, and below the top, an operator brings the tool before touching. */
const BESIDE_MM = 10;
const BELOW_TOP_MM = 3;

/**
 * Brings the tool of the simulated control beside a face of the part, as an operator does: up, across, down. For the
 * top it stops above.
 * @param faces where the face looks
 * @param inside for a bore: the middle of it, machine axes; the tool then goes down there
 */
export function besideFace({
  control,
  part,
  faces,
  tool,
  inside = null,
}: {
  readonly control: SimulatedControl;
  readonly part: Body;
  readonly faces: Direction;
  readonly tool: MountedTool;
  readonly inside?: { readonly x: number; readonly y: number } | null;
}): Answer {
  const { min, max } = meshBox(part.mesh);
  const axis = axisOf(faces);
  const side = signOf(faces) > 0 ? max : min;
  const middle = byAxis((a) => (min[a] + max[a]) / 2 + part.at[a]);
  const beside =
    axis === 'z'
      ? { ...middle, ...overTop(part) }
      : { ...middle, [axis]: side[axis] + part.at[axis] + signOf(faces) * (BESIDE_MM + tool.radius) };
  const { x, y } = inside ?? beside;
  const tip = max.z + part.at.z + (axis === 'z' ? BESIDE_MM : -BELOW_TOP_MM);
  const say = (mm: number) => mm.toFixed(6);
  for (const line of ['G21 G90', `G53 G0 Z${say(control.build.travel.z.max)}`]) {
    const answer = control.send(line);
    if (!answer.ok) return answer;
  }
  // the tool is changed up there, where there is room
  control.tool = tool;
  for (const line of [`G53 G0 X${say(x)} Y${say(y)}`, `G53 G0 Z${say(tip + tool.length)}`]) {
    const answer = control.send(line);
    if (!answer.ok) return answer;
  }
  return { ok: true, says: '' };
}

/** Over the largest facet of the top: the middle of the part may be a hole. */
function overTop({ mesh, at }: Body): { readonly x: number; readonly y: number } {
  const top = meshBox(mesh).max.z;
  let best: { x: number; y: number; area: number } | null = null;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const corners = [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[t + k]));
    if (corners.some((c) => c.z < top - 1e-6)) continue;
    const [a, b, c] = corners;
    const area = Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y));
    if (area > (best?.area ?? 0)) best = { x: (a.x + b.x + c.x) / 3 + at.x, y: (a.y + b.y + c.y) / 3 + at.y, area };
  }
  return best ?? { x: at.x, y: at.y };
}

/**
 * Middle of the bore a setup is centered on, machine axes; where the zero is not known, from where the device stands.
 */
export function boreMiddle(
  { axes, planned, offset }: RunSetup,
  position: Vec3,
): { readonly x: number; readonly y: number } {
  const of = (a: 'x' | 'y') =>
    (planned[a] ?? position[a] + (offset[a] ?? 0)) + (axes[a === 'x' ? 0 : 1].worksheet.declare ?? 0);
  return { x: of('x'), y: of('y') };
}
