import { Link } from 'react-router';
import { localMinute } from '../../app/when';
import { useServer } from '../../store/query';
import { shopStore } from '../../store/shopStore';

/** Which machine is taken by what, and what is due: a line each, only while there is something to say. */
export function Taken() {
  const { data } = useServer('takenMachines', {}, { topics: ['jobs'], everyMs: 30_000 });
  const shop = shopStore()((s) => s.document);
  const week = useServer('jobs', { query: { due: 'this week', size: 1 } }, { topics: ['jobs'] }).data?.total ?? 0;
  const overdue = useServer('jobs', { query: { due: 'overdue', size: 1 } }, { topics: ['jobs'] }).data?.total ?? 0;
  return (
    <div className="taken" role="status" aria-label="Now">
      {overdue > 0 && (
        <Link className="tally caution" to="/jobs?show=overdue">
          {overdue} overdue
        </Link>
      )}
      {week > 0 && (
        <Link className="tally note" to="/jobs?show=week">
          {week} due this week
        </Link>
      )}
      {data?.map((t) => (
        <span key={`${t.jobId} ${t.startedAt}`}>
          <Link to={`/shop/machines/${encodeURIComponent(t.machineId)}`}>
            {shop?.machines.find((m) => m.id === t.machineId)?.name ?? 'A machine'}
          </Link>
          : <Link to={`/run/${t.jobId}/${t.letter}`}>{t.number}</Link> {t.part}, issue {t.letter}, since{' '}
          {localMinute(t.startedAt)}
        </span>
      ))}
    </div>
  );
}
