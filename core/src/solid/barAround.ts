import { AXES, type Axis, type Vec3 } from '../frames';
import type { TriangleMesh } from './mesh';
import { chordsOf, placed, prism, type Bar, type Loop } from './prism';

/** Chords of a round bar stay this close to its circle, mm. */
export const DEVIATION_MM = 0.01;
const SAME_MM = 1e-4;
const ORDER: Record<Axis, readonly [Axis, Axis]> = { x: ['y', 'z'], y: ['z', 'x'], z: ['x', 'y'] };

/**
 * A round loop around an axis that has a corner at every angle at which the part has one near the same radius: chords
 * of bar and part then run side by side and never through each other. At the part's own radius its corners are taken
 * as they are.
 */
function loopAround({
  mesh,
  along,
  center,
  radius,
  curve,
}: {
  readonly mesh: TriangleMesh;
  readonly along: Axis;
  readonly center: Vec3;
  readonly radius: number;
  readonly curve: number;
}): Loop {
  const [u, v] = ORDER[along].map((axis) => AXES.indexOf(axis));
  const [cu, cv] = ORDER[along].map((axis) => center[axis]);
  const n = chordsOf(radius, DEVIATION_MM);
  const step = (2 * Math.PI) / n;
  const near = new Map<number, { angle: number; at: [number, number]; same: boolean }>();
  const key = (angle: number) => ((Math.round(angle / 1e-6) % 6283185) + 6283185) % 6283185;
  for (let q = 0; q < 4; q++)
    near.set(key((q * Math.PI) / 2), {
      same: false,
      angle: (q * Math.PI) / 2,
      at: [cu + [radius, 0, -radius, 0][q], cv + [0, radius, 0, -radius][q]],
    });
  const p = mesh.positions;
  for (let i = 0; i < p.length; i += 3) {
    const [a, b] = [p[i + u] - cu, p[i + v] - cv];
    const r = Math.hypot(a, b);
    if (Math.abs(r - radius) > 4 * DEVIATION_MM) continue;
    const angle = (Math.atan2(b, a) + 2 * Math.PI) % (2 * Math.PI);
    const same = Math.abs(r - radius) < SAME_MM;
    const k = key(angle);
    const known = [k, k - 1, k + 1].find((x) => near.has(x));
    if (known !== undefined && !same) continue;
    if (known !== undefined) near.delete(known);
    near.set(k, { angle, same, at: same ? [p[i + u], p[i + v]] : [cu + (a * radius) / r, cv + (b * radius) / r] });
  }
  const sorted = [...near.values()].sort((x, y) => x.angle - y.angle);
  const own = sorted.filter((x) => x.same);
  // the part's own round face all the way round: its outline is the bar's
  if (
    own.length >= 8 &&
    own.every((x, i) => (i + 1 < own.length ? own[i + 1].angle : own[0].angle + 2 * Math.PI) - x.angle < 2.5 * step)
  )
    return { points: own.map((x) => x.at), pieces: own.map(() => ({ curve, curved: true })) };
  const fixed = sorted;
  const points: [number, number][] = [];
  fixed.forEach(({ angle, at }, i) => {
    points.push(at);
    const next = i + 1 < fixed.length ? fixed[i + 1].angle : fixed[0].angle + 2 * Math.PI;
    const between = Math.max(1, Math.ceil((next - angle) / step - 1e-6));
    for (let k = 1; k < between; k++) {
      const x = angle + ((next - angle) * k) / between;
      points.push([cu + radius * Math.cos(x), cv + radius * Math.sin(x)]);
    }
  });
  return { points, pieces: points.map(() => ({ curve, curved: true })) };
}

/** A round bar or tube whose chords suit the part's. */
export function barAround(part: TriangleMesh, { across, bore, length, along }: Bar, center: Vec3): TriangleMesh {
  const mesh = prism(
    loopAround({ mesh: part, along, center, radius: across / 2, curve: 0 }),
    bore > 0 ? [loopAround({ mesh: part, along, center, radius: bore / 2, curve: 0 })] : [],
    length,
  );
  const start = { x: 0, y: 0, z: 0, [along]: center[along] };
  return placed(mesh, along, start);
}
