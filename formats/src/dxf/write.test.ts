import { Helper } from 'dxf';
import { readDxf } from '.';
import { writeDxf } from './write';

const square = [
  [0, 0],
  [100, 0],
  [100, 50.8],
  [0, 50.8],
] as const;

/** Read by another project's reader, not ours: the npm package "dxf". */
function readElsewhere(text: string) {
  const { parsed } = new Helper(text) as {
    parsed: {
      header: { insUnits?: number };
      entities: {
        type: string;
        layer: string;
        closed?: boolean;
        vertices: { x: number; y: number; bulge?: number }[];
      }[];
    };
  };
  return parsed;
}

test.each([
  ['mm', 4, 1],
  ['inch', 1, 25.4],
] as const)('closed lines in %s are read back by another reader: closed, right size, right unit', (unit, code, mm) => {
  const { header, entities } = readElsewhere(writeDxf([{ name: 'pocket', rings: [square] }], unit));
  expect(header.insUnits).toBe(code);
  expect(entities).toHaveLength(1);
  expect(entities[0]).toMatchObject({ type: 'LWPOLYLINE', layer: 'pocket', closed: true });
  expect(Math.max(...entities[0].vertices.map((v) => v.y * mm))).toBeCloseTo(50.8, 9);
  expect(Math.max(...entities[0].vertices.map((v) => v.x * mm))).toBeCloseTo(100, 9);
});

test('arcs are kept as bulges, and what we write we read', () => {
  const text = writeDxf(
    [
      {
        name: 'outline',
        rings: [
          [
            [0, 0],
            [10, 0, 1],
            [10, 10],
            [0, 10],
          ],
        ],
      },
    ],
    'mm',
  );
  expect(readElsewhere(text).entities[0].vertices[1].bulge).toBe(1);
  const read = readDxf(new TextEncoder().encode(text), null);
  expect(read).toMatchObject({ ok: true, value: { mmPerUnitTold: 1, outlines: [{ holes: [] }] } });
});

test("a layer's name never breaks the file", () => {
  expect(readElsewhere(writeDxf([{ name: 'Op 10 / "jig"', rings: [square] }], 'mm')).entities[0].layer).toBe(
    'Op 10 - -jig-',
  );
});
