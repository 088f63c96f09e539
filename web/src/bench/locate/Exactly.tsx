import { Table } from 'react-bootstrap';
import type { Spread } from '@violet-jaw/core/exact';
import { AXES, type Axis } from '@violet-jaw/core/frames';
import type { Speech } from '@violet-jaw/core/units';
import { WithCsv } from '../../app/WithCsv';
import { useJob } from '../../app/JobLayout';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { usePlan } from '../../store/planStore';
import type { SectionProps } from '../section';

/** "±0.020 at worst", or whose ± nobody has said: here, so without the operation. */
function Told({ spread, speech }: { spread: Spread; speech: Speech }) {
  if (spread.worst === null || spread.likely === null) {
    const names = spread.missing.map((m) => m.replace(/ (in|of) Op \d+/, ''));
    return <span className="quiet">not known: {names.join(', ')}</span>;
  }
  return (
    <>
      <strong className="number">±{speech.size(spread.worst)}</strong>
      <span className="quiet"> at worst, ±{speech.size(spread.likely)} root of squares</span>
    </>
  );
}

/** How exactly the part comes to lie here: the ± of what decides each axis, and what it comes to with the zero. */
export function Exactly({ setup, planned, edit }: SectionProps) {
  const { job, speech } = useJob();
  const exact = usePlan((s) => s.planned?.exact);
  const index = usePlan((s) => s.planned?.setups.findIndex((p) => p.id === setup.id) ?? -1);
  const lies = exact?.lies[index];
  const facts = planned?.facts;
  if (!facts || !exact) return null;
  const reach = exact.job.setups[index]?.reach;
  const taken = (axis: Axis) => exact.job.setups[index]?.within[axis] ?? { mm: null, from: '' };
  const toldMm = (mm: number | null) => (mm === null ? 'not known' : speech.size(mm));
  const across = reach ? 2 * Math.max(reach.x, reach.y) : 0;
  return (
    <div role="group" aria-label="How exactly it lies" data-part="How exactly">
      <WithCsv name="How exactly it lies" onHeading>
        <h3 className="mt-2">How exactly it lies</h3>
        <Table size="sm" aria-label="How exactly it lies">
          <thead>
            <tr>
              <th colSpan={2}>Lies against it within ±</th>
              <th className="ps-3">Under the spindle, with the zero</th>
            </tr>
          </thead>
          <tbody>
            {AXES.map((axis) => (
              <tr key={axis}>
                <td>
                  {axis.toUpperCase()}: {facts.seat.locators[axis].name}
                </td>
                <td style={{ minWidth: '6.6rem' }}>
                  <OptionalLengthField
                    label={`${axis.toUpperCase()}: lies against it within ±`}
                    mm={setup.exact[axis]}
                    units={job.units}
                    max={100}
                    empty={toldMm(taken(axis).mm)}
                    onCommit={(mm) => edit((s) => ({ ...s, exact: { ...s.exact, [axis]: mm } }))}
                  />
                  <div className="field-hint">{setup.exact[axis] === null ? taken(axis).from : 'typed'}</div>
                </td>
                <td className="ps-3">{lies && <Told spread={lies.place[axis]} speech={speech} />}</td>
              </tr>
            ))}
            {lies && lies.turned.worst !== null && lies.turned.likely !== null && (
              <tr>
                <td colSpan={2}>Turned, over {speech.size(across)}</td>
                <td className="ps-3">
                  <Told
                    spread={{ ...lies.turned, worst: lies.turned.worst * across, likely: lies.turned.likely * across }}
                    speech={speech}
                  />
                </td>
              </tr>
            )}
          </tbody>
        </Table>
      </WithCsv>
      {!lies && (
        <p className="quiet">
          So many locators decide the same that not every way the part may lie can be looked at: take some out.
        </p>
      )}
    </div>
  );
}
