import { Link } from 'react-router';
import type { UsedList } from '@violet-jaw/core/job';
import { useServer } from '../../store/query';

/** The jobs that use a thing of the library. */
export function WhereUsed({ list, item }: { list: UsedList; item: string }) {
  const { data, problem } = useServer('shopUses', { query: { list, item } }, { topics: ['jobs'] });
  return (
    <section aria-label="Where used" className="where-used">
      <h3>Where used</h3>
      {problem && <p className="quiet">{problem} Where it is used is not known just now.</p>}
      {!data && !problem && <p className="quiet">Looking…</p>}
      {data?.jobs.length === 0 && <p className="quiet">In no job.</p>}
      {data?.jobs.map((j) => (
        <div key={j.id}>
          <Link to={`/jobs/${j.id}/route`}>
            <strong>{j.number}</strong>
          </Link>{' '}
          {j.part} {j.ops.length > 0 && <span className="quiet">Op {j.ops.join(', ')}</span>}
        </div>
      ))}
      {data?.more && <p className="quiet">And more jobs.</p>}
    </section>
  );
}
