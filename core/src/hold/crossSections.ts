import { isInOutlines, type Outlines } from '../solid';

type Ring = Outlines[number];

/** One connected area of a section across a beam, in the section's own coordinates u and v, mm. */
export interface Section {
  readonly center: readonly [number, number];
  /** its bounds */
  readonly min: readonly [number, number];
  readonly max: readonly [number, number];
  /** second moments about the center: ∫u² dA, ∫v² dA, ∫uv dA, mm⁴ */
  readonly uu: number;
  readonly vv: number;
  readonly uv: number;
}

/** Which way a beam is bent: along u, along v, or the way it gives most. */
export type BentAlong = 'u' | 'v' | 'weakest';

/** Area and moments of a ring about the origin by Green's theorem (any mechanics handbook); a hole counts negative. */
function moments(ring: Ring): { area: number; u: number; v: number; uu: number; vv: number; uv: number } {
  const sum = { area: 0, u: 0, v: 0, uu: 0, vv: 0, uv: 0 };
  ring.forEach(([a, b], i) => {
    const [c, d] = ring[(i + 1) % ring.length];
    const twice = a * d - c * b;
    sum.area += twice / 2;
    sum.u += ((a + c) * twice) / 6;
    sum.v += ((b + d) * twice) / 6;
    sum.uu += ((a * a + a * c + c * c) * twice) / 12;
    sum.vv += ((b * b + b * d + d * d) * twice) / 12;
    sum.uv += ((a * d + 2 * a * b + 2 * c * d + c * b) * twice) / 24;
  });
  return sum;
}

function sectionOf(rings: readonly Ring[]): Section {
  // about a corner of its own: far from the origin the digits would cancel
  const [u0, v0] = rings[0][0];
  const all = rings.map((ring) => moments(ring.map(([u, v]) => [u - u0, v - v0] as const)));
  const total = (of: (m: (typeof all)[number]) => number) => all.reduce((s, m) => s + of(m), 0);
  const area = total((m) => m.area);
  const [u, v] = [total((m) => m.u) / area, total((m) => m.v) / area];
  const bound = (of: (...values: number[]) => number): [number, number] => [
    of(...rings[0].map((p) => p[0])),
    of(...rings[0].map((p) => p[1])),
  ];
  return {
    center: [u + u0, v + v0],
    min: bound(Math.min),
    max: bound(Math.max),
    uu: total((m) => m.uu) - area * u * u,
    vv: total((m) => m.vv) - area * v * v,
    uv: total((m) => m.uv) - area * u * v,
  };
}

/**
 * The connected areas of a section, each with its holes. @param outlines outer rings counter-clockwise, holes
 * clockwise
 */
export function connectedAreas(outlines: Outlines): Section[] {
  const outer = outlines.filter((ring) => moments(ring).area > 1e-9);
  const holes = outlines.filter((ring) => moments(ring).area < 0);
  const within = (hole: Ring) =>
    outer
      .filter((ring) => isInOutlines([ring], hole[0]))
      .reduce<Ring | null>((least, ring) => (!least || moments(ring).area < moments(least).area ? ring : least), null);
  return outer.map((ring) => sectionOf([ring, ...holes.filter((hole) => within(hole) === ring)]));
}

/**
 * What a section sets against being bent one way. Of a section that is not symmetrical about that way,
 * `(∫u²·∫v² − (∫uv)²) / ∫v²` (unsymmetrical bending, any mechanics handbook); the weakest way is the smaller principal
 * moment.
 * @returns second moment, mm⁴, and how far its edge is from its center that way, mm
 */
export function against({ center, min, max, uu, vv, uv }: Section, along: BentAlong): { inertia: number; far: number } {
  const far = ([0, 1] as const).map((k) => Math.max(max[k] - center[k], center[k] - min[k]));
  if (along === 'weakest') {
    const least = (uu + vv) / 2 - Math.hypot((uu - vv) / 2, uv);
    return { inertia: least, far: uu <= vv ? far[0] : far[1] };
  }
  const [own, other] = along === 'u' ? [uu, vv] : [vv, uu];
  return { inertia: own - (uv * uv) / other, far: far[along === 'u' ? 0 : 1] };
}
