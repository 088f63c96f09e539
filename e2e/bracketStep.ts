import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { drawCircle, drawRectangle, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

/**
 * A bracket as STEP, drawn with an independent kernel: a foot of 80 × 60 × 12 with two holes ⌀9, and at its rear an
 * upright 12 thick and 50 high with a bore ⌀20 through. Its zero is the front left corner of the foot.
 */
export async function bracketStep(): Promise<Buffer> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
  const bar = (x: number, y: number, from: number, to: number, dx: number, dy: number) =>
    drawRectangle(dx, dy)
      .translate(x + dx / 2, y + dy / 2)
      .sketchOnPlane('XY', from)
      .extrude(to - from) as unknown as Shape3D;
  let bracket = bar(0, 0, 0, 12, 80, 60).fuse(bar(0, 48, 12, 50, 80, 12));
  for (const x of [20, 60])
    bracket = bracket.cut(drawCircle(4.5).translate(x, 24).sketchOnPlane('XY', -1).extrude(14) as unknown as Shape3D);
  // the plane XZ looks to -Y
  bracket = bracket.cut(drawCircle(10).translate(40, 31).sketchOnPlane('XZ', -61).extrude(14) as unknown as Shape3D);
  return Buffer.from(await bracket.blobSTEP().arrayBuffer());
}
