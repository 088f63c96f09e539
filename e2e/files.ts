/** Small part files, written here so that every size in them is known. */

const line = (x0: number, y0: number, x1: number, y1: number) =>
  `0\nLINE\n8\n0\n10\n${x0}\n20\n${y0}\n11\n${x1}\n21\n${y1}\n`;
const circle = ([x, y, r]: readonly [number, number, number]) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${r}\n`;

/** A plate's outline with round holes (x, y, radius) as DXF without a unit. */
export function plateDxf(width: number, height: number, holes: readonly (readonly [number, number, number])[]): Buffer {
  const outline =
    line(0, 0, width, 0) + line(width, 0, width, height) + line(width, height, 0, height) + line(0, height, 0, 0);
  return Buffer.from(`0\nSECTION\n2\nENTITIES\n${outline}${holes.map(circle).join('')}0\nENDSEC\n0\nEOF\n`);
}

/** A block as ASCII STL; `skip` leaves facets out. */
export function blockStl(x: number, y: number, z: number, skip: readonly number[] = []): Buffer {
  const corner = (i: number) => [i & 1 ? x : 0, i & 2 ? y : 0, i & 4 ? z : 0].join(' ');
  const facets = [
    [0, 2, 1],
    [1, 2, 3],
    [4, 5, 6],
    [5, 7, 6],
    [0, 1, 4],
    [1, 5, 4],
    [2, 6, 3],
    [3, 6, 7],
    [0, 4, 2],
    [2, 4, 6],
    [1, 3, 5],
    [3, 7, 5],
  ];
  return Buffer.from(
    `solid block\n${facets
      .filter((_, i) => !skip.includes(i))
      .map(
        (f) => `facet normal 0 0 0\nouter loop\n${f.map((i) => `vertex ${corner(i)}\n`).join('')}endloop\nendfacet\n`,
      )
      .join('')}endsolid block\n`,
  );
}

/** Half of a lengthwise section as an open line, its ends on the axis, mm. */
export const halfProfileDxf = (points: readonly (readonly [number, number])[]): Buffer =>
  Buffer.from(
    [
      ...[0, 'SECTION', 2, 'ENTITIES', 0, 'LWPOLYLINE', 8, '0', 90, points.length, 70, 0],
      ...points.flatMap(([x, y]) => [10, x, 20, y]),
      ...[0, 'ENDSEC', 0, 'EOF', ''],
    ].join('\n'),
  );
