import { useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { allowanceOn, withAllowance } from '@violet-jaw/core/blank';
import { partScene, VIEW_NAMES } from '@violet-jaw/core/drawing';
import { AXES, DIRECTIONS } from '@violet-jaw/core/frames';
import { PART_SIDE } from '@violet-jaw/core/part';
import { unitName } from '@violet-jaw/core/units';
import { CURVE_DEVIATION_MM } from '@violet-jaw/formats/step';
import { FindingList } from '../../app/FindingList';
import { useJob } from '../../app/JobLayout';
import { Drawing } from '../../drawing/Drawing';
import { useWidth } from '../../drawing/useWidth';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField, CountField, TextField } from '../../fields/TextField';
import { api } from '../../store/api';
import { usePlan } from '../../store/planStore';
import { StepReader, type StepChoice } from '../jobs/StepReader';

export function PartPage() {
  const { job, speech } = useJob();
  const { planned, outlines } = usePlan();
  const [views, width] = useWidth<HTMLDivElement>(730);
  return (
    <div className="bench">
      <div className="views" ref={views}>
        {planned && outlines && VIEW_NAMES.map((view) => (
          <figure key={view}>
            <figcaption>{view === 'above' ? 'Top' : view === 'front' ? 'Front' : 'Left side'}</figcaption>
            <Drawing scene={partScene(view, outlines.part[view], outlines.blank[view], planned.part.box, planned.blank.box, speech)} width={(width - 10) / 2} height={Math.min(0.73 * (width - 10) / 2, 420)} />
          </figure>
        ))}
        {planned && <p className="quiet" style={{ gridColumn: '1 / -1' }}>Full line: finished part. Dashed: blank. Part coordinates, as modelled; {unitName(job.units)}.</p>}
      </div>
      <div className="worksheet">
        <HeadFields />
        <PartFacts />
        <Blank />
        <DeleteJob />
      </div>
    </div>
  );
}

function DeleteJob() {
  const { id, job } = useJob();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const remove = async () => {
    try {
      await api.deleteJob(id);
      void navigate('/jobs');
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <section aria-label="Delete">
      {asking
        ? (
          <>
            <p className="mb-1">Delete {job.number} for good? This cannot be undone.</p>
            <Button size="sm" variant="danger" onClick={() => { void remove(); }}>Delete {job.number}</Button>{' '}
            <Button size="sm" variant="outline-primary" onClick={() => { setAsking(false); setProblem(null); }}>Keep it</Button>
          </>
        )
        : <Button size="sm" variant="outline-primary" onClick={() => setAsking(true)}>Delete this job…</Button>}
      {problem && <div className="finding stop" role="alert"><span className="level">not deleted</span>{problem}</div>}
    </section>
  );
}

function HeadFields() {
  const { job, change } = useJob();
  return (
    <section>
      <h3>Job</h3>
      <div className="fields">
        <TextField label="Job number" value={job.number} required maxLength={60} onCommit={(number) => change({ number })} />
        <TextField label="Part" value={job.part} onCommit={(part) => change({ part })} />
        <TextField label="Revision" value={job.revision} maxLength={20} onCommit={(revision) => change({ revision })} />
        <TextField label="Material" value={job.material} onCommit={(material) => change({ material })} />
        <CountField label="Quantity" value={job.quantity} min={1} max={1_000_000} onCommit={(quantity) => change({ quantity })} />
        <TextField label="Due" type="date" value={job.due ?? ''} onCommit={(due) => change({ due: /^\d{4}-\d{2}-\d{2}$/.test(due) ? due : null })} />
        <ChoiceField label="Units" value={job.units} choices={[{ value: 'mm', says: 'mm' }, { value: 'inch', says: 'inch' }]} onCommit={(units) => change({ units })} />
        <LengthField label="General tolerance ±" mm={job.sizeTolerance} units={job.units} min={0} max={100} onCommit={(sizeTolerance) => change({ sizeTolerance })} />
        <TextField className="wide" label="Notes (printed on the sheet)" value={job.notes} lines={2} maxLength={4000} onCommit={(notes) => change({ notes })} />
      </div>
    </section>
  );
}

function PartFacts() {
  const { job, speech, change } = useJob();
  const { planned, bodies } = usePlan();
  const [file, setFile] = useState<File | null>(null);
  const [choice, setChoice] = useState<StepChoice | null>(null);
  const { body } = job;
  const take = () => {
    if (choice) change({ body: { step: choice.fileName, body: choice.body.index, sha256: choice.hash } });
    setFile(null);
  };
  return (
    <section onDragOver={(e) => e.preventDefault()} onDrop={(e) => { e.preventDefault(); setFile(e.dataTransfer.files[0] ?? null); }}>
      <h3>Part</h3>
      {'block' in body
        ? (
          <div className="fields">
            {AXES.map((a) => <LengthField key={a} label={`Block ${a.toUpperCase()}`} mm={body.block[a]} units={job.units} positive max={10_000} onCommit={(v) => change({ body: { block: { ...body.block, [a]: v } } })} />)}
          </div>
        )
        : <p className="mb-1">From <strong>{body.step}</strong>{bodies.length > 1 && ', body '}
          {bodies.length > 1 && (
            <Form.Select size="sm" aria-label="Body that is the part" value={body.body ?? ''} onChange={(e) => change({ body: { ...body, body: Number(e.target.value) } })}>
              {body.body == null && <option value="">choose</option>}
              {bodies.map((b) => <option key={b.index} value={b.index}>{b.index + 1}: {b.name}</option>)}
            </Form.Select>
          )}
        </p>}
      {planned && (
        <>
          <p className="mb-1 number">{AXES.map((a) => `${a.toUpperCase()} ${speech.size(planned.part.size[a])}`).join('  ')} {unitName(job.units)} · {speech.volume(planned.part.volumeMm3)}</p>
          {'step' in body && <p className="field-hint mb-1">Flat faces are exact; curved faces are meshed within {speech.size(CURVE_DEVIATION_MM)} {unitName(job.units)}.</p>}
          <Table size="sm">
            <thead><tr><th>Side</th><th>Flat faces, depth below the outermost, with area</th></tr></thead>
            <tbody>
              {planned.part.sides.map(({ side, levels }) => (
                <tr key={side}>
                  <td className="text-nowrap">{PART_SIDE[side]} <span className="quiet">{side.toUpperCase()}</span></td>
                  <td className="number text-start text-wrap">{levels.slice(0, 6).map((l) => `${speech.size(l.belowTop)} (${speech.area(l.areaMm2)})`).join('   ') || 'none'}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </>
      )}
      {file
        ? (
          <>
            <StepReader file={file} units={job.units} onChoice={setChoice} onCancel={() => setFile(null)} />
            <Button size="sm" disabled={!choice} onClick={take}>Use this body as the part</Button>{' '}
            <Button size="sm" variant="outline-primary" onClick={() => setFile(null)}>Leave the part as it is</Button>
          </>
        )
        : (
          <Form.Group controlId="part-file">
            <Form.Label>{'block' in body ? 'Use a STEP file instead' : 'Read a newer revision or another file'} (choose or drop)</Form.Label>
            <Form.Control size="sm" type="file" accept=".step,.stp,.STEP,.STP" onChange={(e) => setFile((e.target as HTMLInputElement).files?.[0] ?? null)} />
          </Form.Group>
        )}
      {!('block' in body) && body.sha256 && <a href={api.fileUrl(body.sha256)} download={body.step}>Download the STEP file</a>}
    </section>
  );
}

function Blank() {
  const { job, speech, change } = useJob();
  const { planned } = usePlan();
  return (
    <section>
      <h3>Blank: stock on each side</h3>
      <div className="fields">
        {DIRECTIONS.map((d) => (
          <LengthField
            key={d} label={`${PART_SIDE[d]} ${d.toUpperCase()}`} mm={allowanceOn(job.allowance, d)} units={job.units} min={-1000} max={1000}
            onCommit={(mm) => change({ allowance: withAllowance(job.allowance, d, mm) })}
            hint={allowanceOn(job.allowance, d) === 0 ? 'no stock: stays as bought' : undefined}
          />
        ))}
      </div>
      {planned && (
        <>
          <p className="mt-2 mb-1">Blank <strong className="number">{AXES.map((a) => `${a.toUpperCase()} ${speech.size(planned.blank.size[a])}`).join('  ')}</strong> {unitName(job.units)} · {speech.volume(planned.blank.volumeMm3)}</p>
          {planned.blank.short.length === 0 && planned.blank.hasVolume && <p className="mb-1">The blank contains the part.</p>}
          <FindingList findings={planned.findings.filter((f) => f.section === 'blank')} />
        </>
      )}
    </section>
  );
}
