import { finding, type Finding, type Told } from '../../findings';
import type { ProveFacts } from '..';
import { overTravel } from '../overTravel';

/** The spindle must be able to stand at work zero. */
export function zeroInsideTravel(prove: ProveFacts, told: Told): Finding[] {
  const over = overTravel('Work zero lies outside', prove.zeroRoom ?? [], told.speech);
  return over ? [finding(told, 'prove/zero-outside-travel', 'stop', over)] : [];
}
