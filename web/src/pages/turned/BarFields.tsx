import { Link } from 'react-router';
import { DIRECTIONS } from '@violet-jaw/core/frames';
import type { Turned } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { Register } from '@violet-jaw/core/shop';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { LengthOrNot } from './LengthOrNot';
import { ChoiceField, TextField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { useTurned } from './useTurned';

const ANGLES: readonly { readonly value: NonNullable<Turned['angle']> | ''; readonly says: string }[] = [
  { value: '', says: 'not told' },
  { value: 'not needed', says: 'not needed: all goes round' },
  { value: 'kept', says: 'agreed and kept' },
  { value: 'not kept', says: 'not kept' },
];

/** Machine, bar, spindles and what the cut asks of them. */
export function BarFields() {
  const { id, job, shop, change, speech } = useJob();
  const planned = usePlan((s) => s.planned?.turned);
  const { turned, set } = useTurned();
  const { units } = job;
  return (
    <section aria-label="Bar and spindles">
      <h3>Bar and spindles</h3>
      <p className="quiet mb-1">
        {planned && planned.bar.diameter !== null ? (
          <>
            Bar ⌀<span className="number">{speech.sizeWithUnit(planned.bar.diameter)}</span>, stock on the face{' '}
            <span className="number">{speech.size(planned.bar.face)}</span>, on the back{' '}
            <span className="number">{speech.size(planned.bar.back)}</span>: needs{' '}
            <strong className="number">{speech.sizeWithUnit(planned.bar.needed)}</strong> with the cut-off.{' '}
          </>
        ) : (
          'No round bar along the axis yet. '
        )}
        <Link to={`/jobs/${id}/part`}>Part & blank</Link>
      </p>
      <div className="fields">
        <ChoiceField
          label="Machine"
          value={job.machine ?? ''}
          choices={[
            { value: '', says: 'not chosen' },
            ...shop.machines
              .filter((m) => m.lathe?.moves === 'main spindle' || m.id === job.machine)
              .map((m) => ({ value: m.id, says: m.name })),
          ]}
          onCommit={(m) => change({ machine: m || null })}
        />
        <ChoiceField
          label="Looks away from the spindle"
          value={turned.front}
          choices={DIRECTIONS.map((d) => ({ value: d, says: PART_SIDE[d] }))}
          onCommit={(front) => set({ front })}
        />
        <LengthField
          label="Cut-off tool, wide"
          mm={turned.cutOff}
          units={units}
          positive
          max={50}
          onCommit={(cutOff) => set({ cutOff })}
        />
        <LengthField
          label="Second spindle grips of the front"
          mm={turned.grip}
          units={units}
          min={0}
          max={2000}
          onCommit={(grip) => set({ grip })}
        />
        <LengthOrNot
          label="Main spindle begins at, machine coordinates"
          mm={turned.start}

          signed
          empty={planned?.start != null ? speech.signed(planned.start) : 'as planned'}
          onCommit={(start) => set({ start })}
        />
        <LengthOrNot
          label="Length of the bars"
          mm={turned.barLength}

          positive
          max={100_000}
          onCommit={(barLength) => set({ barLength })}
        />
        <CutFields />
        <RegisterFields />
        <HandOverFields />
      </div>
      <Given unit={unitName(units)} />
    </section>
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
      <LengthOrNot
        label="± on diameters"
        mm={turned.within}

        max={10}
        onCommit={(within) => set({ within })}
      />
      <LengthOrNot
        label="Depth of cut, on the radius"
        mm={turned.depth}

        positive
        max={50}
        onCommit={(depth) => set({ depth })}
      />
      <LengthOrNot
        label="Feed per turn"
        mm={turned.feed}

        positive
        max={10}
        onCommit={(feed) => set({ feed })}
      />
    </>
  );
}

/** How the part is handed over, and what is done on its back. */
function HandOverFields() {
  const { turned, set } = useTurned();
  return (
    <>
      <ChoiceField
        label="Angle at the hand-over"
        value={turned.angle ?? ''}
        choices={ANGLES}
        onCommit={(angle) => set({ angle: angle === '' ? null : angle })}
      />
      <TextField
        label="Program, main side"
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
      <TextField
        className="wide"
        label="Work on the back"
        value={turned.backWork}
        maxLength={4000}
        onCommit={(backWork) => set({ backWork })}
      />
      <TextField
        className="wide"
        label="Why"
        value={turned.why}
        maxLength={4000}
        placeholder="the reason, for whoever reads this later"
        onCommit={(why) => set({ why })}
      />
    </>
  );
}

/** How far the bar gives, section by section. */
function Given({ unit }: { unit: string }) {
  const { speech } = useJob();
  const sections = usePlan((s) => s.planned?.turned?.sections) ?? [];
  if (sections.length === 0) return null;
  return (
    <table className="table table-sm mt-2 mb-0" aria-label="How far the bar gives">
      <thead>
        <tr>
          <th>Section, {unit}</th>
          <th className="number">sticks out</th>
          <th className="number">carried after</th>
          <th className="number">gives</th>
        </tr>
      </thead>
      <tbody>
        {sections.map((s, i) => (
          <tr key={s.from}>
            <td>
              {i + 1}: Z {speech.signed(-s.from)} to {speech.signed(-s.to)}
            </td>
            <td className="number">{speech.size(s.overhang)}</td>
            <td className="number">{s.toSupport === null ? 'not carried' : speech.size(s.toSupport)}</td>
            <td className="number">{s.gives === null ? 'not known' : speech.size(s.gives)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
