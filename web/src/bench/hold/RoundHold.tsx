import { Button, Form } from 'react-bootstrap';
import type { RoundHold as RoundChoices, Setup } from '@violet-jaw/core/job';
import type { RoundDevice } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { useLength, type SectionProps } from '../section';

/** How a chuck, collet or rotary axis grips: spacer, share of its force, speed; tailstock and supports of a rotary axis. */
export function RoundHold(props: SectionProps & { device: RoundDevice }) {
  const { setup, edit, device } = props;
  const { job } = useJob();
  const length = useLength(props, 'hold');
  const { round } = setup;
  const put = (change: (round: RoundChoices) => RoundChoices) => edit((s: Setup) => ({ ...s, round: change(s.round) }));
  return (
    <>
      <div className="fields mt-1">
        {length({ label: 'Spacer under the part\'s end', mm: round.restHeight, min: 0, max: 5000, set: (s, mm) => ({ ...s, round: { ...s.round, restHeight: mm } }), hint: round.restHeight === 0 ? 'none: on the face' : undefined })}
        <NumberField label="Share of the force, %" value={round.forceShare} min={1} max={100} onCommit={(v) => put((r) => ({ ...r, forceShare: v ?? 100 }))} />
        <NumberField label="Part turns at, 1/min" value={round.rpm} min={0} max={300_000} optional empty="stands still" onCommit={(rpm) => put((r) => ({ ...r, rpm }))} />
        {device.kind === 'rotary axis' && <Form.Check type="switch" id={`tail-${setup.id}`} label="Tailstock" checked={round.tailstock} onChange={(e) => put((r) => ({ ...r, tailstock: e.target.checked }))} />}
      </div>
      {device.kind === 'rotary axis' && (
        <div className="fields mt-1" role="group" aria-label="Supports">
          {round.supports.map((x, i) => <LengthField key={i} label={`Support ${i + 1} at X`} mm={x} units={job.units} signed min={0} max={20_000} onCommit={(mm) => put((r) => ({ ...r, supports: r.supports.map((v, k) => (k === i ? mm : v)) }))} />)}
          <div className="wide d-flex gap-2">
            <Button size="sm" variant="outline-primary" disabled={round.supports.length >= 6} onClick={() => put((r) => ({ ...r, supports: [...r.supports, (r.supports.at(-1) ?? 0) + 100] }))}>Add support</Button>
            <Button size="sm" variant="outline-primary" disabled={round.supports.length === 0} onClick={() => put((r) => ({ ...r, supports: r.supports.slice(0, -1) }))}>Take one out</Button>
          </div>
        </div>
      )}
    </>
  );
}
