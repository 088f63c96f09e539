import { Table } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { ledgerRows, workZeroOf } from '@violet-jaw/core/sheet';
import { plusMinusOf } from '@violet-jaw/core/ledger';
import { useJob } from '../app/JobLayout';
import { WithCsv } from '../app/WithCsv';

/** The account of one work zero: terms that add up, each with where it comes from. */
export function LedgerTable({ planned }: { planned: PlannedSetup }) {
  const { speech } = useJob();
  const { facts } = planned;
  if (!facts) return null;
  const total = workZeroOf(facts.ledger, speech);
  // with these terms the sum is what stands in the register, not the machine coordinate of zero
  const asKeyedIn = AXES.some((a) => facts.ledger[a].some((t) => t.key === 'length' || t.key === 'common'));
  return (
    <WithCsv name={`Ledger of ${planned.register}, Op ${planned.op}`}>
      <Table size="sm" className="mt-2" aria-label={`Ledger of ${planned.register}, Op ${planned.op}`}>
        <thead>
          <tr>
            <th>Term</th>
            {AXES.map((a) => (
              <th key={a} className="number">
                {a.toUpperCase()}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ledgerRows(facts.ledger, speech).map((row) => (
            <tr key={row.term}>
              <td>
                {row.term}
                <div className="field-hint">{row.from}</div>
              </td>
              {AXES.map((a) => (
                <td key={a} className="number">
                  {row.values[a]}
                </td>
              ))}
            </tr>
          ))}
          <tr className="total">
            <td>{asKeyedIn ? `${planned.register} as keyed in` : `work zero ${planned.register}, machine`}</td>
            {AXES.map((a) => (
              <td key={a} className="number">
                {total ? total[a] : 'not known'}
              </td>
            ))}
          </tr>
          {planned.fromFirst?.shift && (
            <tr>
              <td>shift from the first setup</td>
              {AXES.map((a) => (
                <td key={a} className="number">
                  {speech.signed(planned.fromFirst!.shift![a])}
                </td>
              ))}
            </tr>
          )}
          <tr>
            <td className="quiet">± of the terms known, worst case</td>
            {AXES.map((a) => {
              const pm = total ? plusMinusOf(facts.ledger[a]) : null;
              return (
                <td key={a} className="number quiet">
                  {pm === null ? '?' : `±${speech.size(pm)}`}
                </td>
              );
            })}
          </tr>
        </tbody>
      </Table>
    </WithCsv>
  );
}
