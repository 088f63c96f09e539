import { AXES } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '../../seat';
import { isLocatedFinished, type AxisTouchOff, type TouchableFace } from '..';

/**
 * Raw stock is only about where it should be: where a finished face, or the device a finished face lies on, can be
 * touched instead, zero is found on that.
 */
export function rawTouched(
  worksheet: readonly AxisTouchOff[],
  touchable: readonly TouchableFace[],
  seat: SeatFacts,
  told: Told,
): Finding[] {
  return worksheet.flatMap(({ axis, how, touches }) => {
    const [touch] = touches;
    if (how !== 'one face' || !touch || (touch.body !== 'raw' && touch.body !== 'sawn')) return [];
    const finished = touchable.find((f) => f.axis === axis && f.surface === 'finished');
    if (!finished && !isLocatedFinished(seat, axis)) return [];
    const stock = Math.abs(
      (touch.side > 0 ? seat.loadedBox.max : seat.loadedBox.min)[axis] -
        (touch.side > 0 ? seat.finishedBox.max : seat.finishedBox.min)[axis],
    );
    const instead = finished
      ? `the finished ${finished.name}`
      : `the ${seat.locators[axis].name} before loading: a finished face lies there`;
    return [
      finding(told, 'zero/raw-face-touched', 'caution', {
        says: `${axis.toUpperCase()} is touched off on the ${touch.body} ${touch.name}, with ${told.speech.sizeWithUnit(stock)} of stock on it: whatever that stock really is goes into zero.`,
        numbers: { stockMm: stock, axis: AXES.indexOf(axis) },
        because: 'A raw face is only about where it should be; a finished one is where it was cut.',
        remedy: `Touch ${instead}.`,
      }),
    ];
  });
}
