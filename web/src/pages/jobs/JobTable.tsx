import { Button, Table } from 'react-bootstrap';
import { Link, type NavigateFunction } from 'react-router';
import type { JobListEntry } from '@violet-jaw/formats/api';
import { PageView } from '../../drawing/Drawing';

function Counts({ stop, caution, note }: { stop: number; caution: number; note: number }) {
  return (
    <span className="text-nowrap">
      {stop > 0 && (
        <span className="tally stop">
          {stop} {stop === 1 ? 'stop' : 'stops'}
        </span>
      )}
      {caution > 0 && (
        <span className="tally caution">
          {caution} {caution === 1 ? 'caution' : 'cautions'}
        </span>
      )}
      {stop + caution === 0 && (
        <span className="tally note">{note === 0 ? 'none' : `${note} ${note === 1 ? 'note' : 'notes'}`}</span>
      )}
    </span>
  );
}

/** The jobs of the page, each with its setups drawn. */
export function JobTable({
  shown,
  navigate,
  onCopy,
}: {
  shown: readonly JobListEntry[];
  navigate: NavigateFunction;
  /** null: nobody who may make jobs is looking */
  onCopy: ((job: JobListEntry) => void) | null;
}) {
  return (
    <Table hover className="jobs">
      <thead>
        <tr>
          <th>Number</th>
          <th>Part</th>
          <th>Machine</th>
          <th>Setups</th>
          <th>Findings</th>
          <th>Issue</th>
          <th>Due</th>
          {onCopy && (
            <th>
              <span className="visually-hidden">Change</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {shown.map((job) => (
          <tr
            key={job.id}
            onClick={(e) => {
              if (!(e.target as HTMLElement).closest('a, button')) void navigate(`/jobs/${job.id}/route`);
            }}
            style={{ cursor: 'pointer' }}
          >
            <td className="text-nowrap">
              <Link to={`/jobs/${job.id}/route`}>
                <strong>{job.number}</strong>
              </Link>
            </td>
            <td>
              {job.part} <span className="quiet">rev {job.revision || '?'}</span>
            </td>
            <td>{job.machine ?? <span className="quiet">not chosen</span>}</td>
            <td>
              <div className="thumbs">
                {job.summary === null && <span className="quiet">planning…</span>}
                {job.summary?.problem && <span className="quiet">{job.summary.problem}</span>}
                {job.summary?.setups.map((s) =>
                  s.picture ? (
                    <PageView key={s.op} page={s.picture} title={`Op ${s.op}, ${s.register}`} />
                  ) : (
                    <span key={s.op} className="quiet">
                      Op {s.op}
                    </span>
                  ),
                )}
              </div>
            </td>
            <td>{job.summary && <Counts {...job.summary.counts} />}</td>
            <td className="text-nowrap">
              {job.letter ? (
                <>
                  <strong>{job.letter}</strong> <Link to={`/run/${job.id}/${job.letter}`}>run</Link>
                </>
              ) : (
                <span className="quiet">none</span>
              )}
            </td>
            <td className="text-nowrap">{job.due ?? <span className="quiet">not given</span>}</td>
            {onCopy && (
              <td>
                <Button
                  size="sm"
                  variant="outline-primary"
                  aria-label={`Copy ${job.number}`}
                  onClick={() => onCopy(job)}
                >
                  Copy
                </Button>
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
