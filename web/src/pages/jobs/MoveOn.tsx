import { Dropdown } from 'react-bootstrap';
import type { JobListEntry } from '@violet-jaw/formats/api';
import { useChange } from '../../store/query';

/** Says that a job is done, or puts it away; both can be taken back. */
export function MoveOn({ job }: { job: JobListEntry }) {
  const { run, problem } = useChange('jobState', ['jobs']);
  const say = (body: { done?: boolean; archived?: boolean }) => void run({ id: job.id, body });
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
          <Dropdown.Item as="button" onClick={() => say({ archived: !job.archived })}>
            {job.archived ? 'Out of the archive' : 'Into the archive'}
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">not moved on</span>
          {problem}
        </div>
      )}
    </>
  );
}
