import type { Finding } from '../../findings';
import { planTurned, turnedFindings, type PlannedTurned, type TurnedInput } from '../../turned';
import type { Stage } from '../graph';

/** A part turned from bar, and what the checks say of it. */
export interface TurnedAndFindings {
  readonly planned: PlannedTurned;
  readonly findings: readonly Finding[];
}

interface TurnedInputs extends Omit<TurnedInput, 'job'> {
  readonly job: Omit<TurnedInput['job'], 'turned'>;
  readonly turned: TurnedInput['job']['turned'];
}

export const turnedStage: Stage<TurnedInputs, TurnedAndFindings> = {
  name: 'turned',
  compute: ({ job, turned, ...input }) => {
    const planned = planTurned({ ...input, job: { ...job, turned } });
    return { planned, findings: turnedFindings(planned, { setupId: null, op: null, speech: input.speech }) };
  },
};
