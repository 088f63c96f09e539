import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { importSTEP, setOC, type Shape3D } from 'replicad';
import { facesOf, findFeatures, type CylinderFeature } from '@violet-jaw/core/part';
import { meshBox, weldMesh } from '@violet-jaw/core/solid';
import { loadModelKernel } from './load';
import { readStep, type ModelKernel, type PartBody } from '.';

/**
 * Recognition against an independent kernel: replicad on OpenCascade 8 reads the same files and is asked what kind each
 * face is and how large its cylinders are. Files: CAx-IF test parts shipped with occt-import-js, and the demo part.
 */
const require = createRequire(import.meta.url);
const FILES = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles');

interface OracleFace {
  type: string;
  radius: number | null;
}

let kernel: ModelKernel;
let oc: any;
beforeAll(async () => {
  kernel = await loadModelKernel();
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (o: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  oc = await start({
    wasmBinary: readFileSync(join(dirname(require.resolve('replicad-opencascadejs')), 'replicad_single.wasm')),
  });
  setOC(oc);
});

async function oracle(path: string): Promise<OracleFace[]> {
  const shape = (await importSTEP(new Blob([readFileSync(path)]))) as Shape3D;
  return shape.faces.map((face) => {
    const type = face.geomType;
    if (type !== 'CYLINDRE') return { type, radius: null };
    const adaptor = new oc.BRepAdaptor_Surface(face.wrapped, true);
    return { type, radius: adaptor.Cylinder().Radius() as number };
  });
}

function bodies(path: string): PartBody[] {
  const read = readStep(kernel, readFileSync(path));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}

const PARTS: [string, string][] = [
  ['CAx-IF io1-cm-214', join(FILES, 'cax-if/io1-cm-214.stp')],
  ['CAx-IF sg1-c5-214', join(FILES, 'cax-if/sg1-c5-214.stp')],
  ['conical surface', join(FILES, 'conical-surface/conical-surface.step')],
  ['rounded cube', join(FILES, 'rounded-cube/rounded-cube.step')],
  ['the demo part', 'demo/vane-bearing-block.step'],
];

test.each(PARTS)(
  '%s: number of plane and cylindrical faces, and every radius',
  async (_, path) => {
    const theirs = await oracle(path);
    const ours = bodies(path).flatMap((b) => facesOf(weldMesh(b.mesh)));
    expect(ours.length).toBe(theirs.length);
    const count = (type: string) => theirs.filter((f) => f.type === type).length;
    expect(ours.filter((f) => f.surface.kind === 'plane').length).toBe(count('PLANE'));
    expect(ours.filter((f) => f.surface.kind === 'cylinder').length).toBe(count('CYLINDRE'));
    const radii = ours.flatMap((f) => (f.surface.kind === 'cylinder' ? [f.surface.radius] : [])).sort((a, b) => a - b);
    const expected = theirs.flatMap((f) => (f.radius === null ? [] : [f.radius])).sort((a, b) => a - b);
    radii.forEach((r, i) => expect(Math.abs(r - expected[i])).toBeLessThan(1e-6));
  },
  120_000,
);

test('CAx-IF io1-tu-203 is the same part as io1-cm-214 with all round faces as B-splines: the same radii are found from their shape', () => {
  const radii = (name: string) =>
    bodies(join(FILES, 'cax-if', name))
      .flatMap((b) => facesOf(weldMesh(b.mesh)))
      .flatMap((f) => (f.surface.kind === 'cylinder' ? [Math.round(f.surface.radius * 1e4) / 1e4] : []));
  expect([...new Set(radii('io1-tu-203.stp'))].sort((a, b) => a - b)).toEqual([3.5, 18, 29, 31, 44]);
  expect([...new Set(radii('io1-cm-214.stp'))].sort((a, b) => a - b)).toEqual([3.5, 18, 29, 31, 44]);
}, 60_000);

test('diameters of bores in the demo part, from the drawing it was made after', () => {
  const [body] = bodies('demo/vane-bearing-block.step');
  const found = findFeatures(body.mesh, meshBox(body.mesh)).features.filter(
    (f): f is CylinderFeature => f.kind === 'bore',
  );
  expect(found.map((f) => Math.round(f.diameter * 1e6) / 1e6)).toEqual([60, 42, 9, 9, 9, 9]);
});
