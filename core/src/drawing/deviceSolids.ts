import type { Pose } from '../frames';
import { isHeldOn } from '../job';
import { holdingOf, type DeviceSolid } from '../holdings';
import type { PlannedSetup } from '../plan';
import type { TriangleMesh } from '../solid';

/** The device of a setup and all that stands on it, for the view in space; empty while nothing is chosen. */
export function deviceSolids({ device, facts, setup, pieces }: PlannedSetup): DeviceSolid[] {
  if (!device || !facts || !isHeldOn(setup, device)) return [];
  const drawn = { facts, setup, pieces };
  const own = holdingOf(device).solids(device, drawn);
  const standing = [facts, ...pieces.map((p) => p.facts)].flatMap(({ hold }) => hold.obstacles);
  const solids = [
    ...own,
    ...standing.map(({ name, footprint, from, to }) => ({ name, outlines: footprint, from, to })),
  ];
  return solids.filter(
    (d, i) =>
      d.to > d.from && d.outlines.length > 0 && solids.findIndex((o) => JSON.stringify(o) === JSON.stringify(d)) === i,
  );
}

/** A mesh of the part where its setup has it, device frame. */
export function clamped(
  mesh: TriangleMesh,
  { rotation: { rows }, translation: t }: Pose<'part', 'device'>,
): TriangleMesh {
  const { positions: p } = mesh;
  const positions = new Float64Array(p.length);
  for (let i = 0; i < p.length; i += 3) {
    rows.forEach((r, k) => {
      positions[i + k] = r.x * p[i] + r.y * p[i + 1] + r.z * p[i + 2] + [t.x, t.y, t.z][k];
    });
  }
  return { ...mesh, positions };
}
