import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import type { Finding } from '@violet-jaw/core/findings';
import { remediesOf } from '@violet-jaw/core/remedy';
import { usePlan } from '../store/planStore';
import { useJob } from './openJob';

/** What is open or wrong, in a line: with a button where the remedy is a number, as an edit like any other. */
export function OpenFinding({ f, onMend, children }: { f: Finding; onMend: () => void; children?: ReactNode }) {
  const { job, shop, speech, change, isPlanner } = useJob();
  const planned = usePlan((s) => s.planned);
  return (
    <li className={`finding ${f.level}`} data-code={f.code}>
      <span className="level">
        {f.level}, {f.op === null ? 'job' : `Op ${f.op}`}
      </span>
      {f.says} <strong>{f.remedy}</strong>
      <span className="d-flex flex-wrap gap-1 mt-1">
        {isPlanner &&
          planned &&
          remediesOf(f, { planned, job, shop, speech }).map((r) => (
            <Button
              key={r.says}
              size="sm"
              onClick={() => {
                change(r.put);
                onMend();
              }}
            >
              {r.says}
            </Button>
          ))}
        {children}
      </span>
    </li>
  );
}
