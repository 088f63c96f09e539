import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { FileBody } from '@violet-jaw/core/job';
import { sizeProblem, FILE_SIZE_LIMIT } from '@violet-jaw/formats/model';
import { fileKind, needsUnit, unknownFile, type FileKind } from '@violet-jaw/formats/part/kind.ts';
import { meshBox, meshVolume } from '@violet-jaw/core/solid';
import { boxSize } from '@violet-jaw/core/frames';
import { formatLength, formatVolume, type Units } from '@violet-jaw/core/units';
import { sameBody } from '@violet-jaw/formats/part/choose.ts';
import { LengthField } from '../../fields/LengthField';
import { storeFile } from '../../store/api';
import { rememberBodies } from '../../store/planStore';
import { readPartInWorker } from '../../worker/readPartInWorker';
import { openScene, VIEW_NAMES } from '@violet-jaw/core/drawing';
import { Drawing } from '../../drawing/Drawing';
import type { CheckedBody, CheckedRead } from '../../worker/read.worker';

export interface PartChoice {
  readonly source: FileBody;
  readonly body: CheckedBody;
}

interface PartReaderProps {
  readonly file: File;
  readonly units: Units;
  readonly onChoice: (choice: PartChoice | null) => void;
  readonly onCancel: () => void;
  /** the body that was the choice in the revision before: found again by its name */
  readonly wanted?: Pick<FileBody, 'body' | 'bodyName' | 'unit' | 'thickness'>;
}

/** Reads and stores one part file, with progress and cancel; asks what the file does not say and lets a body be chosen where there are several. */
export function PartReader({ file, units, onChoice, onCancel, wanted }: PartReaderProps) {
  const [stage, setStage] = useState<string | null>('looking at the file');
  const [seconds, setSeconds] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [opened, setOpened] = useState<{ bytes: Uint8Array; kind: FileKind } | null>(null);
  const [unit, setUnit] = useState<'mm' | 'inch' | null>(wanted?.unit ?? null);
  const [thickness, setThickness] = useState(wanted?.thickness ?? 10);
  const [openViews, setOpenViews] = useState<CheckedRead['openViews'] | null>(null);
  const [read, setRead] = useState<{ source: FileBody; bodies: readonly CheckedBody[]; mmPerUnit: number; saysUnit: boolean } | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const report = useRef(onChoice);
  report.current = onChoice;
  const [wantedBody, wantedName] = [wanted?.body, wanted?.bodyName];
  const asks = opened !== null && needsUnit(opened.kind);

  useEffect(() => {
    let gone = false;
    setOpened(null); setProblem(null); setRead(null); setStage('looking at the file');
    const open = async () => {
      if (file.size > FILE_SIZE_LIMIT) throw new Error(sizeProblem(file.size));
      const bytes = new Uint8Array(await file.arrayBuffer());
      const kind = fileKind(bytes);
      if (!kind) throw new Error(unknownFile(bytes));
      if (!gone) setOpened({ bytes, kind });
    };
    open().catch((error: unknown) => { if (!gone) { setProblem(error instanceof Error ? error.message : String(error)); setStage(null); } });
    return () => { gone = true; };
  }, [file]);

  useEffect(() => {
    if (!opened) return undefined;
    let gone = false;
    let cancel = () => undefined as void;
    const options = needsUnit(opened.kind) ? { ...(unit ? { unit } : {}), ...(opened.kind === 'DXF' ? { thickness } : {}) } : {};
    setSeconds(0); setProblem(null); setRead(null); setOpenViews(null);
    const timer = setInterval(() => setSeconds((s) => s + 1), 1000);
    const work = async () => {
      const reading = readPartInWorker(opened.bytes, options, (s) => { if (!gone) setStage(s); });
      cancel = reading.cancel;
      const result = await reading.done;
      if (gone) return;
      if (!result.ok) {
        setOpenViews(result.openViews ?? null);
        throw new Error(result.problem);
      }
      setStage('storing the file');
      const { hash } = await storeFile(file);
      if (gone) return;
      const source: FileBody = { file: file.name, sha256: hash, ...options };
      rememberBodies(source, result.value);
      setChosen(sameBody(result.value, { body: wantedBody, bodyName: wantedName })?.index ?? null);
      setRead({ source, bodies: result.value, mmPerUnit: result.mmPerUnit ?? 1, saysUnit: result.saysUnit ?? false });
    };
    work().catch((error: unknown) => { if (!gone) setProblem(error instanceof Error ? error.message : String(error)); })
      .finally(() => { clearInterval(timer); if (!gone) setStage(null); });
    return () => { gone = true; clearInterval(timer); cancel(); };
  }, [file, opened, unit, thickness, wantedBody, wantedName]);

  useEffect(() => {
    const body = read?.bodies.find((b) => b.index === chosen);
    const told = !asks || unit !== null || read?.saysUnit === true;
    report.current(read && body && !body.problem && told ? { source: { ...read.source, body: body.index, bodyName: body.name }, body } : null);
  }, [read, chosen, asks, unit]);

  const chosenProblem = read?.bodies.find((b) => b.index === chosen)?.problem;
  const shownBodies = read?.bodies ?? [];
  return (
    <div className="panel">
      <strong>{file.name}</strong>{opened && <span className="quiet"> {opened.kind}</span>}
      {stage && (
        <div role="status">
          <div className="progress my-1" style={{ height: 8 }}><div className="progress-bar progress-bar-striped progress-bar-animated w-100" /></div>
          {stage}… {seconds} s <Button size="sm" variant="outline-primary" onClick={onCancel}>Cancel reading</Button>
        </div>
      )}
      {problem && <div className="finding stop" role="alert"><span className="level">not read</span>{problem}</div>}
      {openViews && <div className="d-flex flex-wrap gap-2">{VIEW_NAMES.map((v) => <figure key={v} className="mb-0"><figcaption className="quiet">{openScene(v, openViews[v]).title}</figcaption><Drawing scene={openScene(v, openViews[v])} width={220} height={150} fontSize={11} /></figure>)}</div>}
      {asks && read?.saysUnit && unit === null && <div className="field-hint">The file says its unit: a number in it is {read.mmPerUnit} mm. <button type="button" className="btn btn-link btn-sm" onClick={() => setUnit(read.mmPerUnit === 25.4 ? 'inch' : 'mm')}>Read it in another unit</button></div>}
      {asks && read && (!read.saysUnit || unit !== null) && shownBodies.length > 0 && <UnitQuestion body={shownBodies[0]} mmPerUnit={read.mmPerUnit} chosen={unit} onChoose={setUnit} />}
      {opened?.kind === 'DXF' && <LengthField label="Thickness of the outline" mm={thickness} units={units} positive max={10_000} onCommit={setThickness} />}
      {read && (
        <Form.Group role="radiogroup" aria-label="Body that is the part">
          {shownBodies.length > 1 && <div>The file holds {shownBodies.length} bodies. Which is the part?</div>}
          <div style={{ maxHeight: '14rem', overflowY: 'auto' }}>
            {shownBodies.map((b, i) => <BodyLine key={b.index} body={b} before={i > 0 ? shownBodies[i - 1].name.split(' / ') : []} units={units} alone={shownBodies.length === 1} chosen={chosen === b.index} onChoose={() => setChosen(b.index)} />)}
          </div>
          {chosenProblem && <div className="finding stop" role="alert"><span className="level">cannot be the part</span>{chosenProblem}</div>}
          {shownBodies.find((b) => b.index === chosen)?.notes.map((note) => <div key={note} className="finding caution"><span className="level">repaired</span>{note}. Check the size.</div>)}
        </Form.Group>
      )}
    </div>
  );
}

/** Names lead down the file's tree, each step once and indented below the one before. @param before path of the line above */
function BodyLine({ body, before, units, alone, chosen, onChoose }: { body: CheckedBody; before: readonly string[]; units: Units; alone: boolean; chosen: boolean; onChoose: () => void }) {
  const size = boxSize(meshBox(body.mesh));
  const path = body.name.split(' / ');
  const text = `${path.at(-1)}: ${[size.x, size.y, size.z].map((v) => formatLength(v, units)).join(' × ')} ${units}, ${body.faceCount} faces, ${formatVolume(meshVolume(body.mesh), units)}`;
  if (alone) return <div className="number">{text}</div>;
  const differsAt = path.findIndex((step, i) => step !== before[i]);
  const shared = differsAt < 0 ? path.length : differsAt;
  const indent = (steps: number) => ({ paddingLeft: `${steps * 0.9}rem` });
  return (
    <>
      {path.slice(0, -1).map((step, i) => (i < shared ? null : <div key={i} className="quiet" style={indent(i)}>{step}</div>))}
      <div style={indent(path.length - 1)}>
        <Form.Check type="radio" id={`body-${body.index}`} name="body" label={text} checked={chosen} onChange={onChoose} />
      </div>
    </>
  );
}

/** The same numbers as millimeters and as inches, so that a mistake by 25.4 is obvious. */
function UnitQuestion({ body, mmPerUnit, chosen, onChoose }: { body: CheckedBody; mmPerUnit: number; chosen: 'mm' | 'inch' | null; onChoose: (unit: 'mm' | 'inch') => void }) {
  const size = boxSize(meshBox(body.mesh));
  // the thickness of an outline is told in millimeters and does not change with the unit of the drawing
  const numbers = [size.x, size.y].map((v) => v / mmPerUnit);
  const asMm = (f: number) => numbers.map((v) => formatLength(v * f, 'mm')).join(' × ');
  const asInch = (f: number) => numbers.map((v) => formatLength(v * f, 'inch')).join(' × ');
  return (
    <Form.Group role="radiogroup" aria-label="Unit of the file">
      <div>The file does not say for certain what its numbers are. How large is the part?</div>
      <Form.Check type="radio" id="unit-mm" name="unit" checked={chosen === 'mm'} onChange={() => onChoose('mm')} label={<span className="number">millimeters: {asMm(1)} mm = {asInch(1)} in</span>} />
      <Form.Check type="radio" id="unit-inch" name="unit" checked={chosen === 'inch'} onChange={() => onChoose('inch')} label={<span className="number">inches: {asMm(25.4)} mm = {asInch(25.4)} in</span>} />
    </Form.Group>
  );
}
