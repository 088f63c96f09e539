import { finding, type Finding, type Told } from '../../findings';
import type { Vise } from '../../shop';

/** Parallels as high as the jaws leave nothing to grip. */
export function parallelsBelowJaws(parallelsHeight: number, vise: Vise, told: Told): Finding[] {
  if (parallelsHeight < vise.jawHeight) return [];
  return [finding(told, 'parallels-higher-than-jaws', 'hold')('stop', {
    says: `The parallels are ${told.speech.sizeWithUnit(parallelsHeight)} high; the jaws only ${told.speech.sizeWithUnit(vise.jawHeight)}.`,
    numbers: { parallelsMm: parallelsHeight, jawMm: vise.jawHeight },
    because: 'The part would lie on the parallels above the jaws and not be held at all.',
    remedy: `Use parallels below ${told.speech.sizeWithUnit(vise.jawHeight - vise.minimumGrip)} for the grip this vise wants.`,
  })];
}
