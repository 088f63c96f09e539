import { WithCsv } from '../../app/WithCsv';
import { lazy, Suspense } from 'react';
import { Table } from 'react-bootstrap';
import { SPINDLE_READ, SPINDLE_WITHIN_MM, type WhenRead } from '@violet-jaw/core/run/spindle.ts';
import { unitName } from '@violet-jaw/core/units';
import type { SpindleEntry } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { localMinute } from '../../app/when';
import { useWidth } from '../../drawing/useWidth';
import { useServer } from '../../store/query';
import { DriftWords } from './Readings';

const DriftChart = lazy(async () => ({ default: (await import('./DriftChart')).DriftChart }));

interface Read {
  readonly runId: string;
  readonly letter: string;
  readonly startedAt: string;
  readonly at: ReadonlyMap<WhenRead, SpindleEntry>;
  /** the last reading less the first; null: it was read but once */
  readonly came: number | null;
}

function byRun(entries: readonly SpindleEntry[]): Read[] {
  return [...new Set(entries.map((e) => e.runId))].map((runId) => {
    const own = entries.filter((e) => e.runId === runId);
    const at = new Map(own.map((e) => [e.when, e]));
    const [before, after] = [at.get(SPINDLE_READ[0]), at.get(SPINDLE_READ[2]) ?? at.get(SPINDLE_READ[1])];
    return {
      runId,
      letter: own[0].letter,
      startedAt: own[0].startedAt,
      at,
      came: before && after ? after.read - before.read : null,
    };
  });
}

/** Where the main spindle stood before and after the parts of every run: it must come back to where it began. */
export function SpindleReadings() {
  const { id, job, speech } = useJob();
  const { data, problem } = useServer('spindleReadings', { id });
  const [place, width] = useWidth<HTMLDivElement>(900);
  const runs = byRun(data ?? []);
  const came = runs.flatMap((r) => (r.came === null ? [] : [r.came]));
  const began = runs.flatMap((r) => {
    const first = r.at.get(SPINDLE_READ[0]);
    return first?.planned == null ? [] : [first.read - first.planned];
  });
  const series = [
    { says: 'main spindle, after the parts less before them', axis: 'z' as const, values: came },
    { says: 'main spindle before the first part', axis: 'z' as const, values: began },
  ].filter((s) => s.values.length > 1);
  return (
    <div className="panel" ref={place}>
      <h2>Main spindle before and after, machine Z</h2>
      {problem && (
        <p className="finding stop" role="alert">
          {problem}
        </p>
      )}
      {runs.length === 0 ? (
        <p className="quiet mb-0">
          It is read in every run, before the first part and after the last. Both must be the same: what is left between
          them is a shift that was not taken back.
        </p>
      ) : (
        <>
          <WithCsv name="Main spindle before and after">
            <Table size="sm" aria-label="Main spindle before and after">
              <thead>
                <tr>
                  <th>Run</th>
                  <th>Issue</th>
                  {SPINDLE_READ.map((w) => (
                    <th key={w} className="number">
                      {w}, {unitName(job.units)}
                    </th>
                  ))}
                  <th className="number">beside where it began</th>
                </tr>
              </thead>
              <tbody>
                {runs.map((r) => (
                  <tr key={r.runId}>
                    <td className="number text-start">{localMinute(r.startedAt)}</td>
                    <td>{r.letter}</td>
                    {SPINDLE_READ.map((w) => {
                      const e = r.at.get(w);
                      return (
                        <td key={w} className="number">
                          {e ? speech.signed(e.read) : 'not read'}
                        </td>
                      );
                    })}
                    <td className="number">
                      {r.came === null ? (
                        'not known'
                      ) : (
                        <strong>
                          {speech.signed(r.came)}
                          {Math.abs(r.came) > SPINDLE_WITHIN_MM && ' ✕ not back'}
                        </strong>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </WithCsv>
          {came.length > 0 && <DriftWords series={{ values: began }} room={null} />}
          {series.length > 0 && width > 0 && (
            <Suspense fallback={<p className="quiet">Drawing…</p>}>
              <DriftChart series={series} width={width} />
            </Suspense>
          )}
        </>
      )}
    </div>
  );
}
