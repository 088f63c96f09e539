import { WithCsv } from '../../app/WithCsv';
import { useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { RunHead } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { NotDone } from '../../app/NotDone';
import { useChange, useServer } from '../../store/query';
import { AuditList } from '../accounts/AuditList';
import { Readings } from './Readings';
import { RunRecordTable } from './RunRecordTable';
import { SpindleReadings } from './SpindleReadings';
import { localMinute } from '../../app/when';

/** Runs of a job at the machine, the zeros they found, and who did what. */
export function RunsPage() {
  const { id, job } = useJob();
  const [open, setOpen] = useState<RunHead | null>(null);
  const issues = useServer('issues', { id });
  const runs = useServer('runs', { id });
  const own = useServer('jobReadings', { id });
  // other jobs on the same machine tell of the same stations
  const others = useServer('machineReadings', { machine: job.machine ?? '' }, { enabled: job.machine !== null });
  const audit = useServer('jobAudit', { id });
  const end = useChange('endRun', ['runs', 'jobAudit', 'machineRegisters']);
  const problem =
    end.problem ?? [issues, runs, own, others, audit].find((told) => told.problem !== null)?.problem ?? null;
  if (!issues.data || !runs.data || !own.data || !audit.data || (job.machine !== null && !others.data))
    return problem ? <NotDone problem={problem} level="not loaded" /> : <p className="quiet">Loading the runs…</p>;
  const readings = others.data && others.data.length > 0 ? others.data : own.data;
  return (
    <>
      <h1 className="h4">Run</h1>
      <NotDone problem={problem} />
      <div className="row">
        <div className="col-12 col-xl-6">
          <div className="panel">
            <h2>Issued sheets</h2>
            {issues.data.length === 0 && (
              <p>Nothing is issued yet: a sheet is issued on the page Sheet, then it can be run.</p>
            )}
            {[...issues.data].reverse().map((i) => (
              <p key={i.letter} className="mb-1">
                <strong>Issue {i.letter}</strong>{' '}
                <span className="quiet">
                  {localMinute(i.issuedAt)}
                  {i.issuedBy && `, ${i.issuedBy}`}
                </span>{' '}
                {i.hasRun ? (
                  <Link className="btn btn-primary btn-sm" to={`/run/${id}/${i.letter}`}>
                    Run at the machine
                  </Link>
                ) : (
                  <span className="quiet">older than the page Run: issue again</span>
                )}
              </p>
            ))}
            <h2 className="mt-2">Runs</h2>
            {runs.data.length === 0 && <p className="quiet">None yet.</p>}
            {runs.data.length > 0 && (
              <WithCsv name="Runs">
                <Table size="sm" aria-label="Runs">
                  <thead>
                    <tr>
                      <th>Issue</th>
                      <th>Begun</th>
                      <th>By</th>
                      <th>State</th>
                      <th>
                        <span className="visually-hidden">Change</span>
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {runs.data.map((r) => (
                      <tr key={r.id}>
                        <td>{r.letter}</td>
                        <td className="number text-start">{localMinute(r.startedAt)}</td>
                        <td>{r.startedBy}</td>
                        <td>{r.ended ? 'ended early' : r.finishedAt ? 'done' : 'stands on the machine'}</td>
                        <td className="text-nowrap">
                          <Button
                            size="sm"
                            variant="outline-primary"
                            aria-expanded={open?.id === r.id}
                            onClick={() => setOpen(open?.id === r.id ? null : r)}
                          >
                            What was read
                          </Button>{' '}
                          {!r.finishedAt && (
                            <Button
                              size="sm"
                              variant="outline-primary"
                              onClick={() => {
                                void end.run({ run: r.id });
                              }}
                            >
                              End this run
                            </Button>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
              </WithCsv>
            )}
          </div>
        </div>
        <div className="col-12 col-xl-6">
          <div className="panel">
            <h2>Who did what</h2>
            <AuditList entries={audit.data} />
          </div>
        </div>
        {open && (
          <div className="col-12">
            <RunRecordTable key={open.id} run={open} />
          </div>
        )}
        {job.turned && !job.turned.ends && (
          <div className="col-12">
            <SpindleReadings />
          </div>
        )}
        {!job.turned && (
          <div className="col-12">
            <Readings readings={readings} />
          </div>
        )}
      </div>
    </>
  );
}
