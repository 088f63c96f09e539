import { dot, type Orientation, type Rotation, type Vec3 } from '../frames';
import type { Feature, FeatureSurface } from '../part';
import { vertex, ViewMesh } from '../solid';
import { viewRotation, VIEWS, VIEW_NAMES, type ViewName } from '../scene';

type Rows = Rotation['rows'];

/** What lies under the pointer in a view of the part. */
export interface Picked {
  /** the feature seen there; null: none, or a face that is none */
  readonly featureId: string | null;
  /** a corner of the part near the pointer */
  readonly corner: Vec3 | null;
}

/**
 * Finds features of a part in its views, and their edges for making them stand out. Keeps what it computed a view.
 * @example new PartPicker(surface, features).pick('front', [12, 30], 0.5)
 */
export class PartPicker {
  readonly #views = new Map<string, ViewMesh>();
  readonly #corners: readonly number[];

  constructor(
    private readonly surface: FeatureSurface,
    private readonly features: readonly Feature[],
  ) {
    this.#corners = cornersOf(surface);
  }

  #view(rows: Rows): ViewMesh {
    const key = rows.map((r) => [r.x, r.y, r.z].join()).join(' ');
    let known = this.#views.get(key);
    if (!known) this.#views.set(key, (known = new ViewMesh(this.surface.mesh, { rows })));
    return known;
  }

  /**
   * @param at point of the view, mm
   * @param reach how near counts, mm: a face seen edge-on or the rim of a bore is taken within it
   * @param orientation as the part lies in a setup; left out: as it is drawn
   */
  pick(view: ViewName, at: readonly [number, number], reach: number, orientation?: Orientation): Picked {
    const rows = orientation ? viewRotation(view, orientation).rows : VIEWS[view].rows;
    const corner = this.#corner(this.#view(rows), at, reach);
    return { featureId: this.#edgeOn(rows, at, reach) ?? this.#seen(rows, at), corner };
  }

  /** The feature of the facet nearest to the eye; in the mouth of a bore, the bore. */
  #seen(rows: Rows, [u, v]: readonly [number, number]): string | null {
    const [right, up, eye] = rows;
    const hits = this.#view(rows)
      .crossings(u, v)
      .sort((a, b) => b.w - a.w);
    const top = hits[0]?.w ?? -Infinity;
    const bore = this.features.find(
      (f) =>
        f.kind === 'bore' &&
        Math.abs(dot(eye, f.axis)) > 1 - 1e-9 &&
        Math.hypot(dot(right, f.at) - u, dot(up, f.at) - v) < f.diameter / 2 &&
        // the mouth is open: what is seen lies below it
        top < dot(eye, f.at) + f.depth / 2 - 1e-6,
    );
    if (bore) return bore.id;
    const index = hits.length > 0 ? this.surface.featureOf[hits[0].t / 3] : -1;
    return index >= 0 ? this.features[index].id : null;
  }

  /** A flat face seen edge-on, or the outline of a bore along the eye, near the point. */
  #edgeOn(rows: Rows, [u, v]: readonly [number, number], reach: number): string | null {
    const [right, up, eye] = rows;
    let best: { id: string; off: number } | null = null;
    const offer = (id: string, off: number) => {
      if (off <= reach && (!best || off < best.off)) best = { id, off };
    };
    for (const f of this.features) {
      if (f.kind === 'plane') {
        if (Math.abs(dot(f.normal, eye)) > 1e-9) continue;
        const [nu, nv] = [dot(f.normal, right), dot(f.normal, up)];
        const corners = [f.box.min, f.box.max].map((p) => [dot(right, p), dot(up, p)]);
        const inside = [0, 1].every(
          (k) =>
            Math.min(corners[0][k], corners[1][k]) - reach <= [u, v][k] &&
            [u, v][k] <= Math.max(corners[0][k], corners[1][k]) + reach,
        );
        if (inside) offer(f.id, Math.abs(nu * u + nv * v - f.level));
      } else if (Math.abs(dot(f.axis, eye)) > 1 - 1e-9 && f.kind !== 'round') {
        offer(f.id, Math.abs(Math.hypot(dot(right, f.at) - u, dot(up, f.at) - v) - f.diameter / 2));
      }
    }
    return (best as { id: string } | null)?.id ?? null;
  }

  #corner(mesh: ViewMesh, [u, v]: readonly [number, number], reach: number): Vec3 | null {
    let best = -1;
    let nearest = reach;
    for (const i of this.#corners) {
      const off = Math.hypot(mesh.u[i] - u, mesh.v[i] - v);
      if (off < nearest - 1e-9 || (best >= 0 && off < nearest + 1e-9 && mesh.w[i] > mesh.w[best])) {
        best = i;
        nearest = Math.min(nearest, off);
      }
    }
    return best < 0 ? null : vertex(this.surface.mesh, best);
  }

  /** Edges of features in every view: u0 v0 u1 v1 … */
  edges(ids: readonly string[]): Record<ViewName, number[]> {
    const wanted = new Set(ids.map((id) => this.features.findIndex((f) => f.id === id)));
    const pairs = borders(this.surface, (t) => wanted.has(this.surface.featureOf[t]));
    return Object.fromEntries(
      VIEW_NAMES.map((view) => {
        const { u, v } = this.#view(VIEWS[view].rows);
        return [
          view,
          pairs.flatMap(([a, b]) => (Math.hypot(u[a] - u[b], v[a] - v[b]) < 1e-6 ? [] : [u[a], v[a], u[b], v[b]])),
        ];
      }),
    ) as Record<ViewName, number[]>;
  }
}

/** Edges between triangles for which `belongs` differs. */
function borders({ mesh: { triangles } }: FeatureSurface, belongs: (t: number) => boolean): [number, number][] {
  const open = new Map<number, [number, number]>();
  for (let t = 0; t < triangles.length; t += 3) {
    if (!belongs(t / 3)) continue;
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[t + k], triangles[t + ((k + 1) % 3)]];
      const key = Math.min(a, b) * 2 ** 26 + Math.max(a, b);
      if (!open.delete(key)) open.set(key, [a, b]);
    }
  }
  return [...open.values()];
}

/** Vertices where three or more features meet: the corners a person would measure to. */
function cornersOf({ mesh: { triangles }, featureOf }: FeatureSurface): number[] {
  const around = new Map<number, Set<number>>();
  triangles.forEach((v, i) => {
    const known = around.get(v);
    if (known) known.add(featureOf[Math.floor(i / 3)]);
    else around.set(v, new Set([featureOf[Math.floor(i / 3)]]));
  });
  return [...around].filter(([, features]) => features.size >= 3).map(([v]) => v);
}
