import { finding, type Finding, type Told } from '../../findings';
import type { DrilledHole } from '../pattern';

interface Drilled {
  readonly drills: readonly DrilledHole[];
  /** how deep may be drilled into the device, mm; 0: not at all */
  readonly drillable: number;
  readonly device: string;
}

/** So much of a board stays under a hole (common practice, no source). */
const STAYS_MM = 1;

/** Dowel holes that go on into what the part lies on go into a board, and not through it. */
export function deviceDrilled({ drills, drillable, device }: Drilled, told: Told): Finding[] {
  // from the underside of the part down, less what lies between
  const deep = Math.max(0, ...drills.map((h) => h.into - Math.max(0, h.from)));
  if (deep <= Math.max(0, drillable - STAYS_MM)) return [];
  const { sizeWithUnit } = told.speech;
  return [
    finding(told, 'locate/dowel-hole-into-device', 'stop', {
      says:
        drillable === 0
          ? `The dowel holes go ${sizeWithUnit(deep)} into the ${device}.`
          : `The dowel holes go ${sizeWithUnit(deep)} into the ${device}, which is ${sizeWithUnit(drillable)} thick.`,
      numbers: { deepMm: deep, drillableMm: drillable },
      because: 'The drill meets what must not be drilled.',
      remedy: 'Let the holes end with the blank, lay a board under it, or drill less deep.',
    }),
  ];
}
