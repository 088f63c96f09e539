import { Button, Table } from 'react-bootstrap';
import { localMinute } from '../../app/when';
import { WithCsv } from '../../app/WithCsv';
import { MoveOn } from './MoveOn';
import { COLUMNS, STATE_SAYS, type ColumnKey } from './shown';
import { Link, type NavigateFunction } from 'react-router';
import type { JobListEntry, JobsBy } from '@violet-jaw/formats/api';
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

/** A heading that puts the list into its order, and turns it round. */
function SortedBy({ by, says, order }: { by: JobsBy; says: string; order: Order }) {
  const isNow = order.by === by;
  return (
    <th aria-sort={isNow ? (order.down ? 'descending' : 'ascending') : 'none'}>
      <button
        type="button"
        className="sorted-by"
        onClick={() => order.set({ by, down: isNow && !order.down ? 'yes' : '' })}
      >
        {says}
        <span aria-hidden="true">{isNow ? (order.down ? ' ▾' : ' ▴') : ''}</span>
      </button>
    </th>
  );
}

interface Order {
  readonly by: JobsBy;
  readonly down: boolean;
  readonly set: (next: Readonly<Record<string, string>>) => void;
}

const Setups = ({ job: { summary } }: { job: JobListEntry }) => (
  <div className="thumbs">
    {summary === null && <span className="quiet">planning…</span>}
    {summary?.problem && <span className="quiet">{summary.problem}</span>}
    {summary?.setups.map((s) =>
      s.picture ? (
        <PageView key={s.op} page={s.picture} title={`Op ${s.op}, ${s.register}`} />
      ) : (
        <span key={s.op} className="quiet">
          Op {s.op}
        </span>
      ),
    )}
  </div>
);

/** What stands in each column. */
const CELL: Readonly<Record<ColumnKey, (job: JobListEntry) => React.ReactNode>> = {
  material: (job) => job.material || <span className="quiet">not given</span>,
  family: (job) => job.family && <Link to={`/families/${encodeURIComponent(job.family)}`}>{job.family}</Link>,
  machine: (job) => job.machine ?? <span className="quiet">not chosen</span>,
  setups: (job) => <Setups job={job} />,
  findings: (job) => job.summary && <Counts {...job.summary.counts} />,
  state: (job) => <span className={job.state === 'running' ? 'fw-bold' : undefined}>{STATE_SAYS[job.state]}</span>,
  issue: (job) =>
    job.letter ? (
      <>
        <strong>{job.letter}</strong> <Link to={`/run/${job.id}/${job.letter}`}>run</Link>
      </>
    ) : (
      <span className="quiet">none</span>
    ),
  due: (job) => job.due ?? <span className="quiet">not given</span>,
  changed: (job) => localMinute(job.updatedAt),
};
const SORTED: Partial<Record<ColumnKey, JobsBy>> = { due: 'due', changed: 'changed' };

/** The jobs of the page, each with its setups drawn. */
export function JobTable({
  shown,
  columns,
  order,
  navigate,
  onCopy,
}: {
  shown: readonly JobListEntry[];
  columns: readonly ColumnKey[];
  order: Order;
  navigate: NavigateFunction;
  /** null: nobody who may make jobs is looking */
  onCopy: ((job: JobListEntry) => void) | null;
}) {
  return (
    <WithCsv name="Jobs">
      <Table hover className="jobs">
        <thead>
          <tr>
            <SortedBy by="number" says="Number" order={order} />
            <SortedBy by="part" says="Part" order={order} />
            {columns.map((c) => {
              const by = SORTED[c];
              return by ? <SortedBy key={c} by={by} says={COLUMNS[c]} order={order} /> : <th key={c}>{COLUMNS[c]}</th>;
            })}
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
              {columns.map((c) => (
                <td key={c} className={c === 'setups' || c === 'machine' || c === 'material' ? '' : 'text-nowrap'}>
                  {CELL[c](job)}
                </td>
              ))}
              {onCopy && (
                <td className="text-nowrap">
                  <Button
                    size="sm"
                    variant="outline-primary"
                    aria-label={`Copy ${job.number}`}
                    onClick={() => onCopy(job)}
                  >
                    Copy
                  </Button>{' '}
                  <MoveOn job={job} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
    </WithCsv>
  );
}
