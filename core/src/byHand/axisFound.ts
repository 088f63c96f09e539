/**
 * Where an axis really is, from the same side of what is gripped touched at 0° from one side and, half round, from the
 * other with the same tool: at 0° the reading is `C − d − r`, half round `C + d + r`, so the mean is `C`, whatever the
 * distance `d` of the side and the radius `r` of the tool (common practice, no source).
 */
export const axisFound = (first: number, halfRound: number): number => (first + halfRound) / 2;
