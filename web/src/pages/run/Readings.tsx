import { lazy, Suspense, useMemo } from 'react';
import { Button, Table } from 'react-bootstrap';
import { AXES, ORIGIN } from '@violet-jaw/core/frames';
import { driftOf } from '@violet-jaw/core/run/drift.ts';
import { setupOf, type PlannedJob } from '@violet-jaw/core/plan/planned.ts';
import { capital } from '@violet-jaw/core/units';
import { lengthBasis } from '@violet-jaw/core/zero';
import type { ReadingEntry } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { useWidth } from '../../drawing/useWidth';
import { usePlan } from '../../store/planStore';

const DriftChart = lazy(async () => ({ default: (await import('./DriftChart')).DriftChart }));

/** Zeros of one register on one station, run after run, one axis. */
export interface Series {
  readonly key: string;
  readonly says: string;
  readonly axis: 'x' | 'y' | 'z';
  readonly entries: readonly ReadingEntry[];
  /** measured less what it is compared with, mm */
  readonly values: readonly number[];
}

/** Where the plan is not known, zeros are compared with the first one found. */
function seriesOf(readings: readonly ReadingEntry[], stationName: (id: string | null) => string): Series[] {
  const keys = [...new Set(readings.map((r) => `${r.jobId} ${r.setupId} ${r.stationId ?? ''} ${r.register}`))];
  return keys.flatMap((key) => AXES.flatMap((axis): Series[] => {
    const entries = readings.filter((r) => `${r.jobId} ${r.setupId} ${r.stationId ?? ''} ${r.register}` === key && r.axis === axis);
    if (entries.length === 0) return [];
    const [first] = entries;
    return [{ key: `${key} ${axis}`, says: `station ${stationName(first.stationId)}, ${first.register}, Op ${first.op}`, axis, entries, values: entries.map((e) => e.measured - (e.planned ?? first.measured)) }];
  }));
}

/** What came back from the machine: the newest zeros against the plan, and how they scatter and drift over runs. */
export function Readings({ readings }: { readings: readonly ReadingEntry[] }) {
  const { id, job, shop, speech, changeSetup, isPlanner } = useJob();
  const { planned } = usePlan();
  const [place, width] = useWidth<HTMLDivElement>(900);
  const machine = shop.machines.find((m) => m.id === job.machine);
  // a register holds what the control's common offset does not
  const common = machine?.commonOffset ?? ORIGIN;
  const stationName = (station: string | null) => machine?.stations.find((s) => s.id === station)?.name ?? 'not named';
  const series = useMemo(() => seriesOf(readings, stationName), [readings, machine]);
  const own = series.filter((s) => s.entries[0].jobId === id);
  const setups = job.setups.filter((s) => own.some((o) => o.entries[0].setupId === s.id));
  if (readings.length === 0) return <div className="panel"><h2>Readings</h2><p className="quiet mb-0">Zeros that are keyed in during a run come back here, against the plan.</p></div>;
  return (
    <div className="panel" ref={place}>
      <h2>Readings</h2>
      {setups.map((setup) => {
        const newest = AXES.map((axis) => own.find((s) => s.entries[0].setupId === setup.id && s.axis === axis)?.entries.at(-1));
        const [x, y, z] = newest;
        if (!x || !y || !z) return null;
        const from = `run of ${x.at.slice(0, 16).replace('T', ' ')} UTC`;
        const taken = setup.measured?.from === from;
        // a register's Z holds how lengths are counted as well; the plan counts at the spindle nose
        const counted = lengthBasis(setup, null).registerMinusGauge;
        return (
          <div key={setup.id} className="mb-2">
            <h3>Op {setup.op}, {x.register}: newest zero, {from}, issue {x.letter}</h3>
            <Table size="sm" aria-label={`Newest zero of Op ${setup.op}`}>
              <thead><tr><th>Axis</th><th className="number">Planned then</th><th className="number">Measured</th><th className="number">Off by</th><th>Over the runs</th></tr></thead>
              <tbody>
                {newest.map((r, i) => r && (
                  <tr key={r.axis}>
                    <td>{r.axis.toUpperCase()}</td><td className="number">{r.planned === null ? 'not known' : speech.signed(r.planned)}</td><td className="number"><strong>{speech.signed(r.measured)}</strong></td>
                    <td className="number">{r.planned === null ? '' : speech.signed(r.measured - r.planned)}</td>
                    <td><DriftWords series={own.find((s) => s.entries[0].setupId === setup.id && s.axis === AXES[i])!} room={roomOf(planned, setup.id, r.axis)} /></td>
                  </tr>
                ))}
              </tbody>
            </Table>
            {counted !== null && <Button size="sm" variant="outline-primary" disabled={!isPlanner || taken} onClick={() => changeSetup(setup.id, (s) => ({ ...s, measured: { x: x.measured + common.x, y: y.measured + common.y, z: z.measured - counted + common.z, from } }))}>{taken ? 'The plan goes by this zero' : 'Plan with this zero'}</Button>}
            {setup.measured && <Button size="sm" variant="link" className="ms-2" disabled={!isPlanner} onClick={() => changeSetup(setup.id, (s) => ({ ...s, measured: null }))}>Back to the planned zero</Button>}
          </div>
        );
      })}
      {series.some((s) => s.entries.length > 1) && width > 0 && <Suspense fallback={<p className="quiet">Drawing…</p>}><DriftChart series={series.filter((s) => s.entries.length > 1)} width={width} /></Suspense>}
    </div>
  );
}

function roomOf(planned: PlannedJob | null, setupId: string, axis: 'x' | 'y' | 'z') {
  return (planned && setupOf(planned, setupId)?.facts?.prove.zeroRoom?.find((r) => r.axis === axis)) ?? null;
}

/** Scatter and drift in words: a steady drift is something that is not taken back. */
function DriftWords({ series, room }: { series: Series; room: { toMin: number | null; toMax: number | null } | null }) {
  const { speech } = useJob();
  const drift = driftOf(series.values, room);
  if (drift.perRun === null || drift.scatter === null) return <span className="quiet">{drift.count === 1 ? 'one run' : `${drift.count} runs`}: too few to say</span>;
  if (!drift.steady) return <span>{drift.count} runs, scatter ±{speech.size(2 * drift.scatter)}, no steady drift</span>;
  return (
    <span className="finding caution d-block mb-0">
      <span className="level">drift</span>{capital(`${speech.signed(drift.perRun)} from run to run, steadily: something is not taken back at the end.`)}{' '}
      {drift.runsLeft === null ? '' : `At this rate, one part a run, the axis over-travels after ${drift.runsLeft} more parts.`}
    </span>
  );
}
