import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { importSTEP, measureVolume, setOC, type Shape3D } from 'replicad';
import { newJob } from '@violet-jaw/core/job';
import { boxSize, scale, vec, type Vec3 } from '@violet-jaw/core/frames';
import { flatLevels, loadKernel, meshBox, meshVolume, weldMesh, openEdges, type Kernel } from '@violet-jaw/core/solid';
import { bodiesFor, chooseBody } from '../part/bodies';
import { crestBetween } from './crests';
import { loadModelKernel } from './load';
import { readStep, FILE_SIZE_LIMIT, modelProblem, type PartBody, type ModelKernel } from '.';

/**
 * Recognition against an independent kernel: replicad on OpenCascade 8 reads the same files and is asked what kind each
 * face is and how large its cylinders are. Files: CAx-IF test parts shipped with occt-import-js, and the demo part.
 */
const require = createRequire(import.meta.url);
const CAX_IF = join(dirname(require.resolve('occt-import-js/package.json')), 'test/testfiles');

let step: ModelKernel;
let kernel: Kernel;
beforeAll(async () => {
  [step, kernel] = await Promise.all([loadModelKernel(), loadKernel()]);
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (o: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
});

function bodies(path: string): PartBody[] {
  const read = readStep(step, readFileSync(path));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}

test("bodies of an assembly go by the names of the file's tree, told apart where a name comes again (CAx-IF as1-oc-214)", () => {
  const names = bodies(join(CAX_IF, 'cax-if/as1-oc-214.stp')).map((b) => b.name);
  expect(names).toHaveLength(18);
  expect(new Set(names).size).toBe(18);
  expect(names).toEqual(
    expect.arrayContaining([
      'as1 / plate',
      'as1 / rod-assembly / nut',
      'as1 / rod-assembly / nut (2)',
      'as1 / l-bracket-assembly / bolt',
      'as1 / l-bracket-assembly (2) / bolt (3)',
    ]),
  );
});

describe('against an independent kernel (replicad on OpenCascade 8) on CAx-IF files shipped with occt-import-js', () => {
  test.each([
    ['CAx-IF io1-cm-214', join(CAX_IF, 'cax-if/io1-cm-214.stp')],
    ['CAx-IF io1-tu-203', join(CAX_IF, 'cax-if/io1-tu-203.stp')],
    ['conical surface', join(CAX_IF, 'conical-surface/conical-surface.step')],
    ['cube in inches', join(CAX_IF, 'cube-units/cube-in.step')],
    ['cube in meters', join(CAX_IF, 'cube-units/cube-m.step')],
    ['rounded cube', join(CAX_IF, 'rounded-cube/rounded-cube.step')],
    ['the demo part', 'demo/vane-bearing-block.step'],
  ])(
    '%s: size and volume',
    async (_, path) => {
      const shape = await importSTEP(new Blob([readFileSync(path)]));
      const [body] = bodies(path);
      const size = boxSize(meshBox(body.mesh));
      const theirs = shape.boundingBox;
      // bounding boxes of the other kernel are widened by its tolerance; curved faces are meshed within 0.01 mm
      for (const [ours, other] of [
        [size.x, theirs.width],
        [size.y, theirs.height],
        [size.z, theirs.depth],
      ])
        expect(Math.abs(ours - other)).toBeLessThan(0.03);
      const volume = measureVolume(shape as Shape3D);
      expect(Math.abs(meshVolume(body.mesh) - volume) / volume).toBeLessThan(2e-3);
    },
    120_000,
  );

  test('every body of the assemblies becomes a closed solid of the same volume', () => {
    for (const file of ['dm1-oc-214.stp', 'dm1-pe-214.stp', 'as1_pe_203.stp']) {
      for (const body of bodies(join(CAX_IF, 'cax-if', file))) {
        const made = kernel.fromMesh(body.mesh);
        if (!made.ok) throw new Error(`${file} ${body.name}: ${made.problem}`);
        expect(made.value.volumeMm3()).toBeCloseTo(meshVolume(weldMesh(body.mesh)), 3);
        expect(openEdges(weldMesh(body.mesh))).toEqual([]);
      }
    }
  }, 120_000);
});

test('the demo part has the volume of its drawing, within the mesh of its curves (closed formula)', () => {
  const exact =
    110 * 70 * 38 - (4 - Math.PI) * 36 * 38 - Math.PI * 900 * 4 - Math.PI * 441 * 34 - 4 * Math.PI * 20.25 * 38;
  expect(Math.abs(meshVolume(bodies('demo/vane-bearing-block.step')[0].mesh) - exact) / exact).toBeLessThan(2e-4);
});

test('a round top reaches as far as the model does, not as far as its chords', () => {
  // CAx-IF io1-cm-214: a cylinder of radius 44 lies across the top; its crest is at 88 above the base
  const size = boxSize(meshBox(bodies(join(CAX_IF, 'cax-if/io1-cm-214.stp'))[0].mesh));
  expect(size.z).toBeCloseTo(88, 6);
});

test('a round rod drawn as a free form has its full diameter (CAx-IF as1-oc-214: rod ⌀10, 200 long)', () => {
  const rod = bodies(join(CAX_IF, 'cax-if/as1-oc-214.stp')).find((b) => b.name.endsWith('/ rod'))!;
  const size = boxSize(meshBox(rod.mesh));
  // the file's own spline strays from the cylinder by 2.5e-5
  expect([size.x, size.y, size.z]).toEqual([expect.closeTo(200, 6), expect.closeTo(10, 4), expect.closeTo(10, 4)]);
});

describe('the crest between two points of a cylinder of radius 10 along X', () => {
  const on = (degrees: number, x: number): [Vec3, Vec3] => {
    const [s, c] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
    return [vec(x, 10 * s, 10 * c), vec(0, s, c)];
  };
  test('is on top, wherever the chord bridges it', () => {
    const [[p, n], [q, m]] = [on(12, 0), on(-5, 30)];
    const crest = crestBetween({ p1: p, n1: n, p2: q, n2: m, direction: '+z' })!;
    expect(crest.z).toBeCloseTo(10, 9);
    expect(crest.x).toBeGreaterThan(0);
    expect(crest.x).toBeLessThan(30);
  });
  test('is not there when both lie on one side, when the face is hollow, or in another direction', () => {
    const [[p, n], [q, m]] = [on(12, 0), on(5, 30)];
    expect(crestBetween({ p1: p, n1: n, p2: q, n2: m, direction: '+z' })).toBeNull();
    const [[r, k], [s, l]] = [on(12, 0), on(-5, 0)];
    expect(crestBetween({ p1: r, n1: scale(k, -1), p2: s, n2: scale(l, -1), direction: '-z' })).toBeNull();
    expect(crestBetween({ p1: r, n1: k, p2: s, n2: l, direction: '+y' })).toBeNull();
  });
});

test('facets of a bore are not taken for flat faces', () => {
  const [{ mesh }] = bodies('demo/vane-bearing-block.step');
  expect(flatLevels(mesh, '+x').map((l) => l.level)).toEqual([expect.closeTo(110, 9)]);
  expect(flatLevels(mesh, '+z').map((l) => l.level)).toEqual([expect.closeTo(38, 9), expect.closeTo(34, 9)]);
});

describe('bad files get a clear message', () => {
  const good = readFileSync(join(CAX_IF, 'simple-basic-cube/cube.stp'));
  test.each([
    ['empty', Buffer.alloc(0), /file is empty/],
    ['cut in half', good.subarray(0, good.length / 2), /cut off: its last line END-ISO-10303-21/],
    [
      'a header and nothing else',
      Buffer.from('ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n'),
      /damaged|holds no solid/,
    ],
    [
      'rubbish inside',
      Buffer.from(`ISO-10303-21;\n${'#1=X((((;\n'.repeat(40)}END-ISO-10303-21;\n`),
      /damaged|no solid/,
    ],
  ])('%s', (_, bytes, says) => {
    const read = readStep(step, bytes);
    expect(read).toMatchObject({ ok: false, problem: expect.stringMatching(says) });
  });

  test('a file of 200 MB is refused before it is read', () => {
    expect(modelProblem({ length: 200 * 1024 * 1024 } as Uint8Array, 'STEP')).toMatch(/has 200 MB; up to 64 MB/);
    expect(FILE_SIZE_LIMIT).toBe(64 * 1024 * 1024);
  });

  test('several bodies: one must be chosen, and they are listed', () => {
    const all = bodies(join(CAX_IF, 'cax-if/dm1-oc-214.stp'));
    expect(all).toHaveLength(7);
    expect(chooseBody(all, {})).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/7 bodies.*"body": 0 .*nut/),
    });
    expect(chooseBody(all, { body: 99 })).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/body 99 is not among them/),
    });
    expect(chooseBody(all, { body: 1 })).toMatchObject({ ok: true });
  });

  test('an open shell is named with a place', () => {
    const [body] = bodies(join(CAX_IF, 'simple-basic-cube/cube.stp'));
    const open = { ...body.mesh, triangles: body.mesh.triangles.slice(6) };
    expect(kernel.fromMesh(open)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/open shell: \d+ open edges, the first near \(/),
    });
  });

  test('what a file says is told with its name', async () => {
    const job = newJob({ number: '1', part: '', units: 'mm' }, { file: 'part.step' });
    expect(
      await bodiesFor(
        job,
        async () => step,
        () => ({ ok: true, value: Buffer.from('x') }),
      ),
    ).toMatchObject({ ok: false, problem: expect.stringMatching(/^part\.step: This is no part file/) });
  });
});
