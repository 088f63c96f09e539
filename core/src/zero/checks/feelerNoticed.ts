import { finding, type Finding, type Told } from '../../findings';
import type { TouchOffChoice } from '../../job';

/** A feeler no thicker than the limit of a reading: forgetting it, or counting it twice, stops nobody. */
export function feelerNoticed({ side, top, limit }: TouchOffChoice, told: Told): Finding[] {
  const { sizeWithUnit } = told.speech;
  return (
    [
      ['X and Y', side.thickness],
      ['Z', top.thickness],
    ] as const
  )
    .filter(([, thickness]) => thickness > 0 && thickness <= limit)
    .map(([axes, thickness]) =>
      finding(told, 'zero/feeler-within-limit', 'caution', {
        says: `For ${axes} ${sizeWithUnit(thickness)} of feeler is counted, and a reading may be off by ${sizeWithUnit(limit)}: if the feeler is forgotten, nobody is told.`,
        numbers: { thicknessMm: thickness, limitMm: limit },
        because: 'The run stops only what is further off than the limit.',
        remedy: 'Take a thicker feeler, or set the limit of readings below it.',
      }),
    );
}
