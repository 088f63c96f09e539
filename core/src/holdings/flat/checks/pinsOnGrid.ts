import { findingOf, type Finding, type Told } from '../../../findings';
import type { HoldIn } from '../../../job';
import type { FixturePlate } from '../../../shop';
import { against } from '../against';
import { nearestAnchor } from '../anchor';

/** On a fixture plate, pins stand in its dowelled holes: center = edge + outward normal × pin radius. */
export function pinsOnGrid(device: FixturePlate, plate: HoldIn<'flat'>, told: Told): Finding[] {
  return (['x', 'y'] as const).flatMap((axis): Finding[] => {
    const { side, at, pins } = plate[axis];
    if (against(plate, axis) !== 'pins') return [];
    const say = findingOf(told, 'seat/pin-beside-hole');
    if (device.dowel === 0)
      return [
        say('stop', {
          says: `${device.name} has no dowelled holes for the ${side} pins.`,
          numbers: {},
          because: 'A pin in a tapped hole does not locate.',
          remedy: 'Use a plate with dowelled holes, or set the part against a fence.',
        }),
      ];
    const center = at + (side === 'left' || side === 'front' ? -1 : 1) * (plate.pinDiameter / 2);
    const off = pins
      .map((p) => (axis === 'x' ? nearestAnchor(device, center, p) : nearestAnchor(device, p, center)))
      .filter((a) => a !== null && a.offMm > 0.01);
    if (off.length === 0) return [];
    const [first] = off as NonNullable<(typeof off)[number]>[];
    return [
      say('stop', {
        says: `A ${side} pin stands ${told.speech.sizeWithUnit(first.offMm)} beside the nearest dowelled hole, ${first.name} at X ${told.speech.signed(first.x)} Y ${told.speech.signed(first.y)}.`,
        numbers: { offMm: first.offMm, holeX: first.x, holeY: first.y },
        because: "A pin stands only in a hole: its middle is the part's edge and the pin's radius outwards.",
        remedy:
          'Put the pins on holes ("Pins to the nearest holes") and let the part lie where they give it its place.',
      }),
    ];
  });
}
