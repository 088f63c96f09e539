import type { JobListEntry } from '@violet-jaw/formats/api';
import { useChange } from '../../store/query';
import { Ask } from './Ask';

/** The name under which jobs of the same part in other sizes are held against each other. */
export function PutIntoFamily({ of, onClose }: { of: JobListEntry; onClose: () => void }) {
  const { run, problem } = useChange('jobState', ['jobs']);
  return (
    <Ask
      title={`Family of ${of.number} ${of.part}`}
      label="Name of the family; empty: it belongs to none"
      says="Jobs of one family are the same part in other sizes. Its page shows in which numbers they differ."
      does="Keep the family"
      first={of.family}
      problem={problem}
      maxLength={200}
      onClose={onClose}
      onGiven={async (family) => {
        if (await run({ id: of.id, body: { family } })) onClose();
      }}
    />
  );
}
