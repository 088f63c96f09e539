import { finding, type Finding, type Told } from '../../../findings';
import type { Setup } from '../../../job';
import { isOf, type Device, type Machine, type StationHere } from '../../../shop';
import { standsOut } from '../joint';

/** So far over an edge is nothing, mm. */
const EDGE_MM = 0.05;

/** A device on another one: which is known and carries it all over, and it does not stand out over the table. */
export function standsFirm(
  setup: Pick<Setup, 'standsOn'>,
  device: Device,
  { station, below, machine }: { station: StationHere | null; below: Device | null; machine: Machine | null },
  told: Told,
): Finding[] {
  const { standsOn } = setup;
  if (!standsOn) return [];
  if (!below || below.id === device.id)
    return [
      finding(told, 'zero/nothing-below', 'stop', {
        says: below
          ? `${device.name} is said to stand on itself.`
          : `${device.name} is said to stand on another device, but which one is not known.`,
        numbers: {},
        because: 'Where it stands is counted from the other one: without it no zero is known.',
        remedy: 'Choose in the section Hold what it stands on, or that it stands on the station itself.',
      }),
    ];
  if (!isOf('flat', device)) return [];
  const bed = (x: number, y: number) => ({ x: [x, x + device.width] as const, y: [y, y + device.depth] as const });
  const said: Finding[] = [];
  if (isOf('flat', below)) {
    const mm = standsOut(bed(standsOn.x, standsOn.y), { x: [0, below.width], y: [0, below.depth] });
    if (mm > EDGE_MM)
      said.push(
        finding(told, 'hold/past-what-carries-it', 'caution', {
          says: `${device.name} stands out ${told.speech.sizeWithUnit(mm)} over the edge of ${below.name}.`,
          numbers: { mm },
          because: 'Nothing carries it there: it springs under the cut, and may tip.',
          remedy: 'Move it further in, or support it there.',
        }),
      );
  }
  const at = station?.position;
  if (at && machine) {
    const { x, y } = machine.table;
    const mm = standsOut(bed(at.x, at.y), { x: [x.min, x.max], y: [y.min, y.max] });
    if (mm > EDGE_MM)
      said.push(
        finding(told, 'hold/past-the-table', 'caution', {
          says: `${device.name} stands out ${told.speech.sizeWithUnit(mm)} over the edge of the table of ${machine.name}.`,
          numbers: { mm },
          because: 'Covers, doors and the column may be in its way when the table travels to its end.',
          remedy: 'Move it further in, or move the table by hand to its ends before the first part.',
        }),
      );
  }
  return said;
}
