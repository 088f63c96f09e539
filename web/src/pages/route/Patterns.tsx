import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { withRouteOf } from '@violet-jaw/core/job';
import { beginPattern, PATTERNS, type Pattern } from '@violet-jaw/core/propose';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { NotDone } from '../../app/NotDone';
import { api, said } from '../../store/api';
import { useServer } from '../../store/query';

/** Routes to begin with while there is none: those that come with the program, and the shop's own. */
export function Patterns() {
  const { job, shop, change, choose, isPlanner, jobPlannedNow } = useJob();
  const { data } = useServer('jobs', { query: { pattern: true, size: 100 } });
  const [problem, setProblem] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  if (!isPlanner) return null;
  const begin = async (pattern: Pattern) => {
    setWorking(true);
    const planned = await jobPlannedNow().catch(() => null);
    setWorking(false);
    const { part, blank } = planned ?? {};
    const known = { part: part?.box ?? null, blank: blank ?? null, features: part?.features.features };
    const begun = beginPattern(pattern, { job, shop, ...known }, newId);
    setProblem(begun.ok ? null : begun.problem);
    if (!begun.ok) return;
    const { machine, setups } = begun.job;
    change((j) => (j.setups.length > 0 ? {} : { machine, setups }));
    choose(setups[0].id);
  };
  const beginOwn = async (id: string) => {
    try {
      const other = await api.job({ id });
      change((j) => {
        if (j.setups.length > 0) return {};
        const { machine, setups } = withRouteOf(j, other);
        return { machine, setups };
      });
    } catch (error) {
      setProblem(said(error));
    }
  };
  return (
    <section className="m-3" aria-label="Patterns">
      <h2 className="h5">Begin with a pattern</h2>
      <p className="quiet">Everything it decides is marked as proposed: look at each before the sheet is issued.</p>
      <div className="patterns">
        {PATTERNS.map((p) => (
          <div key={p.id}>
            <Button variant="outline-primary" disabled={working} onClick={() => void begin(p)}>
              {p.name}
            </Button>
            <div>{p.says}</div>
          </div>
        ))}
        {data?.jobs.map((j) => (
          <div key={j.id}>
            <Button variant="outline-primary" disabled={working} onClick={() => void beginOwn(j.id)}>
              {j.number}
            </Button>
            <div>
              A pattern of this shop: {j.part}
              {j.machine === null ? '' : `, on ${j.machine}`}
            </div>
          </div>
        ))}
      </div>
      <NotDone problem={problem} level="not begun" />
    </section>
  );
}
