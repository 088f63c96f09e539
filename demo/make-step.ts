/**
 * Draws the demo's parts with an independent kernel and writes them as STEP (AP214).
 * Vane bearing block: 110 × 70 × 38, corners R6, recess ⌀60 × 4 on top, bore ⌀42 through, four holes ⌀9 through.
 * Vane bearing block with its side hole: the same, with a hole ⌀6.8 from the middle of the front face into the bore.
 * Boom tube: a tube 60 × 30 × 3, 1,100 long, with holes ⌀8 and ⌀6.5 through one wall each on its four sides; and as it
 * comes, without holes.
 * Float guide: a cast lever: a web 30 wide and 10 thick between a pad of 44 and one of 36, both 16 high, bores ⌀20 and
 * ⌀12 through, 125 apart, the larger pad faced 2 up from the underside, with a recess ⌀28 × 3 about its bore. Its
 * casting has 2 of stock on both pads and under the larger one, and no bores.
 * Mast spindle: ⌀14 × 318 along X, its front at X = 0: chamfer 1 × 45°, groove ⌀12 from 88 to 91, round groove R4 from
 * 200 to 204, journal ⌀10 from 298 on, chamfer 1 × 45°.
 * Pivot pin: along X, its front at X = 0: shank ⌀20 × 60 with a chamfer 1 × 45° and a relief ⌀18 × 3 under the head,
 * head ⌀30 × 14 with chamfers 0.5 × 45°.
 */
import { createRequire } from 'node:module';
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { draw, drawCircle, drawRoundedRectangle, measureVolume, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

async function startKernel(): Promise<void> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
}

const disc = (d: number, x: number, y: number, from: number, to: number) =>
  drawCircle(d / 2)
    .translate(x, y)
    .sketchOnPlane('XY', from)
    .extrude(to - from) as unknown as Shape3D;

export function vaneBearingBlock(): Shape3D {
  let body = drawRoundedRectangle(110, 70, 6)
    .translate(55, 35)
    .sketchOnPlane('XY', 0)
    .extrude(38) as unknown as Shape3D;
  body = body.cut(disc(60, 55, 35, 34, 39)).cut(disc(42, 55, 35, -1, 39));
  for (const [x, y] of [
    [14, 12],
    [96, 12],
    [14, 58],
    [96, 58],
  ])
    body = body.cut(disc(9, x, y, -1, 39));
  return body;
}

export const vaneWithSideHole = (): Shape3D =>
  vaneBearingBlock().cut(drawCircle(3.4).translate(55, 19).sketchOnPlane('XZ', 1).extrude(-21) as unknown as Shape3D);

export const tube = (): Shape3D =>
  drawRoundedRectangle(60, 30, 0)
    .cut(drawRoundedRectangle(54, 24, 0))
    .translate(30, 15)
    .sketchOnPlane('YZ', 0)
    .extrude(1100) as unknown as Shape3D;

/** A hole through the wall that looks along y (or z) at one end of it. */
const through = (plane: 'XZ' | 'XY', d: number, x: number, at: number, from: number): Shape3D =>
  drawCircle(d / 2)
    .translate(x, at)
    .sketchOnPlane(plane, from)
    .extrude(plane === 'XZ' ? -5 : 5) as unknown as Shape3D;

export const boomTube = (): Shape3D =>
  [
    ...[200, 600, 1000].map((x) => through('XY', 8, x, 30, 26)),
    ...[200, 1000].map((x) => through('XY', 8, x, 30, -1)),
    // a plane XZ stands at minus its distance
    ...[400, 800].map((x) => through('XZ', 6.5, x, 15, 1)),
    ...[400, 800].map((x) => through('XZ', 6.5, x, 15, -56)),
  ].reduce((body, hole) => body.cut(hole), tube());

const block = (x: number, y: number, z: number, [w, d, h]: readonly [number, number, number]) =>
  drawRoundedRectangle(w, d, 0)
    .translate(x + w / 2, y + d / 2)
    .sketchOnPlane('XY', z)
    .extrude(h) as unknown as Shape3D;

/** The lever without its bores. @param stock on both pads, and on the underside of the larger one */
function lever(stock: number): Shape3D {
  const under = 2 - stock;
  return block(44, 7, 0, [85, 30, 10])
    .fuse(block(0, 0, under, [44, 44, 16 + stock - under]))
    .fuse(block(129, 4, 0, [36, 36, 16 + stock]));
}

export const floatGuideCasting = (): Shape3D => lever(2);

export const floatGuide = (): Shape3D =>
  lever(0)
    .cut(disc(20, 22, 22, -1, 17))
    .cut(disc(12, 147, 22, -1, 17))
    .cut(disc(28, 22, 22, -1, 5));

/** Half of its section, turned about X. */
export const mastSpindle = (): Shape3D =>
  draw([0, 0])
    .lineTo([0, 6])
    .lineTo([1, 7])
    .lineTo([88, 7])
    .lineTo([88, 6])
    .lineTo([91, 6])
    .lineTo([91, 7])
    .lineTo([200, 7])
    // the middle of a round of radius 4 over a chord of 4
    .threePointsArcTo([204, 7], [202, 7 - (4 - Math.sqrt(12))])
    .lineTo([298, 7])
    .lineTo([298, 5])
    .lineTo([317, 5])
    .lineTo([318, 4])
    .lineTo([318, 0])
    .close()
    .sketchOnPlane('XZ')
    .revolve([1, 0, 0]) as unknown as Shape3D;

export const pivotPin = (): Shape3D =>
  draw([0, 0])
    .lineTo([0, 9])
    .lineTo([1, 10])
    .lineTo([57, 10])
    .lineTo([57, 9])
    .lineTo([60, 9])
    .lineTo([60, 14.5])
    .lineTo([60.5, 15])
    .lineTo([73.5, 15])
    .lineTo([74, 14.5])
    .lineTo([74, 0])
    .close()
    .sketchOnPlane('XZ')
    .revolve([1, 0, 0]) as unknown as Shape3D;

await startKernel();
const folder = process.argv[2] ?? 'demo';
for (const [name, shape] of [
  ['vane-bearing-block', vaneBearingBlock()],
  ['vane-side-hole', vaneWithSideHole()],
  ['boom-tube', boomTube()],
  ['boom-tube-raw', tube()],
  ['float-guide', floatGuide()],
  ['float-guide-casting', floatGuideCasting()],
  ['mast-spindle', mastSpindle()],
  ['pivot-pin', pivotPin()],
] as const) {
  const target = join(folder, `${name}.step`);
  writeFileSync(target, Buffer.from(await shape.blobSTEP().arrayBuffer()));
  console.log(`${target}: ${measureVolume(shape).toFixed(3)} mm³`);
}
