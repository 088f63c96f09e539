import { lazy, Suspense, useMemo, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { AXES, ORIGIN, type Vec3 } from '@violet-jaw/core/frames';
import { driftOf } from '@violet-jaw/core/run/drift.ts';
import { setupOf, type PlannedJob } from '@violet-jaw/core/plan/planned.ts';
import type { Machine } from '@violet-jaw/core/shop';
import { capital } from '@violet-jaw/core/units';
import { lengthBasis } from '@violet-jaw/core/zero';
import type { ReadingEntry } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { localMinute } from '../../app/when';
import { useWidth } from '../../drawing/useWidth';
import { api } from '../../store/api';
import { usePlan } from '../../store/planStore';
import { WithCsv } from '../../app/WithCsv';

/** Measured less planned, run after run: one panel a register and station, one line an axis. */
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

const nameOf = (machine: Machine | undefined, station: string | null): string =>
  machine?.stations.find((s) => s.id === station)?.name ?? 'not named';

/** Where the plan is not known, zeros are compared with the first one found. */
function seriesOf(readings: readonly ReadingEntry[], machine: Machine | undefined): Series[] {
  const keys = [...new Set(readings.map((r) => `${r.jobId} ${r.setupId} ${r.stationId ?? ''} ${r.register}`))];
  return keys.flatMap((key) =>
    AXES.flatMap((axis): Series[] => {
      const entries = readings.filter(
        (r) => `${r.jobId} ${r.setupId} ${r.stationId ?? ''} ${r.register}` === key && r.axis === axis,
      );
      if (entries.length === 0) return [];
      const [first] = entries;
      return [
        {
          key: `${key} ${axis}`,
          says: `station ${nameOf(machine, first.stationId)}, ${first.register}, Op ${first.op}`,
          axis,
          entries,
          values: entries.map((e) => e.measured - (e.planned ?? first.measured)),
        },
      ];
    }),
  );
}

/** What came back from the machine: the newest zeros against the plan, and how they scatter and drift over runs. */
export function Readings({ readings }: { readings: readonly ReadingEntry[] }) {
  const { id, job, shop, speech, changeSetup, isPlanner } = useJob();
  const { planned } = usePlan();
  const [problem, setProblem] = useState<string | null>(null);
  const [place, width] = useWidth<HTMLDivElement>(900);
  const machine = shop.machines.find((m) => m.id === job.machine);
  const series = useMemo(() => seriesOf(readings, machine), [readings, machine]);
  const own = series.filter((s) => s.entries[0].jobId === id);
  const setups = job.setups.filter((s) => own.some((o) => o.entries[0].setupId === s.id));
  if (readings.length === 0)
    return (
      <div className="panel">
        <h2>Readings</h2>
        <p className="quiet mb-0">Zeros that are keyed in during a run come back here, against the plan.</p>
      </div>
    );
  return (
    <div className="panel" ref={place}>
      <h2>Readings</h2>
      {problem && (
        <p className="finding stop" role="alert">
          {problem}
        </p>
      )}
      {setups.map((setup) => {
        const newest = AXES.map((axis) =>
          own.find((s) => s.entries[0].setupId === setup.id && s.axis === axis)?.entries.at(-1),
        );
        const [x, y, z] = newest;
        if (!x || !y || !z) return null;
        const from = `run of ${x.at.slice(0, 16).replace('T', ' ')} UTC`;
        const taken = setup.measured?.from === from;
        const isCounted = lengthBasis(setup, null).registerMinusGauge !== null;
        const take = async () => {
          setProblem(null);
          try {
            const measured = await inMachine(id, setup.id, x.letter, { x: x.measured, y: y.measured, z: z.measured });
            changeSetup(setup.id, (s) => ({ ...s, measured: { ...measured, from } }));
          } catch (error) {
            setProblem(error instanceof Error ? error.message : String(error));
          }
        };
        return (
          <div key={setup.id} className="mb-2">
            <h3>
              Op {setup.op}, {x.register}: newest zero, run of {localMinute(x.at)}, issue {x.letter}
            </h3>
            <WithCsv name={`Zeros found of Op ${setup.op}`}>
              <Table size="sm" aria-label={`Newest zero of Op ${setup.op}`}>
                <thead>
                  <tr>
                    <th>Axis</th>
                    <th className="number">Planned then</th>
                    <th className="number">Measured</th>
                    <th className="number">Off by</th>
                    <th>Over the runs</th>
                  </tr>
                </thead>
                <tbody>
                  {newest.map(
                    (r, i) =>
                      r && (
                        <tr key={r.axis}>
                          <td>{r.axis.toUpperCase()}</td>
                          <td className="number">{r.planned === null ? 'not known' : speech.signed(r.planned)}</td>
                          <td className="number">
                            <strong>{speech.signed(r.measured)}</strong>
                          </td>
                          <td className="number">{r.planned === null ? '' : speech.signed(r.measured - r.planned)}</td>
                          <td>
                            <DriftWords
                              series={own.find((s) => s.entries[0].setupId === setup.id && s.axis === AXES[i])!}
                              room={roomOf(planned, setup.id, r.axis)}
                            />
                          </td>
                        </tr>
                      ),
                  )}
                </tbody>
              </Table>
            </WithCsv>
            {isCounted && (
              <Button
                size="sm"
                variant="outline-primary"
                disabled={!isPlanner || taken}
                onClick={() => {
                  void take();
                }}
              >
                {taken ? 'The plan goes by this zero' : 'Plan with this zero'}
              </Button>
            )}
            {setup.measured && (
              <Button
                size="sm"
                variant="link"
                className="ms-2"
                disabled={!isPlanner}
                onClick={() => changeSetup(setup.id, (s) => ({ ...s, measured: null }))}
              >
                Back to the planned zero
              </Button>
            )}
          </div>
        );
      })}
      {series.some((s) => s.entries.length > 1) && width > 0 && (
        <Suspense fallback={<p className="quiet">Drawing…</p>}>
          <DriftChart series={series.filter((s) => s.entries.length > 1)} width={width} />
        </Suspense>
      )}
    </div>
  );
}

/**
 * Machine coordinates at the spindle nose of a register that was keyed in: less what counting lengths has added to its
 * Z, and with the common offset of the control, both as they were frozen with the issue.
 */
async function inMachine(jobId: string, setupId: string, letter: string, register: Vec3): Promise<Vec3> {
  const { job, shop } = await api.frozen({ id: jobId, letter });
  const setup = job.setups.find((s) => s.id === setupId);
  const counted = setup ? lengthBasis(setup, null).registerMinusGauge : null;
  if (counted === null)
    throw new Error(`Issue ${letter} does not say how lengths were counted: touch this setup off once more.`);
  const common = shop.machines.find((m) => m.id === job.machine)?.commonOffset ?? ORIGIN;
  return { x: register.x + common.x, y: register.y + common.y, z: register.z - counted + common.z };
}

function roomOf(planned: PlannedJob | null, setupId: string, axis: 'x' | 'y' | 'z') {
  return (planned && setupOf(planned, setupId)?.facts?.prove.zeroRoom?.find((r) => r.axis === axis)) ?? null;
}

/** Scatter and drift in words: a steady drift is something that is not taken back. */
export function DriftWords({
  series,
  room,
}: {
  series: Pick<Series, 'values'>;
  room: { toMin: number | null; toMax: number | null } | null;
}) {
  const { speech } = useJob();
  const drift = driftOf(series.values, room);
  if (drift.perRun === null || drift.scatter === null)
    return <span className="quiet">{drift.count === 1 ? 'one run' : `${drift.count} runs`}: too few to say</span>;
  if (!drift.steady)
    return (
      <span>
        {drift.count} runs, scatter ±{speech.size(2 * drift.scatter)}, no steady drift
      </span>
    );
  return (
    <span className="finding caution d-block mb-0">
      <span className="level">drift</span>
      {capital(
        `${speech.signed(drift.perRun)} from run to run, steadily: something is not taken back at the end.`,
      )}{' '}
      {drift.runsLeft === null
        ? ''
        : `At this rate, one part a run, the axis over-travels after ${drift.runsLeft} more parts.`}
    </span>
  );
}
