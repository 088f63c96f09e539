import { WithCsv } from '../../app/WithCsv';
import { Table } from 'react-bootstrap';
import type { HistoryRow } from '@violet-jaw/core/run';
import { speechIn } from '@violet-jaw/core/units';
import type { RunHead } from '@violet-jaw/formats/api';
import { useServer } from '../../store/query';
import { localMinute, localSecond } from '../../app/when';

const OUTCOME: Record<HistoryRow['outcome'], string> = {
  passed: 'done',
  stopped: '✕ stopped the run',
  again: 'done once more',
  back: 'went back a step',
  accepted: 'accepted in writing',
  late: 'came too late, changed nothing',
};

/** Everything that was answered in one run, in its order: who, when, what was read against what was expected. */
export function RunRecordTable({ run }: { run: RunHead }) {
  const { data: found, problem } = useServer('runHistory', { run: run.id }, { topics: [`run:${run.id}`] });
  if (problem)
    return (
      <p className="finding stop" role="alert">
        {problem}
      </p>
    );
  if (!found) return <p className="quiet">Loading the run…</p>;
  const { signed } = speechIn(found.units);
  return (
    <div className="panel">
      <h2>
        What was read: issue {run.letter}, begun {localMinute(run.startedAt)}
      </h2>
      {found.rows.length === 0 && <p className="quiet">Nothing has come in yet.</p>}
      {found.rows.length > 0 && (
        <WithCsv name="What was read">
          <Table size="sm" aria-label="What was read">
            <thead>
              <tr>
                <th>When</th>
                <th>By</th>
                <th>Step</th>
                <th>Reading</th>
                <th className="text-end">expected</th>
                <th className="text-end">read</th>
                <th className="text-end">off by</th>
                <th>What came of it</th>
              </tr>
            </thead>
            <tbody>
              {found.rows.flatMap((row) =>
                linesOf(row).map((line, i) => (
                  <tr key={`${row.event.id} ${i}`}>
                    {i === 0 ? (
                      <>
                        <td className="number text-start">{localSecond(row.event.at)}</td>
                        <td>{row.event.by}</td>
                        <td>{row.title}</td>
                      </>
                    ) : (
                      <td colSpan={3} />
                    )}
                    <td>{line?.ask.label}</td>
                    <td className="number">{line && line.target !== null ? signed(line.target) : ''}</td>
                    <td className="number">{line ? signed(line.value) : ''}</td>
                    <td className="number">{line && line.difference !== null ? signed(line.difference) : ''}</td>
                    <td>
                      {i === 0 && (
                        <>
                          {OUTCOME[row.outcome]}
                          {row.because && <span className="quiet">: {row.because}</span>}
                        </>
                      )}
                    </td>
                  </tr>
                )),
              )}
            </tbody>
          </Table>
        </WithCsv>
      )}
    </div>
  );
}

/** One line a reading; one line where nothing was read. */
const linesOf = (row: HistoryRow) => (row.readings.length > 0 ? row.readings : [null]);
