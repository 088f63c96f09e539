import type { AxisTouchOff } from './touches';

/**
 * Work zero from what the machine showed at the touches, machine coordinates, mm (common practice, no source): one face
 * `W = M − P`; two faces or a bore: the middle of the readings is the middle of the faces, the tool falls out.
 * @param readings machine positions at the touches, in their order; an indicator gives one, on the axis itself
 * @param length what is taken off a reading besides: in Z the length of the tool when none is active in what was read;
 *   a common offset; else 0
 */
export function zeroFromReadings(
  { declare }: Pick<AxisTouchOff, 'declare'>,
  readings: readonly number[],
  length = 0,
): number | null {
  if (declare === null || readings.length === 0) return null;
  return readings.reduce((a, b) => a + b, 0) / readings.length - length - declare;
}

/**
 * Angle of an edge from two touches.
 * @param first,second readings across the edge, the second `apart` further along the plus direction of the axis the
 *   edge runs along
 * @returns radians, counter-clockwise seen from above positive, for an edge along X; for one along Y the same reading
 *   turns clockwise
 */
export function edgeAngle(along: 'x' | 'y', first: number, second: number, apart: number): number {
  const turn = Math.atan2(second - first, apart);
  return along === 'x' ? turn : -turn;
}

/** How the part is turned so that the edge runs straight, and what the far touch then moves by. */
export function straighten(angle: number, move: number, say: (mm: number) => string): string {
  if (Math.abs(move) < 1e-9) return 'The edge runs straight.';
  const degrees = (Math.abs(angle) * 180) / Math.PI;
  return `Turn the part ${angle > 0 ? 'clockwise' : 'counter-clockwise'}, seen from above, by ${degrees.toFixed(3)}°: the second touch moves by ${say(-move)}.`;
}
