import { finding, type Finding, type Told } from '../../../findings';
import type { Rest } from '../seat';
import type { Vise } from '../../../shop';

/** Parallels as high as the jaws leave nothing to grip. */
export function parallelsBelowJaws({ height, name }: Rest, vise: Vise, told: Told): Finding[] {
  if (height < vise.jawHeight) return [];
  return [
    finding(told, 'hold/parallels-higher-than-jaws', 'stop', {
      says: `The ${name} ${name === 'pocket floor' ? 'is' : 'are'} ${told.speech.sizeWithUnit(height)} high; the jaws only ${told.speech.sizeWithUnit(vise.jawHeight)}.`,
      numbers: { parallelsMm: height, jawMm: vise.jawHeight },
      because: 'The part would lie above the jaws and not be held at all.',
      remedy: `Use ${name === 'pocket floor' ? 'a deeper pocket: its floor' : name} below ${told.speech.sizeWithUnit(vise.jawHeight - vise.minimumGrip)} for the grip this vise wants.`,
    }),
  ];
}
