import { AXES, byAxis, type Axis, type Box3, type Vec3 } from '../frames';
import type { Allowance, Blank } from '../job';
import type { Stock } from '../shop';
import type { TriangleMesh } from '../solid';

/** The other two axes, in the order that keeps the frame right-handed. */
const ACROSS: Record<Axis, readonly [Axis, Axis]> = { x: ['y', 'z'], y: ['z', 'x'], z: ['x', 'y'] };

/** What a part needs of a bar around its box's center line along an axis. Diameters, mm. */
export interface BarNeed {
  readonly round: number;
  /** across flats; flats face the second direction across */
  readonly hexagon: number;
  /** largest bore that leaves the part whole; 0 when the part lies on the axis */
  readonly bore: number;
}

/** Distance of a segment of the plane from the origin. */
function segmentFromOrigin(a: readonly [number, number], b: readonly [number, number]): number {
  const [du, dv] = [b[0] - a[0], b[1] - a[1]];
  const l = du * du + dv * dv;
  const s = l < 1e-18 ? 0 : Math.max(0, Math.min(1, -(a[0] * du + a[1] * dv) / l));
  return Math.hypot(a[0] + s * du, a[1] + s * dv);
}

/** Least bar, hexagon and largest bore around a part's mesh. */
export function barNeed(mesh: TriangleMesh, box: Box3, along: Axis): BarNeed {
  const [u, v] = ACROSS[along].map((axis) => ({ k: AXES.indexOf(axis), c: (box.min[axis] + box.max[axis]) / 2 }));
  const at = (i: number): [number, number] => [mesh.positions[3 * i + u.k] - u.c, mesh.positions[3 * i + v.k] - v.c];
  let [round, hexagon] = [0, 0];
  for (let i = 0; i < mesh.positions.length / 3; i++) {
    const [a, b] = at(i);
    round = Math.max(round, Math.hypot(a, b));
    for (const turn of [90, 30, 150])
      hexagon = Math.max(
        hexagon,
        Math.abs(a * Math.cos((turn * Math.PI) / 180) + b * Math.sin((turn * Math.PI) / 180)),
      );
  }
  let bore = Infinity;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const corner = [at(mesh.triangles[t]), at(mesh.triangles[t + 1]), at(mesh.triangles[t + 2])] as const;
    const side = (k: number) => {
      const [p, q] = [corner[k], corner[(k + 1) % 3]];
      return p[0] * q[1] - p[1] * q[0];
    };
    const sides = [side(0), side(1), side(2)];
    const covers = sides.every((s) => s > 1e-9) || sides.every((s) => s < -1e-9);
    bore = covers
      ? 0
      : Math.min(
          bore,
          segmentFromOrigin(corner[0], corner[1]),
          segmentFromOrigin(corner[1], corner[2]),
          segmentFromOrigin(corner[2], corner[0]),
        );
  }
  return { round: 2 * round, hexagon: 2 * hexagon, bore: 2 * bore };
}

/** A size the shop keeps that the part comes out of, with what the job would say of the blank then. */
export interface StockFit {
  readonly stock: Stock;
  readonly blank: Pick<Blank, 'kind' | 'along' | 'across' | 'bore'>;
  readonly allowance: Allowance;
  /** size of the piece along the part axes */
  readonly size: Vec3;
  /** part axes that are sawn to length or width */
  readonly sawn: readonly Axis[];
  readonly volumeMm3: number;
}

const BLANK_KIND = {
  'flat bar': 'block',
  plate: 'plate',
  sheet: 'sheet',
  'round bar': 'round bar',
  'hexagon bar': 'hexagon bar',
  tube: 'tube',
} as const satisfies Record<Stock['kind'], Blank['kind']>;

function even(size: Vec3, part: Vec3): Allowance {
  const half = byAxis((axis) => (size[axis] - part[axis]) / 2);
  return { xMinus: half.x, xPlus: half.x, yMinus: half.y, yPlus: half.y, zMinus: half.z, zPlus: half.z };
}

/**
 * Sizes from the stock list that the part comes out of with at least `clean` on every side, the least material first.
 * @param part size of the part, or of all its copies together
 * @param need what the part needs of a bar along each axis
 */
export function fittingStock(
  part: Vec3,
  need: Readonly<Record<Axis, BarNeed>>,
  stock: readonly Stock[],
  clean: number,
): StockFit[] {
  const least = byAxis((axis) => part[axis] + 2 * clean);
  const fits: StockFit[] = [];
  for (const s of stock) {
    for (const along of AXES) {
      const [u, v] = ACROSS[along];
      if (s.kind === 'flat bar') {
        // along: the length; thickness and width either way round
        for (const [t, w] of [
          [u, v],
          [v, u],
        ] as const) {
          if (s.thickness < least[t] - 1e-9 || s.width < least[w] - 1e-9) continue;
          const size = byAxis((a) => (a === t ? s.thickness : a === w ? s.width : least[a]));
          fits.push({
            stock: s,
            blank: { kind: 'block', along: t, across: 0, bore: 0 },
            size,
            allowance: even(size, part),
            sawn: [along],
            volumeMm3: size.x * size.y * size.z,
          });
        }
      } else if (s.kind === 'plate' || s.kind === 'sheet') {
        if (s.thickness < least[along] - 1e-9) continue;
        const size = byAxis((a) => (a === along ? s.thickness : least[a]));
        fits.push({
          stock: s,
          blank: { kind: BLANK_KIND[s.kind], along, across: 0, bore: 0 },
          size,
          allowance: even(size, part),
          sawn: [u, v],
          volumeMm3: size.x * size.y * size.z,
        });
      } else {
        const wanted = s.kind === 'hexagon bar' ? need[along].hexagon : need[along].round;
        if (s.across < wanted + 2 * clean - 1e-9) continue;
        if (s.kind === 'tube' && s.bore > need[along].bore - 2 * clean + 1e-9) continue;
        const corners = s.kind === 'hexagon bar' ? (2 / Math.sqrt(3)) * s.across : s.across;
        const size = byAxis((a) => (a === along ? least[a] : a === u ? corners : s.across));
        const section =
          s.kind === 'hexagon bar' ? (Math.sqrt(3) / 2) * s.across ** 2 : (Math.PI / 4) * (s.across ** 2 - s.bore ** 2);
        fits.push({
          stock: s,
          blank: { kind: BLANK_KIND[s.kind], along, across: s.across, bore: s.bore },
          size,
          allowance: even(size, part),
          sawn: [along],
          volumeMm3: section * least[along],
        });
      }
    }
  }
  return fits.sort((a, b) => a.volumeMm3 - b.volumeMm3);
}
