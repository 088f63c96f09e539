/**
 * Height of the blocks under one roller of a sine bar: `length · sin(angle)`. Trigonometry.
 * @param length between the rollers, mm @param angle radians, 0 to 90°
 * @returns null: not an angle a sine bar can be set to
 */
export function sineBarHeight(length: number, angle: number): number | null {
  if (!(length > 0) || !(angle >= 0) || angle > Math.PI / 2) return null;
  return length * Math.sin(angle);
}

/** The angle blocks of a height set a sine bar to, radians; null: higher than the bar is long. */
export function sineBarAngle(length: number, height: number): number | null {
  if (!(length > 0) || !(height >= 0) || height > length) return null;
  return Math.asin(height / length);
}
