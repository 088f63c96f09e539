import { finding, type Finding, type Told } from '../../findings';
import type { ProveFacts } from '..';
import { overTravel } from '../overTravel';

/** The corners of the cut must lie inside the travel. */
export function cutInsideTravel(prove: ProveFacts, told: Told): Finding[] {
  const over = overTravel('The cut reaches outside', prove.cutRoom ?? [], told.speech);
  return over ? [finding(told, 'prove/cut-outside-travel', 'stop', over)] : [];
}
