import { Fragment } from 'react';
import { Link } from 'react-router';
import type { Turned } from '@violet-jaw/core/job';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField, TextField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { CutFields, PlaceFields, ProgramFields, RegisterFields, WhyField } from './fields';
import { LengthOrNot } from './LengthOrNot';
import { useTurned } from './useTurned';
import { WithCsv } from '../../app/WithCsv';

const ANGLES: readonly { readonly value: NonNullable<Turned['angle']> | ''; readonly says: string }[] = [
  { value: '', says: 'not told' },
  { value: 'not needed', says: 'not needed: all goes round' },
  { value: 'kept', says: 'agreed and kept' },
  { value: 'not kept', says: 'not kept' },
];

/** Machine, bar, spindles and what the cut asks of them. */
export function BarFields() {
  const { id, job, speech } = useJob();
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
        <PlaceFields moves="main spindle" front="Looks away from the spindle" />
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
      <ProgramFields first="main side" />
      <TextField
        className="wide"
        label="Work on the back"
        value={turned.backWork}
        maxLength={4000}
        onCommit={(backWork) => set({ backWork })}
      />
      <WhyField />
    </>
  );
}

/** How far the bar gives, and how exactly it lies along itself, section by section. */
function Given({ unit }: { unit: string }) {
  const { speech } = useJob();
  const sections = usePlan((s) => s.planned?.turned?.sections) ?? [];
  if (sections.length === 0) return null;
  return (
    <WithCsv name="Lengths between changes">
      <table className="table table-sm mt-2 mb-0" aria-label="Sections">
        <thead>
          <tr>
            <th className="number">sticks out</th>
            <th className="number">carried after</th>
            <th className="number">gives</th>
            <th className="number">along, ±</th>
          </tr>
        </thead>
        <tbody>
          {sections.map((s, i) => (
            <Fragment key={s.from}>
              <tr>
                <th colSpan={4} scope="rowgroup">
                  Section {i + 1}: Z <span className="number">{speech.signed(-s.from)}</span> to{' '}
                  <span className="number">{speech.signed(-s.to)}</span> {unit}
                </th>
              </tr>
              <tr>
                <td className="number">{speech.size(s.overhang)}</td>
                <td className="number">{s.toSupport === null ? 'not carried' : speech.size(s.toSupport)}</td>
                <td className="number">{s.gives === null ? 'not known' : speech.size(s.gives)}</td>
                <td className="number">{s.plusMinus === null ? 'not known' : speech.size(s.plusMinus)}</td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
    </WithCsv>
  );
}
