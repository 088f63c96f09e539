import { type PartSource as Source, isFileBody, type FileBody } from '@violet-jaw/core/job';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { compareParts, featureNames, type RevisionReport } from '@violet-jaw/core/part';
import { meshBox, type Bar } from '@violet-jaw/core/solid';
import { unitName } from '@violet-jaw/core/units';
import { CURVE_DEVIATION_MM } from '@violet-jaw/formats/model';
import { PART_FILE_ENDINGS } from '@violet-jaw/formats/part/kind.ts';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { urlOf } from '../../store/api';
import { usePlan } from '../../store/planStore';
import { featuresInWorker } from '../../worker/readPartInWorker';
import { PartReader } from '../jobs/PartReader';
import { TurnedSteps } from './TurnedSteps';
import type { PartChoice } from '../jobs/partFile';

/** Where the part's shape comes from: typed sizes or a file, and reading a newer revision of it. */
export function PartSource() {
  const { job, speech, change } = useJob();
  const { planned, bodies } = usePlan();
  const [file, setFile] = useState<File | null>(null);
  const [choice, setChoice] = useState<PartChoice | null>(null);
  const [report, setReport] = useState<RevisionReport | null>(null);
  const { body } = job;

  const setBar = (fields: Partial<Bar>) =>
    change((j) => ('bar' in j.body ? { body: { bar: { ...j.body.bar, ...fields } } } : {}));
  const choose = (next: PartChoice | null) => {
    setChoice(next);
    setReport(null);
    if (!next || !planned || !isFileBody(body)) return;
    const before = planned.part.features.features;
    void featuresInWorker(next.body).then((after) => setReport(compareParts(before, after, meshBox(next.body.mesh))));
  };
  const close = () => {
    setFile(null);
    setChoice(null);
    setReport(null);
  };
  const take = () => {
    if (choice) change({ body: choice.source });
    close();
  };
  return (
    <section
      aria-label="Part"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        setFile(e.dataTransfer.files[0] ?? null);
      }}
    >
      <h3>Part</h3>
      {'block' in body && (
        <div className="fields">
          {AXES.map((a) => (
            <LengthField
              key={a}
              label={`Block ${a.toUpperCase()}`}
              mm={body.block[a]}
              units={job.units}
              positive
              max={10_000}
              onCommit={(v) =>
                change((j) => ('block' in j.body ? { body: { block: { ...j.body.block, [a]: v } } } : {}))
              }
            />
          ))}
        </div>
      )}
      {'bar' in body && <BarFields body={body} setBar={setBar} />}
      {'turned' in body && <TurnedSteps turned={body.turned} />}
      {isFileBody(body) && <FileLine body={body} bodies={bodies} onChange={(next) => change({ body: next })} />}
      {planned && (
        <>
          <p className="mb-1 number">
            {AXES.map((a) => `${a.toUpperCase()} ${speech.size(planned.part.size[a])}`).join('  ')}{' '}
            {unitName(job.units)} · {speech.volume(planned.part.volumeMm3)}
          </p>
          {isFileBody(body) && (
            <p className="field-hint mb-1">
              Levels, sizes and diameters are exact. Areas and volumes with round edges are those of chords within{' '}
              {speech.size(CURVE_DEVIATION_MM)} {unitName(job.units)} of them.
            </p>
          )}
        </>
      )}
      {file ? (
        <>
          <PartReader
            file={file}
            units={job.units}
            onChoice={choose}
            onCancel={close}
            wanted={isFileBody(body) ? body : undefined}
          />
          {report && <Revision report={report} />}
          <Button size="sm" disabled={!choice} onClick={take}>
            Use this body as the part
          </Button>{' '}
          <Button size="sm" variant="outline-primary" onClick={close}>
            Leave the part as it is
          </Button>
        </>
      ) : (
        <FileField body={body} setFile={setFile} />
      )}
      {isFileBody(body) && body.sha256 && (
        <a href={urlOf('file', { hash: body.sha256 })} download={body.file}>
          Download {body.file}
        </a>
      )}
    </section>
  );
}

function FileLine({
  body,
  bodies,
  onChange,
}: {
  body: FileBody;
  bodies: readonly { index: number; name: string }[];
  onChange: (body: FileBody) => void;
}) {
  const { job } = useJob();
  return (
    <>
      <p className="mb-1">
        From <strong>{body.file}</strong>
        {body.unit && <>, numbers in {body.unit === 'mm' ? 'millimeters' : 'inches'}</>}
        {body.halfProfile && ', half of a section turned about its X axis'}
        {bodies.length > 1 && ', body '}
        {bodies.length > 1 && (
          <Form.Select
            size="sm"
            aria-label="Body that is the part"
            value={body.body ?? ''}
            onChange={(e) => {
              const b = bodies.find((x) => x.index === Number(e.target.value));
              if (b) onChange({ ...body, body: b.index, bodyName: b.name });
            }}
          >
            {body.body == null && <option value="">choose</option>}
            {bodies.map((b) => (
              <option key={b.index} value={b.index}>
                {b.index + 1}: {b.name}
              </option>
            ))}
          </Form.Select>
        )}
      </p>
      {body.thickness !== undefined && (
        <LengthField
          label="Thickness of the outline"
          mm={body.thickness}
          units={job.units}
          positive
          max={10_000}
          onCommit={(thickness) => onChange({ ...body, thickness })}
        />
      )}
    </>
  );
}

/** What a newer revision changes, before it is taken. */
function Revision({ report }: { report: RevisionReport }) {
  const { speech } = useJob();
  const name = (list: RevisionReport['gone']) =>
    [...featureNames(list, speech).values()].slice(0, 6).join(', ') +
    (list.length > 6 ? ` and ${list.length - 6} more` : '');
  const { same, changed, gone, added } = report;
  return (
    <div className={`finding ${gone.length > 0 ? 'caution' : 'note'}`} role="status">
      <span className="level">against the part as it is</span>
      {same} faces and bores are the same
      {changed.length > 0 && (
        <>
          ; {changed.length} moved or changed: {name(changed.map((c) => c.was))}
        </>
      )}
      {gone.length > 0 && <>; gone: {name(gone)}</>}
      {added.length > 0 && <>; new: {name(added)}</>}.
      <div className="more">What the plan refers to follows; what refers to something gone becomes a finding.</div>
    </div>
  );
}

/** Sizes of a bar. */
function BarFields({ body, setBar }: { body: { bar: Bar }; setBar: (fields: Partial<Bar>) => void }) {
  const { job } = useJob();
  return (
    <div className="fields">
      <ChoiceField
        label="Section"
        value={body.bar.section}
        choices={(['round', 'hexagon', 'tube'] as const).map((value) => ({ value, says: value }))}
        onCommit={(section) => setBar({ section })}
      />
      <LengthField
        label={body.bar.section === 'hexagon' ? 'Across flats' : 'Diameter'}
        mm={body.bar.across}
        units={job.units}
        positive
        max={10_000}
        onCommit={(across) => setBar({ across })}
      />
      {body.bar.section === 'tube' && (
        <LengthField
          label="Bore"
          mm={body.bar.bore}
          units={job.units}
          min={0}
          max={10_000}
          onCommit={(bore) => setBar({ bore })}
        />
      )}
      <LengthField
        label="Length"
        mm={body.bar.length}
        units={job.units}
        positive
        max={10_000}
        onCommit={(length) => setBar({ length })}
      />
      <ChoiceField
        label="Along"
        value={body.bar.along}
        choices={AXES.map((a) => ({ value: a, says: a.toUpperCase() }))}
        onCommit={(along) => setBar({ along })}
      />
    </div>
  );
}

/** A file to be read instead. */
function FileField({ body, setFile }: { body: Source; setFile: (file: File | null) => void }) {
  return (
    <Form.Group controlId="part-file">
      <Form.Label>
        {isFileBody(body) ? 'Read a newer revision or another file' : 'Use a file instead: STEP, IGES, BREP, STL, DXF'}{' '}
        (choose or drop)
      </Form.Label>
      <Form.Control
        size="sm"
        type="file"
        accept={PART_FILE_ENDINGS}
        onChange={(e) => setFile((e.target as HTMLInputElement).files?.[0] ?? null)}
      />
    </Form.Group>
  );
}
