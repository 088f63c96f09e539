import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { touched, type Job } from '@violet-jaw/core/job';
import { MOST_LETTERS } from '@violet-jaw/core/schema';
import { ChoiceField } from '../../fields/TextField';
import { jobPlace } from '../../store/api';
import { openDocument } from '../../store/documentStore';
import { useServer } from '../../store/query';

const OPENS_WITHIN_MS = 15_000;

/** Puts a line at the end of the notes of a job. @returns why it could not be; null: it is there */
async function addNote(id: string, line: string): Promise<string | null> {
  const store = openDocument<Job>(jobPlace(id));
  store.getState().open();
  try {
    const there = await new Promise<boolean>((done) => {
      const timer = setTimeout(() => done(false), OPENS_WITHIN_MS);
      const look = ({ document, problem }: { document: Job | null; problem: string | null }) => {
        if (!document && !problem) return;
        clearTimeout(timer);
        stop();
        done(document !== null);
      };
      const stop = store.subscribe(look);
      look(store.getState());
    });
    const job = store.getState().document;
    if (!there || !job) return store.getState().problem ?? 'The job is not answering. Try again.';
    const notes = job.notes.trim() === '' ? line : `${job.notes.trimEnd()}\n${line}`;
    if (notes.length > MOST_LETTERS)
      return 'The notes of that job are full. Shorten them on the page Part & blank first.';
    store.getState().edit((j) => touched(j, { ...j, notes }));
    const saved = await store.getState().settle();
    return saved
      ? null
      : (store.getState().problem ?? 'It could not be saved now. It is tried again when that job is opened.');
  } finally {
    store.getState().close();
  }
}

/** Keeps the sentence of a sum in the notes of a job, where it stands on the sheet. */
export function KeepInJob({ says }: { says: string }) {
  const { data } = useServer('jobs', { query: { size: 100 } });
  const [job, setJob] = useState('');
  const [told, setTold] = useState<{ readonly ok: boolean; readonly says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  if (!data || data.jobs.length === 0) return null;
  const keep = async () => {
    setBusy(true);
    const problem = await addNote(job, says);
    const number = data.jobs.find((j) => j.id === job)?.number;
    setTold(
      problem === null ? { ok: true, says: `It stands in the notes of ${number} now.` } : { ok: false, says: problem },
    );
    setBusy(false);
  };
  return (
    <div className="d-flex gap-2 align-items-end flex-wrap" role="group" aria-label="Keep it in a job">
      <ChoiceField
        label="Keep it in the notes of"
        value={job}
        choices={[
          { value: '', says: 'choose a job' },
          ...data.jobs.map((j) => ({ value: j.id, says: `${j.number} ${j.part}` })),
        ]}
        onCommit={(id) => {
          setJob(id);
          setTold(null);
        }}
      />
      <Button size="sm" variant="outline-primary" disabled={job === '' || busy} onClick={() => void keep()}>
        {busy ? 'Keeping…' : 'Keep it'}
      </Button>
      {told && (
        <span role={told.ok ? 'status' : 'alert'} className={told.ok ? undefined : 'finding stop mb-0'}>
          {told.says}
        </span>
      )}
    </div>
  );
}
