import { useMemo, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { CONTROL_PARTS, controlTexts, lookWhileLoaded, PART_SAYS, type ControlPart } from '@violet-jaw/core/control';
import type { Job } from '@violet-jaw/core/job';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { downloadText } from '../../app/download';
import { useJob } from '../../app/JobLayout';
import { ChoiceField } from '../../fields/TextField';

const WHAT: Record<ControlPart, string> = {
  set: 'Puts each zero into its register. Registers that are not known, or that another setup owns, are left out and told.',
  verify:
    'Goes over each zero that can stand on the machine together with the setup that is loaded, above everything that stands there, and stops: look whether it is the corner the line names. Rises first, always.',
  clear: 'Takes back what this job has set, so that nothing is left for the next one.',
};

function draftOf(job: Job, planned: PlannedJob, loaded: string | undefined): Record<ControlPart, string> {
  const all = controlTexts(job, planned, 'DRAFT');
  return loaded ? { ...all, verify: lookWhileLoaded(job, planned, loaded, 'DRAFT') } : all;
}

/** The lines for the control in full: set, look, clear. */
export function ControlPanel({ planned }: { planned: PlannedJob }) {
  const { job, store, jobPlannedNow } = useJob();
  const [part, setPart] = useState<ControlPart>('set');
  const loadable = planned.setups.filter((s) => s.facts);
  const [wanted, setWanted] = useState<string | null>(null);
  const loaded = loadable.find((s) => s.id === wanted) ?? loadable[0];
  const texts = useMemo(() => draftOf(job, planned, loaded?.id), [job, planned, loaded?.id]);
  const downloadLines = async () => {
    const now = await jobPlannedNow();
    const current = store.getState().document;
    if (now && current)
      downloadText(`${job.number}-draft-${part}.nc`, draftOf(current, now, loaded?.id)[part], 'text/plain');
  };
  return (
    <section aria-label="Control">
      <h2>Lines for the control</h2>
      <ButtonGroup className="mb-1" aria-label="Which lines">
        {CONTROL_PARTS.map((p) => (
          <Button
            key={p}
            size="sm"
            variant={p === part ? 'primary' : 'outline-primary'}
            aria-pressed={p === part}
            onClick={() => setPart(p)}
          >
            {PART_SAYS[p]}
          </Button>
        ))}
      </ButtonGroup>
      {part === 'verify' && loadable.length > 1 && (
        <ChoiceField
          className="mb-1"
          label="While this setup is loaded"
          value={loaded.id}
          choices={loadable.map((s) => ({ value: s.id, says: `Op ${s.op}` }))}
          onCommit={setWanted}
        />
      )}
      <p className="mb-1">{WHAT[part]}</p>
      <pre className="lines" aria-label="Lines for the control" tabIndex={0}>
        {texts[part]}
      </pre>
      <Button size="sm" variant="outline-primary" onClick={() => void downloadLines()}>
        Download these lines (draft)
      </Button>
      <span className="quiet ms-2">
        The issued lines are on the page Sheet. How they are written is told per machine on the page Shop.
      </span>
    </section>
  );
}
