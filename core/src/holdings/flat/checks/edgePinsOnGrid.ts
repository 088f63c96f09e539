import { standingPins, type SeatedEdge } from '../../../edgePins';
import { finding, type Finding, type Told } from '../../../findings';
import type { FixturePlate } from '../../../shop';
import { andList, capital } from '../../../units';
import { nearestAnchor } from '../anchor';

/** On a fixture plate pins stand in its dowelled holes, also those along an edge. */
export function edgePinsOnGrid(device: FixturePlate, edge: SeatedEdge, told: Told): Finding[] {
  const { sizeWithUnit, signed } = told.speech;
  const standing = standingPins(edge);
  if (standing.length === 0) return [];
  const because = 'A pin along an edge stands where the edge has it, and on this plate it stands only in a hole.';
  const remedy =
    'Take a device on which pins are set anywhere, or rows of pins in the holes of the plate (section Hold).';
  if (device.dowel === 0)
    return [
      finding(told, 'locate/edge-pin-beside-hole', 'stop', {
        says: `${device.name} has no dowelled holes for the ${andList(standing.map((p) => p.name))}.`,
        numbers: {},
        because,
        remedy,
      }),
    ];
  return standing.flatMap(({ name, stands: { center } }): Finding[] => {
    const hole = nearestAnchor(device, center.x, center.y)!;
    if (hole.offMm <= 0.01) return [];
    return [
      finding(told, 'locate/edge-pin-beside-hole', 'stop', {
        says: `${capital(name)} stands ${sizeWithUnit(hole.offMm)} beside the nearest dowelled hole, ${hole.name} at X ${signed(hole.x)} Y ${signed(hole.y)}.`,
        numbers: { offMm: hole.offMm },
        because,
        remedy,
      }),
    ];
  });
}
