/** Two readings of an indicator that is moved along a face. */
export interface Indicated {
  /** radians; positive: the plunger is pushed in further at the second reading */
  readonly angle: number;
  /** how far the face runs out over the length that matters, mm, with the sign of the angle */
  readonly over: number;
}

/**
 * How a face runs against the way an indicator is moved along it: `atan((second − first) / apart)`, and what that comes
 * to over a length. Trigonometry; an indicator reads more where its plunger is pushed in further.
 * @param apart how far the indicator was moved between its readings, mm, more than nothing
 * @param length of the part, or whatever has to be straight, mm
 */
export function indicated(first: number, second: number, apart: number, length: number): Indicated {
  const angle = Math.atan((second - first) / apart);
  return { angle, over: (length * (second - first)) / apart };
}
