import { useMemo } from 'react';
import { Table } from 'react-bootstrap';
import { turnedTexts } from '@violet-jaw/core/control';
import { AXES } from '@violet-jaw/core/frames';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { FindingList } from '../../app/FindingList';
import { useJob } from '../../app/JobLayout';
import { WithCsv } from '../../app/WithCsv';
import { LedgerTable } from '../../bench/LedgerTable';
import { usePlan } from '../../store/planStore';
import { AccountPanel } from '../turned/AccountPanel';
import { ControlPanel } from './ControlPanel';
import { RegistersPanel } from './RegistersPanel';

/** Every work zero as an account, what changes between setups and why, the registers, and the lines for the control. */
export function LedgerPage() {
  const { speech } = useJob();
  const { planned } = usePlan();
  if (!planned) return <p className="quiet">planning…</p>;
  if (planned.turned)
    return (
      <>
        <h1 className="h4">Ledger</h1>
        <AccountPanel planned={planned.turned} />
        <RegistersPanel planned={planned} />
        <RegisterLines planned={planned} />
      </>
    );
  return (
    <>
      <h1 className="h4">Ledger</h1>
      <div className="row">
        {planned.setups.map((s) => (
          <div key={s.id} className="col-12 col-xl-6">
            <div className="panel">
              <h2>
                Op {s.op} <span className="number violet">{s.register}</span>
              </h2>
              {s.facts ? (
                <>
                  <p className="mb-0">
                    {s.facts.says.zero}. {s.facts.says.seat}
                  </p>
                  <LedgerTable planned={s} />
                </>
              ) : (
                <p className="quiet">No device chosen: nothing to add up yet.</p>
              )}
              <FindingList findings={planned.findings.filter((f) => f.setupId === s.id && f.section === 'zero')} />
            </div>
          </div>
        ))}
        {planned.transitions.map((t) => (
          <div key={t.toId} className="col-12 col-xl-6">
            <div className="panel">
              <h2>
                Op {t.fromOp} to Op {t.toOp}: what changed
              </h2>
              <p className="mb-1">
                {t.facts.says}: {t.facts.edges.join('; ')}.
              </p>
              <WithCsv name={`What changed from Op ${t.fromOp} to Op ${t.toOp}`}>
                <Table size="sm">
                  <thead>
                    <tr>
                      <th>Axis</th>
                      <th>Term</th>
                      <th className="number">Change</th>
                    </tr>
                  </thead>
                  <tbody>
                    {t.shift.terms.map((term) => (
                      <tr key={`${term.axis}${term.key}`}>
                        <td>{term.axis.toUpperCase()}</td>
                        <td>{term.says}</td>
                        <td className="number">{speech.signed(term.value)}</td>
                      </tr>
                    ))}
                    {AXES.map((a) => (
                      <tr key={a} className={a === 'x' ? 'total' : 'fw-bold'}>
                        <td>{a.toUpperCase()}</td>
                        <td>shift</td>
                        <td className="number">{speech.signed(t.shift.shift?.[a] ?? null)}</td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
              </WithCsv>
              <p className="mb-0">
                <span className="quiet">Holds while:</span> {t.shift.conditions.join(' ')}
              </p>
              <FindingList
                findings={planned.findings.filter((f) => f.setupId === t.toId && f.section === 'transition')}
              />
            </div>
          </div>
        ))}
      </div>
      <div className="panel">
        <RegistersPanel planned={planned} />
        <ControlPanel planned={planned} />
      </div>
    </>
  );
}

/** The lines that set the registers of a turned part, and take them back. */
function RegisterLines({ planned }: { planned: PlannedJob }) {
  const { job } = useJob();
  const { set, clear } = useMemo(() => turnedTexts(job, planned, 'DRAFT'), [job, planned]);
  return (
    <section aria-label="Lines for the registers">
      <h2>Lines for the registers</h2>
      <div className="row">
        {[
          { says: 'Set', lines: set },
          { says: 'Clear afterwards', lines: clear },
        ].map(({ says, lines }) => (
          <div key={says} className="col-12 col-xl-6">
            <h3>{says}</h3>
            <pre className="lines" aria-label={`${says}, registers`} tabIndex={0}>
              {lines}
            </pre>
          </div>
        ))}
      </div>
    </section>
  );
}
