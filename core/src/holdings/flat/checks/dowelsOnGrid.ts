import type { SeatedDowels } from '../../../dowels';
import { finding, type Finding, type Told } from '../../../findings';
import type { FixturePlate } from '../../../shop';
import { capital } from '../../../units';
import { nearestAnchor } from '../anchor';

/** On a fixture plate dowels with a place of their own stand in its dowelled holes, and are as thick as those. */
export function dowelsOnGrid(device: FixturePlate, { dowels }: SeatedDowels, told: Told): Finding[] {
  const { sizeWithUnit, signed } = told.speech;
  return dowels.flatMap((d): Finding[] => {
    const hole = nearestAnchor(device, d.x, d.y)!;
    if (hole.offMm > 0.01)
      return [
        finding(told, 'locate/dowel-beside-grid', 'stop', {
          says: `${capital(d.name)} stands ${sizeWithUnit(hole.offMm)} beside the nearest dowelled hole, ${hole.name} at X ${signed(hole.x)} Y ${signed(hole.y)}.`,
          numbers: { offMm: hole.offMm },
          because: 'A dowel stands only in a hole of the plate.',
          remedy: `Put the first dowel into a hole, and the others whole steps of ${sizeWithUnit(device.pitch)} from it.`,
        }),
      ];
    if (device.dowel === d.diameter) return [];
    const says =
      device.dowel === 0
        ? `${device.name} has no dowelled holes for ${d.name}.`
        : `${capital(d.name)} is ${sizeWithUnit(d.diameter)} thick, and the holes of ${device.name} take ${sizeWithUnit(device.dowel)}.`;
    return [
      finding(told, 'locate/dowel-does-not-fit-plate', 'stop', {
        says,
        numbers: { diameterMm: d.diameter, holeMm: device.dowel },
        because: 'A dowel that is loose in the plate does not locate.',
        remedy: 'Take dowels of that diameter, or stepped ones and say so when you accept this.',
      }),
    ];
  });
}
