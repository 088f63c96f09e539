import { useMemo } from 'react';
import { Table } from 'react-bootstrap';
import { endConditions, simulateBar, type PlannedTurned } from '@violet-jaw/core/turned';
import { sumOfTerms, type Term } from '@violet-jaw/core/ledger';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { FindingList } from '../../app/FindingList';
import { usePlan } from '../../store/planStore';
import { useWidth } from '../../drawing/useWidth';
import { CycleChart } from './CycleChart';
import { WithCsv } from '../../app/WithCsv';

/** So many parts are run through the simulated control. */
const CYCLES = 200;

/** The account of one part of a turned job, its zeros, and what a control makes of the lines part after part. */
export function AccountPanel({ planned }: { planned: PlannedTurned }) {
  const { speech } = useJob();
  const findings = usePlan((s) => s.planned?.findings) ?? [];
  const { turned, ends } = planned;
  if (ends)
    return (
      <div className="row">
        {[ends.first, ends.second].map((e) => (
          <div key={e.side} className="col-12 col-xl-6">
            <ZeroTable
              register={e.register}
              terms={e.zero}
              says={`Z on the finished ${e.side === 'first' ? 'front' : 'back'} face, X on the axis.`}
            />
          </div>
        ))}
        <p>
          Shift of Z from {ends.first.register} to {ends.second.register}:{' '}
          <strong className="number">{speech.signed(ends.shift)}</strong>. It holds while:{' '}
          {endConditions(ends).join(' ')}
        </p>
      </div>
    );
  return (
    <>
      <div className="row">
        <div className="col-12 col-xl-6">
          <AccountTable planned={planned} />
          <FindingList
            findings={findings.filter((f) =>
              ['move-is-not-shift', 'shift-not-taken-back', 'beyond-stroke'].includes(f.code),
            )}
          />
        </div>
        <div className="col-12 col-xl-6">
          <ZeroTable
            register={turned.register}
            terms={planned.zero}
            says="Z on the finished front face, X on the axis. Main spindle."
          />
          {planned.lathe?.second && (
            <ZeroTable
              register={turned.backRegister}
              terms={planned.backZero}
              says="Z on the finished back face, X on the axis. Second spindle."
            />
          )}
        </div>
      </div>
      <Cycles planned={planned} />
      <BarLines planned={planned} />
    </>
  );
}

function AccountTable({ planned }: { planned: PlannedTurned }) {
  const { job, speech } = useJob();
  const { account, start } = planned;
  if (!account) return <p className="quiet">No account yet: choose a bar lathe.</p>;
  return (
    <section className="panel" aria-label="Account of a cycle">
      <h2>Account of a cycle</h2>
      <p className="mb-1">
        Signed, machine axes, {unitName(job.units)}. Each sum by itself has to be nothing: then the next part starts
        where this one did.
      </p>
      <WithCsv name="Account along the axis">
        <Table size="sm" className="mb-1">
          <thead>
            <tr>
              <th>What</th>
              <th className="number">main moves</th>
              <th className="number">zero shifts</th>
              <th className="number">main at</th>
              <th className="number">zero at</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>start</td>
              <td />
              <td />
              <td className="number">{speech.signed(start)}</td>
              <td className="number">{speech.signed((start ?? 0) - planned.bar.face)}</td>
            </tr>
            {account.rows.map((r, i) => (
              <tr key={i}>
                <td>{r.what}</td>
                <td className="number">{r.move === null ? '' : speech.signed(r.move)}</td>
                <td className="number">{r.shift === null ? '' : speech.signed(r.shift)}</td>
                <td className="number">{speech.signed(r.mainAt)}</td>
                <td className="number">{speech.signed(r.zeroAt)}</td>
              </tr>
            ))}
            <tr className="total">
              <td>sum</td>
              <td className="number">{speech.signed(account.moves)}</td>
              <td className="number">{speech.signed(account.shifts)}</td>
              <td />
              <td />
            </tr>
          </tbody>
        </Table>
      </WithCsv>
      <p className="mb-0">
        <strong>
          {account.residue === 0
            ? 'The account closes.'
            : `It does not close: ${speech.signed(account.residue)} are left after every part.`}
        </strong>
      </p>
    </section>
  );
}

function ZeroTable({ register, terms, says }: { register: string; terms: readonly Term[] | null; says: string }) {
  const { speech } = useJob();
  return (
    <section className="panel" aria-label={`Zero ${register}`}>
      <WithCsv name={`Zero ${register}`} onHeading>
        <h2>
          <span className="number violet">{register}</span>{' '}
          <span className="number">Z {speech.signed(sumOfTerms(terms))}</span>
        </h2>
        <p className="mb-1">{says} Machine coordinates.</p>
        <Table size="sm" className="mb-0">
          <thead className="visually-hidden">
            <tr>
              <th>Term</th>
              <th>From</th>
              <th>Z</th>
            </tr>
          </thead>
          <tbody>
            {(terms ?? []).map((t) => (
              <tr key={t.term}>
                <td>{t.term}</td>
                <td className="quiet">
                  {t.from}
                  {t.plusMinus === null ? '' : `, ±${speech.size(t.plusMinus)}`}
                </td>
                <td className="number">{speech.signed(t.value)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </WithCsv>
    </section>
  );
}

/** The lines run part after part on a control that knows nothing of the plan. */
function Cycles({ planned }: { planned: PlannedTurned }) {
  const { job, speech } = useJob();
  const [box, width] = useWidth<HTMLDivElement>(800);
  const run = useMemo(() => {
    const { machine, lathe, lines, start, bar } = planned;
    if (!machine || !lathe || !lines || start === null) return null;
    return simulateBar({
      ...{ lines, machine: { ...machine, lathe }, cycles: CYCLES, start, zero: start - bar.face },
      ...{ cutOff: bar.cutOff, units: job.units },
    });
  }, [planned, job.units]);
  if (!run) return null;
  const [first, last] = [run.parts[0], run.parts[run.parts.length - 1]];
  return (
    <section className="panel" aria-label="Simulated control" ref={box}>
      <h2>{CYCLES} parts on a simulated control</h2>
      <p className="mb-1">
        It runs the lines below, both channels, and follows the bar.{' '}
        {run.stopped ? (
          <strong>
            Stopped at part {run.stopped.part}
            {run.stopped.line && `, line ${run.stopped.line}`}: {run.stopped.says}
          </strong>
        ) : (
          <strong>
            All {CYCLES} were made; the last one began at {speech.signed(last.start)}, the first at{' '}
            {speech.signed(first.start)}.
          </strong>
        )}
      </p>
      {run.parts.length > 1 && <CycleChart starts={run.parts.map((p) => p.start)} width={width - 30} />}
    </section>
  );
}

/** Both channels beside each other. */
function BarLines({ planned }: { planned: PlannedTurned }) {
  if (!planned.lines) return null;
  const sides = [
    { says: 'Main side', text: planned.lines.main },
    ...(planned.lathe?.second ? [{ says: 'Second side', text: planned.lines.second }] : []),
  ];
  return (
    <section aria-label="Lines for both channels">
      <h2>Lines for the control</h2>
      <div className="row">
        {sides.map(({ says, text }) => (
          <div key={says} className="col-12 col-xl-6">
            <h3>{says}</h3>
            <pre className="lines" aria-label={says} tabIndex={0}>
              {text}
            </pre>
          </div>
        ))}
      </div>
    </section>
  );
}
