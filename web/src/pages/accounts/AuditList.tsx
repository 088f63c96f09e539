import { Table } from 'react-bootstrap';
import type { AuditEntry } from '@violet-jaw/formats/api';

/** Entries of the audit list, newest first. */
export function AuditList({ entries }: { entries: readonly AuditEntry[] }) {
  if (entries.length === 0) return <p className="quiet">Nothing yet.</p>;
  return (
    <div className="audit" tabIndex={0} role="group" aria-label="Newest first">
      <Table size="sm" aria-label="Who did what">
        <thead><tr><th>When, UTC</th><th>Who</th><th>What</th></tr></thead>
        <tbody>
          {entries.map((e, i) => <tr key={`${e.at}${i}`}><td className="number text-start">{e.at.slice(0, 16).replace('T', ' ')}</td><td>{e.name}</td><td>{e.action}{e.detail && <span className="quiet">: {e.detail}</span>}</td></tr>)}
        </tbody>
      </Table>
    </div>
  );
}
