import { finding, type Finding, type Told } from '../../findings';
import type { AxisTouchOff } from '../touches';

/** What the touch-off asks for must be there. */
export function somethingToTouch(worksheet: readonly AxisTouchOff[], zeroIsKnown: boolean, told: Told): Finding[] {
  return worksheet.flatMap((w) =>
    w.problem === null
      ? []
      : [
          finding(told, 'zero/nothing-to-touch', zeroIsKnown ? 'note' : 'caution', {
            says: w.problem,
            numbers: {},
            because: 'The operator cannot find zero that way.',
            remedy: `Choose something else to touch in ${w.axis.toUpperCase()}${zeroIsKnown ? ', or rely on the measured station.' : '.'}`,
          }),
        ],
  );
}
