import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { findFeatures } from '@violet-jaw/core/part';
import {
  boxMesh,
  circleLoop,
  meshBox,
  meshVolume,
  openEdges,
  polygonLoop,
  prism,
  type TriangleMesh,
} from '@violet-jaw/core/solid';
import { boxSize, vec } from '@violet-jaw/core/frames';
import { loadModelKernel } from '../model/load';
import type { ModelKernel, PartBody } from '../model';
import { chooseBody, sameBody } from './choose';
import { fileKind, readPartFile, type ReadOptions } from '.';

const require = createRequire(import.meta.url);
const FILES = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles');

let kernel: ModelKernel;
beforeAll(async () => {
  kernel = await loadModelKernel();
});

const read = (bytes: Uint8Array, options: ReadOptions = {}) => readPartFile(bytes, options, async () => kernel);
async function bodies(bytes: Uint8Array, options: ReadOptions = {}) {
  const result = await read(bytes, options);
  if (!result.ok) throw new Error(result.problem);
  return result.value;
}
const problem = async (bytes: Uint8Array, options: ReadOptions = {}) => {
  const r = await read(bytes, options);
  return r.ok ? '' : r.problem;
};

describe('the same cube in four formats (files shipped with occt-import-js)', () => {
  test.each([
    ['STEP', 'cube-10x10mm/Cube 10x10.stp', 10],
    ['IGES', 'cube-10x10mm/Cube 10x10.igs', 10],
    ['STL', 'cube-10x10mm/Cube 10x10.stl', 10],
  ] as const)('%s', async (kind, path, edge) => {
    const bytes = readFileSync(join(FILES, path));
    expect(fileKind(bytes)).toBe(kind);
    const all = await bodies(bytes, kind === 'STL' ? { unit: 'mm' } : {});
    const mesh = all[0].mesh;
    const { x, y, z } = boxSize(
      all
        .map((b) => meshBox(b.mesh))
        .reduce((a, b) => ({
          min: { x: Math.min(a.min.x, b.min.x), y: Math.min(a.min.y, b.min.y), z: Math.min(a.min.z, b.min.z) },
          max: { x: Math.max(a.max.x, b.max.x), y: Math.max(a.max.y, b.max.y), z: Math.max(a.max.z, b.max.z) },
        })),
    );
    for (const side of [x, y, z]) expect(side).toBeCloseTo(edge, 6);
    if (kind !== 'IGES') expect(findFeatures(mesh, meshBox(mesh)).counts).toMatchObject({ planes: 6, cylinders: 0 });
  });

  test('BREP: the assembly has the bodies and volumes of its STEP twin', async () => {
    const brep = await bodies(readFileSync(join(FILES, 'cax-if-brep/as1_pe_203.brep')));
    const step = await bodies(readFileSync(join(FILES, 'cax-if/as1_pe_203.stp')));
    const volumes = (list: typeof step) => list.map((b) => meshVolume(b.mesh)).reduce((a, b) => a + b, 0);
    expect(volumes(brep) / volumes(step)).toBeCloseTo(1, 3);
  });
});

/** An ASCII STL of a mesh. */
function stl(mesh: TriangleMesh, skip: readonly number[] = [], flip: readonly number[] = []): Uint8Array {
  const p = (i: number) => [...mesh.positions.subarray(3 * i, 3 * i + 3)].join(' ');
  const facets = Array.from({ length: mesh.triangles.length / 3 }, (_, t) => {
    if (skip.includes(t)) return '';
    const [a, b, c] = mesh.triangles.subarray(3 * t, 3 * t + 3);
    const corners = flip.includes(t) ? [a, c, b] : [a, b, c];
    return `facet normal 0 0 0\nouter loop\n${corners.map((i) => `vertex ${p(i)}`).join('\n')}\nendloop\nendfacet\n`;
  });
  return Buffer.from(`solid part\n${facets.join('')}endsolid part\n`);
}

describe('STL', () => {
  const block = boxMesh({ min: vec(0, 0, 0), max: vec(40.123, 30, 20) });

  test('has no unit: the same numbers as millimeters and as inches', async () => {
    const [mm] = await bodies(stl(block), { unit: 'mm' });
    const [inch] = await bodies(stl(block), { unit: 'inch' });
    expect(boxSize(meshBox(mm.mesh)).x).toBe(40.123);
    expect(boxSize(meshBox(inch.mesh)).x).toBeCloseTo(40.123 * 25.4, 9);
    expect(mm.notes).toEqual([]);
  });

  test('facets the wrong way round are turned, a facet that is there twice is dropped, a missing flat one is put in; all of it is told', async () => {
    const [turned] = await bodies(stl(block, [], [3, 7]), { unit: 'mm' });
    expect(meshVolume(turned.mesh)).toBeCloseTo(40.123 * 600, 6);
    expect(turned.notes.join()).toMatch(/turned 2 facets/);
    const [closed] = await bodies(stl(block, [2, 3]), { unit: 'mm' });
    expect(meshVolume(closed.mesh)).toBeCloseTo(40.123 * 600, 6);
    expect(closed.notes.join()).toMatch(/closed a flat hole of 4 corners near \(/);
    expect(openEdges(closed.mesh)).toEqual([]);
  });

  test('bores are found again in spite of the short numbers: to a ten-thousandth', async () => {
    const plate = prism(
      polygonLoop([
        [0, 0],
        [210, 0],
        [210, 130],
        [0, 130],
      ]),
      [circleLoop({ u: 61.234567, v: 47.654321, radius: 17.3 }), circleLoop({ u: 150.1, v: 80.2, radius: 6.05 })],
      14.2,
    );
    const [body] = await bodies(stl(plate), { unit: 'mm' });
    const found = findFeatures(body.mesh, meshBox(body.mesh)).features.filter((f) => f.kind === 'bore');
    expect(found).toMatchObject([
      { diameter: expect.closeTo(34.6, 4), through: true, at: { x: expect.closeTo(61.234567, 4) } },
      { diameter: expect.closeTo(12.1, 4) },
    ]);
  });

  test('inside out as a whole is turned', async () => {
    const [turned] = await bodies(
      stl(
        block,
        [],
        Array.from({ length: 12 }, (_, i) => i),
      ),
      { unit: 'mm' },
    );
    expect(meshVolume(turned.mesh)).toBeCloseTo(40.123 * 600, 6);
  });

  test('a hole that is not flat is refused, with its place', async () => {
    expect(await problem(stl(block, [0, 4]), { unit: 'mm' })).toMatch(
      /open at \d+ edges and cannot be closed without guessing: near \(/,
    );
  });

  test('a cut-off binary file is told', async () => {
    const whole = Buffer.alloc(84 + 50 * 12);
    whole.writeUInt32LE(12, 80);
    expect(await problem(whole.subarray(0, 500), { unit: 'mm' })).toMatch(/damaged or cut off/);
  });
});

const dxf = (entities: string, header = '') =>
  Buffer.from(`0\nSECTION\n2\nHEADER\n${header}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`);
const line = (x0: number, y0: number, x1: number, y1: number) =>
  `0\nLINE\n8\n0\n10\n${x0}\n20\n${y0}\n11\n${x1}\n21\n${y1}\n`;
const circle = (x: number, y: number, r: number) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${r}\n`;
const square = (x: number, y: number, s: number) =>
  line(x, y, x + s, y) + line(x + s, y, x + s, y + s) + line(x + s, y + s, x, y + s) + line(x, y + s, x, y);

describe('DXF outlines with a thickness', () => {
  test('lines drawn in any order and sense close; a hole is a hole and an island in it is a body of its own', async () => {
    const all = await bodies(
      dxf(
        circle(50, 50, 30) +
          line(100, 0, 0, 0) +
          line(0, 100, 100, 100) +
          line(100, 0, 100, 100) +
          line(0, 100, 0, 0) +
          square(45, 45, 10),
      ),
      { unit: 'mm', thickness: 6 },
    );
    expect(all.map((b) => b.name)).toEqual(['outline 1 with 1 hole', 'outline 2']);
    // the circle is chords within 0.005 mm
    expect(Math.abs(meshVolume(all[0].mesh) / 6 - (10_000 - Math.PI * 900))).toBeLessThan(2 * Math.PI * 30 * 0.005);
    expect(meshVolume(all[1].mesh)).toBeCloseTo(600, 6);
    expect(findFeatures(all[0].mesh, meshBox(all[0].mesh)).features.filter((f) => f.kind === 'bore')).toMatchObject([
      { diameter: expect.closeTo(60, 8), at: { x: expect.closeTo(50, 8) }, through: true },
    ]);
  });

  test('an arc and a polyline with a bulge: a half disc has the area of the formula (DXF reference, bulge = tan of a quarter of the angle)', async () => {
    const half = '0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n-10\n20\n0\n42\n0\n10\n10\n20\n0\n42\n1\n';
    const [a] = await bodies(dxf(half), { unit: 'mm', thickness: 1 });
    expect(meshVolume(a.mesh)).toBeCloseTo((Math.PI * 100) / 2, 0);
    expect(meshBox(a.mesh).max.y).toBeCloseTo(10, 9);
    const arc = `0\nARC\n8\n0\n10\n0\n20\n0\n40\n10\n50\n0\n51\n180\n${line(-10, 0, 10, 0)}`;
    const [b] = await bodies(dxf(arc), { unit: 'mm', thickness: 1 });
    expect(meshVolume(b.mesh)).toBeCloseTo(meshVolume(a.mesh), 3);
  });

  test('a spline of weights that is a circle quarter has every point on the circle (rational quadratic, Piegl & Tiller)', async () => {
    const spline = `0\nSPLINE\n8\n0\n70\n8\n71\n2\n72\n6\n73\n3\n${[0, 0, 0, 1, 1, 1].map((k) => `40\n${k}\n`).join('')}${[
      [20, 0],
      [20, 20],
      [0, 20],
    ]
      .map(([x, y]) => `10\n${x}\n20\n${y}\n30\n0\n`)
      .join('')}`;
    const [body] = await bodies(dxf(spline + line(0, 20, 0, 0) + line(0, 0, 20, 0)), { unit: 'mm', thickness: 2 });
    // without weights the curve is a parabola: area under it from the corner is 2/3 of the square's corner cut
    // (Archimedes)
    expect(meshVolume(body.mesh) / 2).toBeCloseTo(400 - 400 / 6, 0);
  });

  test("the file's own unit counts until another is told", async () => {
    const inches = dxf(square(0, 0, 1), '9\n$INSUNITS\n70\n1\n');
    expect(boxSize(meshBox((await bodies(inches, { thickness: 5 }))[0].mesh)).x).toBeCloseTo(25.4, 9);
    expect(boxSize(meshBox((await bodies(inches, { unit: 'mm', thickness: 5 }))[0].mesh)).x).toBeCloseTo(1, 9);
  });

  test('open ends are listed with their coordinates and the gap', async () => {
    const open = dxf(line(0, 0, 50, 0) + line(50, 0, 50, 40) + line(50, 40, 0.02, 0));
    expect(await problem(open, { unit: 'mm', thickness: 5 })).toMatch(
      /not closed: 2 open ends, in mm: \(0\.\d+, 0\.000\) 0\.020 from the next; \(0\.\d+, 0\.000\) 0\.020 from the next/,
    );
  });

  test('nothing closed in it, a binary one, a torn one', async () => {
    expect(await problem(dxf('0\nINSERT\n8\n0\n2\nBLOCK\n10\n0\n20\n0\n'), { thickness: 5 })).toMatch(
      /no closed outline; it holds an insert/,
    );
    expect(await problem(Buffer.from('AutoCAD Binary DXF\r\n\u001a\u0000'), {})).toMatch(/binary DXF/);
    expect(await problem(Buffer.from('0\nSECTION\n2\nENTITIES\n0\nLI'), {})).toMatch(
      /damaged or cut off|no closed outline/,
    );
  });
});

test.each([
  ['empty', Buffer.alloc(0), /file is empty/],
  ['a zip', Buffer.from('PK\u0003\u0004rest'), /zip archive/],
  ['a text', Buffer.from('hello'), /neither STEP, IGES, BREP, STL nor DXF/],
  [
    'half an IGES file',
    readFileSync(join(FILES, 'cube-10x10mm/Cube 10x10.igs')).subarray(0, 4000),
    /IGES file is cut off/,
  ],
])('%s is told apart and refused in words', async (_, bytes, says) => {
  expect(await problem(bytes)).toMatch(says);
});

describe('a choice of body is kept in a newer file', () => {
  const body = (index: number, name: string): PartBody => ({
    index,
    name,
    faceCount: 1,
    mesh: boxMesh({ min: vec(0, 0, 0), max: vec(1, 1, 1) }),
    notes: [],
  });
  const bodies = [body(0, 'nut'), body(1, 'plate'), body(2, 'nut (2)'), body(3, 'rod')];
  test.each([
    ['by its name where that is its alone', { body: 0, bodyName: 'plate' }, 1],
    ['by name and number where the name is there twice', { body: 2, bodyName: 'nut (2)' }, 2],
    [
      'not at all where another of the name came before it, and made it another one',
      { body: 1, bodyName: 'nut (2)' },
      null,
    ],
    ['by its name where it is the only one left', { body: 5, bodyName: 'plate (2)' }, 1],
    ['by number where no name was kept', { body: 3 }, 3],
    ['not at all where the name is gone', { body: 1, bodyName: 'lid' }, null],
    ['not at all where it could be either', { body: 1, bodyName: 'nut' }, null],
  ])('%s', (_, wanted, index) => {
    expect(sameBody(bodies, wanted)?.index ?? null).toBe(index);
  });
  test('a name alone chooses a body only where no other goes by it', () => {
    expect(chooseBody(bodies, { bodyName: 'rod' })).toMatchObject({ ok: true, value: { index: 3 } });
    expect(chooseBody(bodies, { bodyName: 'nut' })).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/4 bodies; say which/),
    });
  });
  test('the only body of a file is the one', () => {
    expect(sameBody([body(0, 'new name')], { body: 4, bodyName: 'old name' })?.index).toBe(0);
  });
});
