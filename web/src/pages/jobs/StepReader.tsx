import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { sizeProblem, STEP_SIZE_LIMIT } from '@violet-jaw/formats/step';
import { meshBox, meshVolume } from '@violet-jaw/core/solid';
import { boxSize } from '@violet-jaw/core/frames';
import { formatLength, formatVolume, type Units } from '@violet-jaw/core/units';
import { api } from '../../store/api';
import { rememberBodies } from '../../store/planStore';
import { readStepFile } from '../../worker/readStepFile';
import type { CheckedBody } from '../../worker/step.worker';

export interface StepChoice {
  readonly fileName: string;
  readonly hash: string;
  readonly body: CheckedBody;
}

/** Reads and stores one STEP file, with progress and cancel, and lets a body be chosen where there are several. */
export function StepReader({ file, units, onChoice, onCancel }: { file: File; units: Units; onChoice: (choice: StepChoice | null) => void; onCancel: () => void }) {
  const [stage, setStage] = useState<string | null>('looking at the file');
  const [seconds, setSeconds] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [read, setRead] = useState<{ hash: string; bodies: readonly CheckedBody[] } | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const report = useRef(onChoice);
  report.current = onChoice;

  useEffect(() => {
    let gone = false;
    let cancel = () => undefined as void;
    const timer = setInterval(() => setSeconds((s) => s + 1), 1000);
    const work = async () => {
      if (file.size > STEP_SIZE_LIMIT) throw new Error(sizeProblem(file.size));
      const bytes = new Uint8Array(await file.arrayBuffer());
      const reading = readStepFile(bytes, (s) => { if (!gone) setStage(s); });
      cancel = reading.cancel;
      const result = await reading.done;
      if (gone) return;
      if (!result.ok) throw new Error(result.problem);
      setStage('storing the file');
      const { hash } = await api.storeFile(file);
      if (gone) return;
      rememberBodies(hash, result.value);
      setRead({ hash, bodies: result.value });
      setChosen(result.value.length === 1 ? 0 : null);
    };
    work().catch((error: unknown) => { if (!gone) setProblem(error instanceof Error ? error.message : String(error)); })
      .finally(() => { clearInterval(timer); if (!gone) setStage(null); });
    return () => { gone = true; clearInterval(timer); cancel(); };
  }, [file]);

  useEffect(() => {
    const body = read?.bodies.find((b) => b.index === chosen);
    report.current(read && body && !body.problem ? { fileName: file.name, hash: read.hash, body } : null);
  }, [read, chosen, file.name]);

  const chosenProblem = read?.bodies.find((b) => b.index === chosen)?.problem;
  return (
    <div className="panel">
      <strong>{file.name}</strong>
      {stage && (
        <div role="status">
          <div className="progress my-1" style={{ height: 8 }}><div className="progress-bar progress-bar-striped progress-bar-animated w-100" /></div>
          {stage}… {seconds} s <Button size="sm" variant="outline-primary" onClick={onCancel}>Cancel reading</Button>
        </div>
      )}
      {problem && <div className="finding stop" role="alert"><span className="level">not read</span>{problem}</div>}
      {read && (
        <Form.Group role="radiogroup" aria-label="Body that is the part">
          {read.bodies.length > 1 && <div>The file holds {read.bodies.length} bodies. Which is the part?</div>}
          <div style={{ maxHeight: '14rem', overflowY: 'auto' }}>
            {read.bodies.map((b) => {
              const size = boxSize(meshBox(b.mesh));
              const text = `${b.name}: ${[size.x, size.y, size.z].map((v) => formatLength(v, units)).join(' × ')} ${units}, ${b.faceCount} faces, ${formatVolume(meshVolume(b.mesh), units)}`;
              return read.bodies.length > 1
                ? <Form.Check key={b.index} type="radio" id={`body-${b.index}`} name="body" label={text} checked={chosen === b.index} onChange={() => setChosen(b.index)} />
                : <div key={b.index} className="number">{text}</div>;
            })}
          </div>
          {chosenProblem && <div className="finding stop" role="alert"><span className="level">cannot be the part</span>{chosenProblem}</div>}
        </Form.Group>
      )}
    </div>
  );
}
