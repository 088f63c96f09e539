import { Table } from 'react-bootstrap';
import type { AuditEntry } from '@violet-jaw/formats/api';
import { localMinute } from '../../app/when';
import { WithCsv } from '../../app/WithCsv';

/** Entries of the audit list, newest first. */
export function AuditList({ entries }: { entries: readonly AuditEntry[] }) {
  if (entries.length === 0) return <p className="quiet">Nothing yet.</p>;
  return (
    <div className="audit" tabIndex={0} role="group" aria-label="Newest first">
      <WithCsv name="Audit list">
        <Table size="sm" aria-label="Who did what">
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th>What</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((e, i) => (
              <tr key={`${e.at}${i}`}>
                <td className="number text-start">{localMinute(e.at)}</td>
                <td>{e.name}</td>
                <td>
                  {e.action}
                  {e.detail && <span className="quiet">: {e.detail}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </WithCsv>
    </div>
  );
}
