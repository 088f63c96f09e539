import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { sideBySide, type PlannedTurned } from '@violet-jaw/core/turned';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { WithCsv } from '../../app/WithCsv';

/** What both spindles do for one part, side by side; they wait for each other where a line goes across. */
export function Sequence({ planned }: { planned: PlannedTurned }) {
  const { job, speech } = useJob();
  const [reasons, setReasons] = useState(false);
  if (planned.steps.length === 0) return null;
  return (
    <section aria-label="Sequence" className="sequence">
      <div className="d-flex align-items-baseline gap-3">
        <h3 className="mb-0">One part, both spindles, {unitName(job.units)}</h3>
        <Form.Check
          type="switch"
          id="sequence-reasons"
          label="with reasons"
          checked={reasons}
          onChange={(e) => setReasons(e.target.checked)}
        />
      </div>
      <WithCsv name="Both spindles step by step">
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Main spindle</th>
              <th className="number">it stands at</th>
              <th className="number">zero at</th>
              {planned.lathe?.second && <th>Second spindle</th>}
              {planned.lathe?.second && <th className="number">it stands at</th>}
            </tr>
          </thead>
          <tbody>
            {sideBySide(planned.steps).map((row, i) =>
              row.kind === 'meet' ? (
                <tr key={i} className="meet">
                  <td colSpan={5}>both wait for each other: {row.number}</td>
                </tr>
              ) : (
                <tr key={i}>
                  <td>
                    {row.main?.says}
                    {reasons && row.main && <div className="quiet">{row.main.because}</div>}
                  </td>
                  <td className="number">{row.main ? speech.signed(row.main.main.to) : ''}</td>
                  <td className="number">{row.main ? speech.signed(row.main.zero) : ''}</td>
                  {planned.lathe?.second && (
                    <td>
                      {row.second?.says}
                      {reasons && row.second && <div className="quiet">{row.second.because}</div>}
                    </td>
                  )}
                  {planned.lathe?.second && (
                    <td className="number">{row.second?.second ? speech.signed(row.second.second.to) : ''}</td>
                  )}
                </tr>
              ),
            )}
          </tbody>
        </table>
      </WithCsv>
    </section>
  );
}
