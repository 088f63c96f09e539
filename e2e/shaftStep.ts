import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { draw, drawCircle, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

/**
 * A shaft as STEP, drawn with an independent kernel, along Z with its front at the top: ⌀15 × 260, a groove ⌀13 from
 * 120 to 124 behind the front, and a cross hole ⌀4 at 60.
 */
export async function shaftStep(): Promise<Buffer> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
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
