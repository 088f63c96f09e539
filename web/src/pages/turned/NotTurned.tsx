import { Button } from 'react-bootstrap';
import { useJob } from '../../app/JobLayout';

/** Back to a part that is milled. */
export function NotTurned() {
  const { change, isPlanner } = useJob();
  if (!isPlanner) return null;
  return (
    <section aria-label="Not turned" className="mt-3">
      <Button size="sm" variant="outline-primary" onClick={() => change({ turned: null })}>
        Plan it as a milled part (undo brings this back)
      </Button>
    </section>
  );
}
