import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useServer } from '../../store/query';
import { usedAs, type Entry, type ListFacts } from './lists';

/** What can be done with an entry as a whole. */
export interface ItemActions {
  readonly onCopy: () => void;
  readonly onRetire: (retired: boolean) => void;
  readonly onRemove: () => void;
}

/** Name of an entry; copied, retired, removed where no job uses it. */
export function ItemHead({ facts, entry, actions }: { facts: ListFacts; entry: Entry; actions: ItemActions | null }) {
  return (
    <div className="d-flex gap-2 align-items-baseline flex-wrap mb-2">
      <h2 className="mb-0">{entry.name}</h2>
      <span className="quiet me-auto">
        {entry.kind ?? facts.one}
        {entry.retired ? ', retired: no longer offered, kept for the jobs that have it' : ''}
      </span>
      {actions && (
        <>
          <Button size="sm" variant="outline-primary" onClick={actions.onCopy}>
            Copy
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => actions.onRetire(!entry.retired)}>
            {entry.retired ? 'Offer again' : 'Retire'}
          </Button>
          <Remove facts={facts} entry={entry} onRemove={actions.onRemove} />
        </>
      )}
    </div>
  );
}

/** Removing asks the server first: what a job refers to is retired, not removed. */
function Remove({ facts, entry, onRemove }: { facts: ListFacts; entry: Entry; onRemove: () => void }) {
  const used = usedAs(facts, entry);
  const { data, problem } = useServer(
    'shopUses',
    { query: used ?? { list: 'machines', item: '-' } },
    { enabled: used !== null, topics: ['jobs'] },
  );
  const [told, setTold] = useState(false);
  const jobs = data?.jobs.length ?? 0;
  const why =
    used === null
      ? null
      : problem
        ? 'Whether a job uses it is not known just now: retire it, or try again.'
        : !data
          ? 'Whether a job uses it is still being looked up.'
          : jobs > 0
            ? `${jobs}${data.more ? ' and more' : ''} ${jobs === 1 ? 'job uses' : 'jobs use'} it: retire it instead, and those jobs keep it.`
            : null;
  return (
    <>
      <Button
        size="sm"
        variant="outline-primary"
        aria-describedby={told && why ? 'remove-why' : undefined}
        onClick={() => (why === null ? onRemove() : setTold(true))}
      >
        Remove {entry.name}
      </Button>
      {told && why && (
        <div id="remove-why" className="finding caution w-100" role="alert">
          <span className="level">not removed</span>
          {why}
        </div>
      )}
    </>
  );
}
