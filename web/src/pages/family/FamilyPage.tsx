import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Table } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { entriesOf, familyRows, type Entry } from '@violet-jaw/core/sheet';
import type { JobListEntry } from '@violet-jaw/formats/api';
import { Head } from '../../app/Shell';
import { NotDone } from '../../app/NotDone';
import { WithCsv } from '../../app/WithCsv';
import { ChoiceField } from '../../fields/TextField';
import { jobPlace, shopPlace } from '../../store/api';
import { preparedJob } from '../../store/prepared';
import { useServer } from '../../store/query';

/** So many stand beside each other. */
const MOST = 12;
/** While one is being planned it is asked for again. */
const AGAIN_MS = 3000;

/** Everything an operator acts on of a job as it is saved; null: it is being planned. */
async function entriesNow(id: string): Promise<readonly Entry[] | null> {
  const [job, shop] = await Promise.all([jobPlace(id).read(), shopPlace().read()]);
  const prepared = await preparedJob({ id, revision: job.revision, shop: shop.revision });
  return prepared && entriesOf(job.document, prepared.planned);
}

/** Jobs of the same part in other sizes, beside each other: in what they differ, number by number. */
export function FamilyPage() {
  const { name = '' } = useParams();
  const [base, setBase] = useState<string | null>(null);
  const { data, problem } = useServer('jobs', { query: { family: name, size: MOST } }, { topics: ['jobs'] });
  const members = useMemo(() => {
    const jobs = data?.jobs ?? [];
    const first = jobs.find((j) => j.id === base) ?? jobs[0];
    return first ? [first, ...jobs.filter((j) => j !== first)] : [];
  }, [data, base]);
  const asked = useQueries({
    queries: members.map((m) => ({
      queryKey: ['family entries', m.id, m.updatedAt],
      queryFn: () => entriesNow(m.id),
      refetchInterval: ({ state }: { state: { data?: unknown } }) => (state.data ? (false as const) : AGAIN_MS),
    })),
  });
  useEffect(() => {
    document.title = `${name} · Violet Jaw`;
  }, [name]);
  return (
    <>
      <Head />
      <main>
        <h1 className="h4">Family {name}</h1>
        <NotDone problem={problem} level="not loaded" />
        {data && members.length === 0 && (
          <p>
            No job belongs to it. On the page <Link to="/jobs">Jobs</Link> a job is put into a family, or copied as
            another size of one.
          </p>
        )}
        {members.length > 0 && (
          <>
            <div className="held-against">
              <ChoiceField
                label="Held against"
                value={members[0].id}
                choices={members.map((m) => ({ value: m.id, says: `${m.number} ${m.part}` }))}
                onCommit={setBase}
              />
            </div>
            {(data?.total ?? 0) > MOST && <p>The first {MOST} are shown.</p>}
            <Compared members={members} entries={asked.map((a) => a.data ?? null)} />
          </>
        )}
      </main>
    </>
  );
}

function Compared({
  members: [base, ...others],
  entries: [ofBase, ...ofOthers],
}: {
  members: readonly JobListEntry[];
  entries: readonly (readonly Entry[] | null)[];
}) {
  const there = others.map((m, i) => ({ m, entries: ofOthers[i] }));
  const planned = there.flatMap(({ m, entries }) => (entries ? [{ m, entries }] : []));
  const missing = [base, ...others].filter((_, i) => ![ofBase, ...ofOthers][i]);
  const rows = ofBase
    ? familyRows(
        ofBase,
        planned.map((p) => p.entries),
      )
    : [];
  return (
    <>
      {missing.length > 0 && (
        <p role="status">
          <span className="spinner-border spinner-border-sm" aria-hidden="true" /> Planning{' '}
          {missing.map((m) => m.number).join(', ')}…
        </p>
      )}
      {others.length === 0 && <p>It is the only one so far: copy it as another size on the page Jobs.</p>}
      {ofBase && planned.length > 0 && rows.length === 0 && <p>They do not differ in anything the sheet tells.</p>}
      {rows.length > 0 && (
        <WithCsv name={`Family of ${base.number}`}>
          <Table size="sm" className="family">
            <thead>
              <tr>
                <th>What</th>
                {[base, ...planned.map((p) => p.m)].map((m) => (
                  <th key={m.id} className="number">
                    <Link to={`/jobs/${m.id}/route`}>{m.number}</Link>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={`${r.place}|${r.name}`}>
                  <th scope="row">
                    {r.place}, {r.name}
                  </th>
                  <td className="number text-wrap">{r.base}</td>
                  {r.others.map((o, i) => (
                    <td key={planned[i].m.id} className="number text-wrap">
                      {o ? (
                        <>
                          <strong>{o.text}</strong>
                          {o.difference !== null && <span className="quiet"> ({o.difference})</span>}
                        </>
                      ) : (
                        <span className="quiet">the same</span>
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Table>
        </WithCsv>
      )}
    </>
  );
}
