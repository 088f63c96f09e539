import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { drawCircle, drawRectangle, drawRoundedRectangle, setOC, type Shape3D } from 'replicad';

const require = createRequire(import.meta.url);

/**
 * A tray as STEP, drawn with an independent kernel: 100 × 70 × 30 with a pocket of 44 × 32 × 12, corners R6, one of
 * 22 × 10 × 5 turned by 30 degrees, four holes ⌀6 through, a blind bore ⌀10 × 15, and a step of 20 × 8 along its right
 * side. Its zero is the front left corner of the bottom.
 */
export async function trayStep(): Promise<Buffer> {
  const entry = require.resolve('replicad-opencascadejs');
  const { default: start } = (await import('replicad-opencascadejs')) as unknown as {
    default: (options: { wasmBinary: Buffer }) => Promise<Parameters<typeof setOC>[0]>;
  };
  setOC(await start({ wasmBinary: readFileSync(join(dirname(entry), 'replicad_single.wasm')) }));
  const up = (sketch: ReturnType<typeof drawRectangle>, from: number, to: number) =>
    sketch.sketchOnPlane('XY', from).extrude(to - from) as unknown as Shape3D;
  const hole = (d: number, x: number, y: number, from: number) => up(drawCircle(d / 2).translate(x, y), from, 31);
  let tray = up(drawRectangle(100, 70).translate(50, 35), 0, 30);
  tray = tray.cut(up(drawRoundedRectangle(44, 32, 6).translate(34, 26), 18, 31));
  tray = tray.cut(up(drawRectangle(22, 10).rotate(30).translate(28, 56), 25, 31));
  tray = tray.cut(up(drawRectangle(20, 70).translate(90, 35), 22, 31));
  for (const [x, y] of [
    [62, 12],
    [74, 12],
    [62, 40],
    [74, 40],
  ])
    tray = tray.cut(hole(6, x, y, -1));
  tray = tray.cut(hole(10, 68, 60, 15));
  return Buffer.from(await tray.blobSTEP().arrayBuffer());
}
