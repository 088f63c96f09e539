import qrcode from 'qrcode-generator';

/** A QR code as one path of unit squares, with the quiet zone of four modules around it (ISO/IEC 18004). */
export interface QrCode {
  /** modules along a side, quiet zone included */
  readonly size: number;
  /** SVG path, y down, one unit a module */
  readonly path: string;
}

const QUIET = 4;

/** @param text what a camera reads; medium error correction, the smallest size that holds it */
export function qrCode(text: string): QrCode {
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const count = code.getModuleCount();
  const rows = Array.from({ length: count }, (_, row) =>
    runsOf(count, (column) => code.isDark(row, column))
      .map(([from, to]) => `M${from + QUIET} ${row + QUIET}h${to - from}v1h-${to - from}z`)
      .join(''),
  );
  return { size: count + 2 * QUIET, path: rows.join('') };
}

/** Neighboring dark modules of a row as one run: fewer seams on paper. */
function runsOf(count: number, isDark: (column: number) => boolean): [number, number][] {
  const runs: [number, number][] = [];
  for (let column = 0; column < count; column++) {
    if (!isDark(column)) continue;
    const last = runs.at(-1);
    if (last?.[1] === column) last[1] = column + 1;
    else runs.push([column, column + 1]);
  }
  return runs;
}
