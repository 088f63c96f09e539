import { sumOfTerms } from '../../ledger';
import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

/** Registers of a turned part, side by side; Z of each zero is the sum of its terms, null: not known. */
export function turnedUses({
  turned,
  lathe,
  ends,
  zero = null,
  backZero = null,
}: Pick<PlannedTurned, 'turned' | 'lathe' | 'ends'> & Partial<Pick<PlannedTurned, 'zero' | 'backZero'>>) {
  const first = { register: turned.register, name: 'first side', z: ends ? ends.first.value : sumOfTerms(zero) };
  if (!ends && !lathe?.second) return [first];
  const z = ends ? ends.second.value : sumOfTerms(backZero);
  return [first, { register: turned.backRegister, name: 'second side', z }];
}

/** Both sides have a register of their own, and the control has both. */
export function turnedRegisters({ turned, machine, lathe, ends }: PlannedTurned, told: Told): Finding[] {
  if (!machine || !lathe) return [];
  const used = turnedUses({ turned, lathe, ends }).map((u) => u.register);
  return [
    ...used
      .filter((r) => !machine.registers.includes(r))
      .map((r) =>
        findingOf(told, 'turn/register-not-on-machine')('stop', {
          says: `${machine.name} has no register ${r}.`,
          numbers: {},
          because: 'The control refuses it.',
          remedy: `Use one of ${machine.registers.join(', ')}.`,
        }),
      ),
    ...(used.length === 2 && used[0] === used[1]
      ? [
          findingOf(told, 'turn/register-used-twice')('stop', {
            says: `Both sides use ${used[0]}, for different zeros.`,
            numbers: {},
            because: 'Keying in the second overwrites the first.',
            remedy: 'Give the second side a register of its own.',
          }),
        ]
      : []),
  ];
}
