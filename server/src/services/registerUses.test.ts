import { mastSpindleJob, vaneBearingBlockJob } from '../../../demo';
import { registerUses } from './registerUses';

test('what is turned keys in a register for each side, setups one each', () => {
  expect(registerUses(mastSpindleJob())).toEqual([
    { register: 'G54', by: 'first side' },
    { register: 'G55', by: 'second side' },
  ]);
  expect(registerUses(vaneBearingBlockJob()).map((u) => u.by)).toEqual(['Op 10', 'Op 20']);
  const one = mastSpindleJob();
  one.turned!.backRegister = 'G54';
  expect(registerUses(one)).toHaveLength(1);
});
