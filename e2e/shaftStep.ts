import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { draw, drawCircle, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

/** The kernel that draws them: none of the product's. */
async function startKernel(): Promise<void> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
}

/**
 * A shaft as STEP, drawn with an independent kernel, along Z with its front at the top: ⌀15 × 260, a groove ⌀13 from
 * 120 to 124 behind the front, and a cross hole ⌀4 at 60.
 */
export async function shaftStep(): Promise<Buffer> {
  await startKernel();
  const turned = draw([0, 0])
    .lineTo([7.5, 0])
    .lineTo([7.5, 136])
    .lineTo([6.5, 136])
    .lineTo([6.5, 140])
    .lineTo([7.5, 140])
    .lineTo([7.5, 260])
    .lineTo([0, 260])
    .close()
    .sketchOnPlane('XZ')
    .revolve([0, 0, 1]) as unknown as Shape3D;
  const hole = drawCircle(2).translate(0, 200).sketchOnPlane('XZ', -20).extrude(40) as unknown as Shape3D;
  return Buffer.from(await turned.cut(hole).blobSTEP().arrayBuffer());
}

/** A square tube 50 × 50 × 2.5, 400 long, with a hole ⌀9 through the top at 110 and one ⌀7 through the rear at 290. */
export async function tubeStep(drilled: boolean): Promise<Buffer> {
  await startKernel();
  const square = (half: number) =>
    draw([-half, -half]).lineTo([half, -half]).lineTo([half, half]).lineTo([-half, half]).close();
  const tube = square(25).cut(square(22.5)).sketchOnPlane('YZ').extrude(400) as unknown as Shape3D;
  const top = drawCircle(4.5).translate(110, 0).sketchOnPlane('XY', 10).extrude(30) as unknown as Shape3D;
  // of the plane XZ the normal looks to the front
  const rear = drawCircle(3.5).translate(290, 0).sketchOnPlane('XZ', -10).extrude(-30) as unknown as Shape3D;
  return Buffer.from(await (drilled ? tube.cut(top).cut(rear) : tube).blobSTEP().arrayBuffer());
}
