import type { Pose } from '../frames';
import type { PlannedSetup } from '../plan';
import { fixedSide, restIn } from '../holdings';
import { isOf, type FlatDevice, type Vise } from '../shop';
import type { Outlines, TriangleMesh } from '../solid';
import { bedUnder, type Drawn } from './deviceShapes';
import { rectangle } from './scene';

/** A piece of a device in space: an outline seen from above, from one height to another. Device frame. */
export interface DeviceSolid {
  readonly name: string;
  readonly outlines: Outlines;
  readonly from: number;
  readonly to: number;
}

function viseSolids(vise: Vise, { facts, setup }: Drawn): DeviceSolid[] {
  const s = fixedSide(vise);
  const moving = -s * (facts.hold.vise?.openingMm ?? 0);
  const { jawWidth: w, jawThickness: t } = vise;
  const across = (a: number, b: number): Outlines => rectangle(0, Math.min(a, b), w, Math.max(a, b));
  const rest = restIn(vise, setup);
  const carries = rest.height > 0 && rest.name !== 'pocket floor';
  return [
    { name: 'bed', outlines: across(moving - s * t, s * t), from: -vise.bedThickness, to: 0 },
    ...(carries ? [[0, -s * rest.thickness], [moving, moving + s * rest.thickness]].map(([a, b]) => ({ name: rest.name, outlines: across(a, b), from: 0, to: rest.height })) : []),
  ];
}

function flatSolids(device: FlatDevice, drawn: Drawn): DeviceSolid[] {
  const { x, y } = bedUnder(device, drawn);
  const { seat, hold } = drawn.facts;
  const podTop = device.kind === 'vacuum pods' ? device.podHeight : 0;
  const rest = seat.locators.z.at;
  const { min, max } = seat.loadedBox;
  return [
    { name: device.kind, outlines: rectangle(x[0], y[0], x[1], y[1]), from: -Math.min(device.thickness, 0.25 * Math.max(x[1] - x[0], y[1] - y[0])), to: 0 },
    ...hold.drawn.filter((d) => podTop > 0 && (d.role === 'pod' || d.role === 'pod-off')).map((d) => ({ name: 'pod', outlines: d.outlines, from: 0, to: podTop })),
    ...(rest > podTop + 1e-6 ? [{ name: seat.locators.z.name, outlines: rectangle(min.x, min.y, max.x, max.y), from: podTop, to: rest }] : []),
  ];
}

/** The device of a setup and all that stands on it, for the view in space; empty while nothing is chosen. */
export function deviceSolids({ device, facts, setup, pieces }: PlannedSetup): DeviceSolid[] {
  if (!device || !facts) return [];
  const drawn = { facts, setup, pieces };
  const own = isOf('vise', device) ? viseSolids(device, drawn) : isOf('flat', device) ? flatSolids(device, drawn) : [];
  const standing = [facts, ...pieces.map((p) => p.facts)].flatMap(({ hold }) => hold.obstacles);
  const solids = [...own, ...standing.map(({ name, footprint, from, to }) => ({ name, outlines: footprint, from, to }))];
  return solids.filter((d, i) => d.to > d.from && d.outlines.length > 0 && solids.findIndex((o) => JSON.stringify(o) === JSON.stringify(d)) === i);
}

/** A mesh of the part where its setup has it, device frame. */
export function clamped(mesh: TriangleMesh, { rotation: { rows }, translation: t }: Pose<'part', 'device'>): TriangleMesh {
  const { positions: p } = mesh;
  const positions = new Float64Array(p.length);
  for (let i = 0; i < p.length; i += 3) {
    rows.forEach((r, k) => { positions[i + k] = r.x * p[i] + r.y * p[i + 1] + r.z * p[i + 2] + [t.x, t.y, t.z][k]; });
  }
  return { ...mesh, positions };
}
