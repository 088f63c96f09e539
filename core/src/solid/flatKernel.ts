import type { CrossSection, ManifoldToplevel } from 'manifold-3d';

/** Closed outlines in a drawing plane: outer ones counter-clockwise, holes clockwise. */
export type Outlines = readonly (readonly (readonly [number, number])[])[];

/** Whether a point lies inside outlines: a line from it crosses them an odd number of times. */
export function isInOutlines(outlines: Outlines, [x, y]: readonly [number, number]): boolean {
  let isIn = false;
  for (const ring of outlines) {
    ring.forEach(([ax, ay], i) => {
      const [bx, by] = ring[(i + 1) % ring.length];
      if (ay > y !== by > y && x < ax + ((bx - ax) * (y - ay)) / (by - ay)) isIn = !isIn;
    });
  }
  return isIn;
}

/** What the kernel does with flat outlines: their areas taken together, apart, grown and shrunk. */
export class FlatKernel {
  constructor(protected readonly wasm: ManifoldToplevel) {}

  /** a \ b of flat outlines. */
  flatDifference(a: Outlines, b: Outlines): Outlines {
    if (a.length === 0 || b.length === 0) return a;
    const [left, right] = [this.flat(a), this.flat(b)];
    const rest = left.subtract(right);
    return this.take(rest, left, right);
  }

  /** a ∩ b of flat outlines. */
  flatCommon(a: Outlines, b: Outlines): Outlines {
    if (a.length === 0 || b.length === 0) return [];
    const [left, right] = [this.flat(a), this.flat(b)];
    return this.take(left.intersect(right), left, right);
  }

  /** All of the outlines together, each taken for filled. */
  flatUnion(parts: readonly Outlines[]): Outlines {
    const pieces = parts.filter((p) => p.length > 0).map((p) => this.flat(p));
    return pieces.length === 0 ? [] : this.take(this.wasm.CrossSection.union(pieces), ...pieces);
  }

  /** Area of flat outlines, mm². */
  flatArea(outlines: Outlines): number {
    if (outlines.length === 0) return 0;
    const flat = this.flat(outlines);
    const area = flat.area();
    flat.delete();
    return area;
  }

  /**
   * Outlines grown (+) or shrunk (−) by a distance, corners kept sharp or made round. Filled where the rings enclose,
   * whatever their sense.
   */
  offset(outlines: Outlines, mm: number, corners: 'sharp' | 'round' = 'sharp'): Outlines {
    if (outlines.length === 0) return [];
    const flat = this.flat(outlines, 'EvenOdd');
    return this.take(corners === 'sharp' ? flat.offset(mm, 'Miter', 4) : flat.offset(mm, 'Round', 2, 64), flat);
  }

  /** Outlines with fewer corners, none further off than `within`. */
  simpler(outlines: Outlines, within: number): Outlines {
    if (outlines.length === 0) return [];
    const flat = this.flat(outlines);
    return this.take(flat.simplify(within), flat);
  }

  /**
   * Where the origin of a shape may lie so that the whole shape stays inside a region: the region less every place at
   * which its border would cut into the shape (Minkowski sum of the border with the mirrored shape).
   * A shape that only just fits has places without area: these are found too, within a ten-thousandth of a millimeter.
   */
  placesFor(shape: readonly (readonly [number, number])[], room: Outlines): Outlines {
    const HAIR = 1e-4;
    const [smaller] = this.offset([shape], -HAIR);
    if (!smaller || smaller.length < 3) return [];
    const mirrored = smaller.map(([x, y]): [number, number] => [-x, -y]);
    const pieces: CrossSection[] = [];
    for (const ring of room) {
      ring.forEach((p, i) => {
        const q = ring[(i + 1) % ring.length];
        const at = ([x, y]: readonly [number, number]) => mirrored.map(([a, b]): [number, number] => [a + x, b + y]);
        pieces.push(this.flat([at(p)], 'EvenOdd'));
        mirrored.forEach((a, k) => {
          const b = mirrored[(k + 1) % mirrored.length];
          const quad: [number, number][] = [
            [a[0] + p[0], a[1] + p[1]],
            [a[0] + q[0], a[1] + q[1]],
            [b[0] + q[0], b[1] + q[1]],
            [b[0] + p[0], b[1] + p[1]],
          ];
          pieces.push(this.flat([quad], 'NonZero'), this.flat([[...quad].reverse()], 'NonZero'));
        });
      });
    }
    const blocked = this.wasm.CrossSection.union(pieces);
    // the shape is inside or outside as a whole where the border does not touch it: one corner tells
    const [u, v] = smaller[0];
    const corner = this.flat(
      room.map((ring) => ring.map(([x, y]): [number, number] => [x - u, y - v])),
      'EvenOdd',
    );
    return this.take(corner.subtract(blocked), corner, blocked, ...pieces);
  }

  protected flat(outlines: Outlines, rule: 'NonZero' | 'EvenOdd' = 'NonZero'): CrossSection {
    return new this.wasm.CrossSection(
      outlines.map((ring) => ring.map(([x, y]): [number, number] => [x, y])),
      rule,
    );
  }

  protected take(result: CrossSection, ...used: CrossSection[]): Outlines {
    const outlines = result.toPolygons() as [number, number][][];
    [result, ...used].forEach((x) => x.delete());
    return outlines;
  }
}
