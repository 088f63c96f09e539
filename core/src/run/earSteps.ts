import { cureInWords, earInWords } from '../sheet';
import { capital } from '../units';
import { step, yes, type Making } from './steps';
import type { RunStep } from './types';

/** Ears are glued to the blank, and have cured, before anything else. */
export function earSteps({ planned, speech }: Making): RunStep[] {
  const ears = (planned.blank.ears ?? []).filter((e) => e.jointMm2 > 0);
  if (ears.length === 0) return [];
  const waits = [...new Set(ears.map(({ glue }) => cureInWords(glue ?? {})))];
  return [
    step('ears', null, 'Glue the ears to the blank', {
      says: ears.map((e) => `${capital(e.name)}: ${earInWords(e, speech)}.`),
      asks: [
        yes('glued', 'All of them are glued on, flush with both faces of the blank'),
        ...waits.map((says, i) => yes(`cured-${i + 1}`, `They have cured: ${says}`)),
      ],
    }),
  ];
}
