import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import type { JobListEntry, JobStateChange } from '@violet-jaw/formats/api';
import { useChange } from '../../store/query';
import { MakePattern } from './MakePattern';
import { PutIntoFamily } from './PutIntoFamily';

/** Says that a job is done, puts it away, into a family or among the patterns; each can be taken back. */
export function MoveOn({ job }: { job: JobListEntry }) {
  const { run, problem } = useChange('jobState', ['jobs']);
  const [asking, setAsking] = useState<'family' | 'pattern' | null>(null);
  const say = (body: JobStateChange) => void run({ id: job.id, body });
  return (
    <>
      <Dropdown className="d-inline-block" align="end">
        <Dropdown.Toggle size="sm" variant="outline-primary" id={`move-${job.id}`} aria-label={`Move ${job.number} on`}>
          …
        </Dropdown.Toggle>
        <Dropdown.Menu>
          {job.state === 'running' && <Dropdown.Header>It is running: done when its run is finished.</Dropdown.Header>}
          {job.state !== 'running' && (
            <Dropdown.Item as="button" onClick={() => say({ done: job.state !== 'done' })}>
              {job.state === 'done' ? 'It is not done after all' : 'It is done'}
            </Dropdown.Item>
          )}
          <Dropdown.Item as="button" onClick={() => setAsking('family')}>
            Family: {job.family || 'none'}
          </Dropdown.Item>
          {job.family !== '' && (
            <Dropdown.Item as={Link} to={`/families/${encodeURIComponent(job.family)}`}>
              In what its family differs
            </Dropdown.Item>
          )}
          {job.pattern ? (
            <Dropdown.Item as="button" onClick={() => say({ pattern: false })}>
              It is a job, no pattern
            </Dropdown.Item>
          ) : (
            <Dropdown.Item as="button" onClick={() => setAsking('pattern')}>
              Make a pattern of it
            </Dropdown.Item>
          )}
          <Dropdown.Item as="button" onClick={() => say({ archived: !job.archived })}>
            {job.archived ? 'Out of the archive' : 'Into the archive'}
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      {asking === 'family' && <PutIntoFamily of={job} onClose={() => setAsking(null)} />}
      {asking === 'pattern' && <MakePattern of={job} onClose={() => setAsking(null)} />}
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">not moved on</span>
          {problem}
        </div>
      )}
    </>
  );
}
