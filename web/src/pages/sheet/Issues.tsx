import { useEffect, useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import { Link } from 'react-router';
import { blockingFindings, compareEntries, entriesOf, nextLetter, type Change } from '@violet-jaw/core/sheet';
import { useJob } from '../../app/JobLayout';
import { NotDone } from '../../app/NotDone';
import { urlOf } from '../../store/api';
import { startIssue, useIssuing } from '../../store/issuing';
import { usePlan } from '../../store/planStore';
import { useRemarks } from '../../remarks/useRemarks';
import { useServer } from '../../store/query';
import { useIsPlanner } from '../../store/sessionStore';
import { localMinute } from '../../app/when';
import { WithCsv } from '../../app/WithCsv';

export function Issues() {
  const { id, job, store } = useJob();
  const { planned, of } = usePlan();
  const { data: issues, problem: notLoaded } = useServer('issues', { id });
  const { data: remarks } = useRemarks(id);
  const [note, setNote] = useState('');
  const going = useIssuing((s) => s.going[id]);
  const problem = useIssuing((s) => s.problems[id] ?? null);
  const isPlanner = useIsPlanner();
  const last = issues?.at(-1) ?? null;

  const entries = useServer('issueEntries', { id, letter: last?.letter ?? '' }, { enabled: last !== null }).data;
  // of the plan that stands here: what is planned just now is not compared yet
  const [since, setSince] = useState<readonly Change[]>([]);
  useEffect(() => {
    if (!entries) {
      setSince([]);
      return;
    }
    if (planned && remarks && of?.job === job) setSince(compareEntries(entries, entriesOf(job, planned, remarks)));
  }, [entries, planned, of, job, remarks]);

  const blocking = planned ? blockingFindings(planned, job.accepted) : [];
  const letter = nextLetter(last?.letter ?? null);
  const issue = async () => {
    if (await startIssue(id, letter, store, note)) setNote('');
  };

  return (
    <section aria-label="Issues">
      <h3>Issue</h3>
      {blocking.length > 0 && (
        <p className="mb-1">
          {blocking.length} {blocking.length === 1 ? 'stop blocks' : 'stops block'} the issue. Mend{' '}
          {blocking.length === 1 ? 'it' : 'them'}, or accept in writing above.
        </p>
      )}
      <Form.Group controlId="issue-note">
        <Form.Label>Note for this issue</Form.Label>
        <Form.Control value={note} maxLength={4000} autoComplete="off" onChange={(e) => setNote(e.target.value)} />
      </Form.Group>
      <Button
        className="mt-1"
        disabled={!isPlanner || blocking.length > 0 || going !== undefined || !planned?.complete || issues === null}
        onClick={() => {
          void issue();
        }}
      >
        {going ? `Issuing sheet ${going.letter}…` : `Issue sheet ${letter}`}
      </Button>
      <NotDone problem={problem ?? notLoaded} level="not issued" />
      {last && since.length > 0 && (
        <>
          <p className="mt-2 mb-0">Changed since issue {last.letter}:</p>
          <Changes changes={since} />
        </>
      )}
      {last && since.length === 0 && <p className="mt-2 mb-0">Nothing has changed since issue {last.letter}.</p>}
      {[...(issues ?? [])].reverse().map((i) => (
        <div key={i.letter} className="panel mt-2" data-issue={i.letter}>
          <h2>
            Issue {i.letter}{' '}
            <span className="quiet fs-6">
              {localMinute(i.issuedAt)}
              {i.issuedBy && `, ${i.issuedBy}`}
            </span>
          </h2>
          {i.note && <p className="mb-1">{i.note}</p>}
          <p className="mb-1">
            <Link to={`?issue=${i.letter}`}>Show on this page</Link>
            {' · '}
            <a href={urlOf('sheetPdf', { id, letter: i.letter }, { paper: 'A4' })}>PDF A4</a>
            {' · '}
            <a href={urlOf('sheetPdf', { id, letter: i.letter }, { paper: 'Letter' })}>PDF Letter</a>
            {' · '}
            <a href={urlOf('controlLines', { id, letter: i.letter }, { part: 'set' })}>Set registers</a>
            {i.hasRun && (
              <>
                {' · '}
                <a href={urlOf('controlLines', { id, letter: i.letter }, { part: 'verify' })}>Look from above</a>
                {' · '}
                <a href={urlOf('controlLines', { id, letter: i.letter }, { part: 'clear' })}>Clear</a>
                {' · '}
                <Link to={`/run/${id}/${i.letter}`}>Run at the machine</Link>
              </>
            )}
            <span className="field-hint d-block">frozen, hash {i.hash.slice(0, 12)}</span>
          </p>
          {i.changes.length > 0 && <Changes changes={i.changes} />}
        </div>
      ))}
    </section>
  );
}

function Changes({ changes }: { changes: readonly Change[] }) {
  return (
    <WithCsv name="What changed">
      <Table size="sm">
        <thead>
          <tr>
            <th>What</th>
            <th className="number">Before</th>
            <th className="number">After</th>
            <th className="number">By</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((c) => (
            <tr key={`${c.place}${c.name}`}>
              <td>
                {c.place}, {c.name}
              </td>
              <td className="number text-wrap">{c.before}</td>
              <td className="number text-wrap">{c.after}</td>
              <td className="number">{c.difference ?? ''}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </WithCsv>
  );
}
