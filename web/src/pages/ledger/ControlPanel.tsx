import { useMemo, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { CONTROL_PARTS, controlTexts, PART_SAYS, type ControlPart } from '@violet-jaw/core/control';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { downloadText } from '../../app/download';
import { useJob } from '../../app/JobLayout';

const WHAT: Record<ControlPart, string> = {
  set: 'Puts each zero into its register. Registers that are not known, or that another setup owns, are left out and told.',
  verify: 'Goes over each zero, above everything that stands there, and stops: look whether it is the corner the line names. Rises first, always.',
  clear: 'Takes back what this job has set, so that nothing is left for the next one.',
};

/** The lines for the control in full: set, look, clear. */
export function ControlPanel({ planned }: { planned: PlannedJob }) {
  const { job } = useJob();
  const [part, setPart] = useState<ControlPart>('set');
  const texts = useMemo(() => controlTexts(job, planned, 'DRAFT'), [job, planned]);
  return (
    <section aria-label="Control">
      <h2>Lines for the control</h2>
      <ButtonGroup className="mb-1" aria-label="Which lines">
        {CONTROL_PARTS.map((p) => <Button key={p} size="sm" variant={p === part ? 'primary' : 'outline-primary'} aria-pressed={p === part} onClick={() => setPart(p)}>{PART_SAYS[p]}</Button>)}
      </ButtonGroup>
      <p className="mb-1">{WHAT[part]}</p>
      <pre className="lines" aria-label="Lines for the control" tabIndex={0}>{texts[part]}</pre>
      <Button size="sm" variant="outline-primary" onClick={() => downloadText(`${job.number}-draft-${part}.nc`, texts[part], 'text/plain')}>Download these lines (draft)</Button>
      <span className="quiet ms-2">The issued lines are on the page Sheet. How they are written is told per machine on the page Shop.</span>
    </section>
  );
}
