/** A reading of an indicator at a place, mm. */
export interface Swept {
  readonly x: number;
  readonly y: number;
  readonly mm: number;
}

/** A plane through readings, `mm = a + b·x + c·y`, and how far they lie off it. */
export interface Flatness {
  readonly plane: { readonly a: number; readonly b: number; readonly c: number };
  /** reading less plane, in the order of the readings */
  readonly off: readonly number[];
  /** highest less lowest: how flat it is, mm (ISO 1101; here against the plane of least squares) */
  readonly mm: number;
}

/**
 * The plane of least squares through readings, and what is left over; null: they lie on one line, or there are fewer
 * than three.
 */
export function flatnessOf(readings: readonly Swept[]): Flatness | null {
  const n = readings.length;
  if (n < 3) return null;
  const mean = (of: (r: Swept) => number) => readings.reduce((sum, r) => sum + of(r), 0) / n;
  const [mx, my, mz] = [mean((r) => r.x), mean((r) => r.y), mean((r) => r.mm)];
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  for (const { x, y, mm } of readings) {
    const [dx, dy, dz] = [x - mx, y - my, mm - mz];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xz += dx * dz;
    yz += dy * dz;
  }
  const det = xx * yy - xy * xy;
  if (det <= 1e-12 * (xx + yy) ** 2) return null;
  const b = (xz * yy - yz * xy) / det;
  const c = (yz * xx - xz * xy) / det;
  const a = mz - b * mx - c * my;
  const off = readings.map((r) => r.mm - (a + b * r.x + c * r.y));
  return { plane: { a, b, c }, off, mm: Math.max(...off) - Math.min(...off) };
}

/** Places of a grid over an area, row by row from the left front corner. */
export function gridOver(
  {
    minX,
    minY,
    maxX,
    maxY,
  }: { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number },
  columns: number,
  rows: number,
): { readonly x: number; readonly y: number }[] {
  const at = (min: number, max: number, i: number, of: number) =>
    of === 1 ? (min + max) / 2 : min + ((max - min) * i) / (of - 1);
  return Array.from({ length: rows * columns }, (_, k) => ({
    x: at(minX, maxX, k % columns, columns),
    y: at(minY, maxY, Math.floor(k / columns), rows),
  }));
}
