/**
 * Draws the demo part with an independent kernel and writes it as STEP (AP214).
 * Vane bearing block: 110 × 70 × 38, corners R6, recess ⌀60 × 4 on top, bore ⌀42 through, four holes ⌀9 through.
 */
import { createRequire } from 'node:module';
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { drawCircle, drawRoundedRectangle, measureVolume, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

async function startKernel(): Promise<void> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
}

export function vaneBearingBlock(): Shape3D {
  const hole = (d: number, x: number, y: number, from: number, to: number) =>
    drawCircle(d / 2)
      .translate(x, y)
      .sketchOnPlane('XY', from)
      .extrude(to - from) as unknown as Shape3D;
  let block = drawRoundedRectangle(110, 70, 6)
    .translate(55, 35)
    .sketchOnPlane('XY', 0)
    .extrude(38) as unknown as Shape3D;
  block = block.cut(hole(60, 55, 35, 34, 39)).cut(hole(42, 55, 35, -1, 39));
  for (const [x, y] of [
    [14, 12],
    [96, 12],
    [14, 58],
    [96, 58],
  ])
    block = block.cut(hole(9, x, y, -1, 39));
  return block;
}

await startKernel();
const block = vaneBearingBlock();
const target = process.argv[2] ?? 'demo/vane-bearing-block.step';
writeFileSync(target, Buffer.from(await block.blobSTEP().arrayBuffer()));
console.log(`${target}: ${measureVolume(block).toFixed(3)} mm³`);
