import { useCallback, useEffect, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { AuditEntry, IssueHead, ReadingEntry, RunHead } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { api } from '../../store/api';
import { AuditList } from '../accounts/AuditList';
import { Readings } from './Readings';
import { RunRecordTable } from './RunRecordTable';
import { localMinute } from '../../app/when';

interface Loaded { readonly issues: readonly IssueHead[]; readonly runs: readonly RunHead[]; readonly readings: readonly ReadingEntry[]; readonly audit: readonly AuditEntry[] }

/** Runs of a job at the machine, the zeros they found, and who did what. */
export function RunsPage() {
  const { id, job } = useJob();
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [open, setOpen] = useState<RunHead | null>(null);
  const load = useCallback(async () => {
    try {
      const [issues, runs, own, audit] = await Promise.all([api.issues(id), api.runs(id), api.jobReadings(id), api.audit(id)]);
      // other jobs on the same machine tell of the same stations
      const readings = job.machine ? await api.machineReadings(job.machine) : own;
      setLoaded({ issues, runs, readings: readings.length > 0 ? readings : own, audit });
    } catch (error) { setProblem(error instanceof Error ? error.message : String(error)); }
  }, [id, job.machine]);
  useEffect(() => { void load(); }, [load]);
  if (problem) return <p className="finding stop" role="alert">{problem}</p>;
  if (!loaded) return <p className="quiet">Loading the runs…</p>;
  const { issues, runs } = loaded;
  const end = async (runId: string) => { try { await api.endRun(runId); await load(); } catch (error) { setProblem(error instanceof Error ? error.message : String(error)); } };
  return (
    <>
      <h1 className="h4">Run</h1>
      <div className="row">
        <div className="col-12 col-xl-6">
          <div className="panel">
            <h2>Issued sheets</h2>
            {issues.length === 0 && <p>Nothing is issued yet: a sheet is issued on the page Sheet, then it can be run.</p>}
            {[...issues].reverse().map((i) => (
              <p key={i.letter} className="mb-1">
                <strong>Issue {i.letter}</strong> <span className="quiet">{localMinute(i.issuedAt)}{i.issuedBy && `, ${i.issuedBy}`}</span>{' '}
                {i.hasRun ? <Link className="btn btn-primary btn-sm" to={`/run/${id}/${i.letter}`}>Run at the machine</Link> : <span className="quiet">older than the page Run: issue again</span>}
              </p>
            ))}
            <h2 className="mt-2">Runs</h2>
            {runs.length === 0 && <p className="quiet">None yet.</p>}
            {runs.length > 0 && (
              <Table size="sm" aria-label="Runs">
                <thead><tr><th>Issue</th><th>Begun</th><th>By</th><th>State</th><th><span className="visually-hidden">Change</span></th></tr></thead>
                <tbody>
                  {runs.map((r) => (
                    <tr key={r.id}>
                      <td>{r.letter}</td><td className="number text-start">{localMinute(r.startedAt)}</td><td>{r.startedBy}</td>
                      <td>{r.ended ? 'ended early' : r.finishedAt ? 'done' : 'stands on the machine'}</td>
                      <td className="text-nowrap"><Button size="sm" variant="outline-primary" aria-expanded={open?.id === r.id} onClick={() => setOpen(open?.id === r.id ? null : r)}>What was read</Button>{' '}{!r.finishedAt && <Button size="sm" variant="outline-primary" onClick={() => { void end(r.id); }}>End this run</Button>}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
          </div>
        </div>
        <div className="col-12 col-xl-6"><div className="panel"><h2>Who did what</h2><AuditList entries={loaded.audit} /></div></div>
        {open && <div className="col-12"><RunRecordTable key={open.id} run={open} /></div>}
        <div className="col-12"><Readings readings={loaded.readings} /></div>
      </div>
    </>
  );
}
