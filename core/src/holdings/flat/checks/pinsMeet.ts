import { findingOf, type Finding, type Told } from '../../../findings';
import type { HoldIn } from '../../../job';
import { against } from '../against';

/** All pins of a row must meet the part: gaps per pin in mm, null where nothing stands in front of one. */
export function pinsMeet(
  gaps: Readonly<Record<'x' | 'y', readonly (number | null)[]>>,
  plate: HoldIn<'flat'>,
  told: Told,
): Finding[] {
  return (['x', 'y'] as const).flatMap((axis): Finding[] => {
    const row = gaps[axis];
    const { side } = plate[axis];
    const by = against(plate, axis);
    const say = findingOf(told, 'seat/pins-do-not-meet-part');
    const remedy = 'Move the pins to where the part has a straight side, or make them higher.';
    if (by === 'pins' && row.length === 0)
      return [
        say('stop', {
          says: `No ${side} pins are placed.`,
          numbers: {},
          because: 'The part is to be set against them.',
          remedy: 'Place pins, or set the part against something else.',
        }),
      ];
    const missing = row.flatMap((gap, i) => (gap === null ? [i + 1] : []));
    if (missing.length > 0)
      return [
        say('stop', {
          says: `Nothing stands in front of the ${side} pin ${missing.join(' and ')}.`,
          numbers: { pins: missing.length },
          because: 'A pin that meets nothing does not locate.',
          remedy,
        }),
      ];
    const worst = Math.max(0, ...row.map((g) => g ?? 0));
    if (worst < 0.001) return [];
    return [
      say('stop', {
        says: `The part does not meet all ${side} pins: one is ${told.speech.sizeWithUnit(worst)} away.`,
        numbers: { gapMm: worst },
        because: 'It lies crooked against the others.',
        remedy,
      }),
    ];
  });
}
