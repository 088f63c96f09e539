import type { Outlines } from '../solid';
import { rectangleRing, type HoldInput } from './input';
import { relievedOutline, signedArea } from './rings';
import type { DrawnLine } from './types';

const LEVELS = 4;

/**
 * A jig: a sheet with a cutout that puts the part back where it was, for a late operation. The cutout is the outline of
 * what is left over the sheet's thickness, grown by the fit, its corners relieved for the cutter; where this setup's
 * cutter works within the sheet's height, windows are left open around it.
 */
export function jigOutlines({ setup, seat, kernel, outlineMm, sectionOf }: HoldInput): DrawnLine[] {
  const { jig } = setup;
  if (!jig.on) return [];
  const rest = seat.loadedBox.min.z;
  const heights = Array.from(
    { length: LEVELS },
    (_, i) => rest + 0.01 + ((Math.min(jig.thickness, seat.loadedBox.max.z - rest) - 0.02) * i) / (LEVELS - 1),
  );
  const body = kernel.flatUnion(heights.map((z) => sectionOf('loaded', z).filter((ring) => signedArea(ring) > 0)));
  if (body.length === 0) return [];
  const cutout = relievedOutline(kernel, body, { fit: jig.fit, cutter: outlineMm }).outlines;
  const [xs, ys] = [cutout.flat().map((p) => p[0]), cutout.flat().map((p) => p[1])];
  const frame: Outlines = [
    rectangleRing(
      Math.min(...xs) - jig.border,
      Math.min(...ys) - jig.border,
      Math.max(...xs) + jig.border,
      Math.max(...ys) + jig.border,
    ),
  ];
  const widest = Math.max(0, ...setup.tools.map((t) => t.diameter ?? 0));
  const worked = kernel.flatUnion(
    heights.map((z) => kernel.flatDifference(sectionOf('loaded', z), sectionOf('left', z))),
  );
  const windows =
    kernel.flatArea(worked) < 0.1
      ? []
      : kernel.flatCommon(kernel.offset(worked, widest + 1, 'round'), kernel.flatDifference(frame, cutout));
  return [
    { role: 'jig', outlines: [...frame, ...cutout] },
    ...(windows.length > 0 ? [{ role: 'jig-window' as const, outlines: windows }] : []),
  ];
}
