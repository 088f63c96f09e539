import { DIRECTIONS } from '@violet-jaw/core/frames';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { Machine, Register } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { ChoiceField, TextField } from '../../fields/TextField';
import { LengthOrNot } from './LengthOrNot';
import { useTurned } from './useTurned';

type Moves = NonNullable<Machine['lathe']>['moves'];

/** The lathe, of those that move as this way of turning asks, and the side of the part that looks away from it. */
export function PlaceFields({ moves, front }: { moves: Moves; front: string }) {
  const { job, shop, change } = useJob();
  const { turned, set } = useTurned();
  return (
    <>
      <ChoiceField
        label="Machine"
        value={job.machine ?? ''}
        choices={[
          { value: '', says: 'not chosen' },
          ...shop.machines
            .filter((m) => m.lathe?.moves === moves || m.id === job.machine)
            .map((m) => ({ value: m.id, says: m.name })),
        ]}
        onCommit={(m) => change({ machine: m || null })}
      />
      <ChoiceField
        label={front}
        value={turned.front}
        choices={DIRECTIONS.map((d) => ({ value: d, says: PART_SIDE[d] }))}
        onCommit={(side) => set({ front: side })}
      />
    </>
  );
}

/** Work offsets of both sides. */
export function RegisterFields() {
  const { job, shop } = useJob();
  const { turned, set } = useTurned();
  const machine = shop.machines.find((m) => m.id === job.machine);
  const choices = (now: Register) =>
    [...new Set([...(machine?.registers ?? []), now])].map((value) => ({ value, says: value }));
  return (
    <>
      <ChoiceField
        label="Register, first side"
        value={turned.register}
        choices={choices(turned.register)}
        onCommit={(register) => set({ register })}
      />
      <ChoiceField
        label="Register, second side"
        value={turned.backRegister}
        choices={choices(turned.backRegister)}
        onCommit={(backRegister) => set({ backRegister })}
      />
    </>
  );
}

/** What the cut asks, and what diameters may be off. */
export function CutFields() {
  const { turned, set } = useTurned();
  return (
    <>
      <LengthOrNot label="± on diameters" mm={turned.within} max={10} onCommit={(within) => set({ within })} />
      <LengthOrNot
        label="Depth of cut, on the radius"
        mm={turned.depth}
        positive
        max={50}
        onCommit={(depth) => set({ depth })}
      />
      <LengthOrNot label="Feed per turn" mm={turned.feed} positive max={10} onCommit={(feed) => set({ feed })} />
    </>
  );
}

/** Programs of both sides. @param first how the first of them is called */
export function ProgramFields({ first }: { first: string }) {
  const { turned, set } = useTurned();
  return (
    <>
      <TextField
        label={`Program, ${first}`}
        value={turned.program}
        maxLength={200}
        onCommit={(program) => set({ program })}
      />
      <TextField
        label="Program, second side"
        value={turned.backProgram}
        maxLength={200}
        onCommit={(backProgram) => set({ backProgram })}
      />
    </>
  );
}

/** Why it is turned like that. */
export function WhyField() {
  const { turned, set } = useTurned();
  return (
    <TextField
      className="wide"
      label="Why"
      value={turned.why}
      maxLength={4000}
      placeholder="the reason, for whoever reads this later"
      onCommit={(why) => set({ why })}
    />
  );
}
