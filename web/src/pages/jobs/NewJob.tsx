import { useRef, useState, type FormEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { newJob, type Job } from '@violet-jaw/core/job';
import type { Units } from '@violet-jaw/core/units';
import { allTaken } from '../../fields/field';
import { ChoiceField, Suggestions } from '../../fields/TextField';
import { api } from '../../store/api';
import { shopStore } from '../../store/shopStore';
import { PartReader } from './PartReader';
import { begunAs, RouteOf } from './RouteOf';
import { TypedPart } from './TypedPart';
import type { PartChoice } from './partFile';
import { typedBody, type Shape } from './typedBody';

/** What a job is called, and how many. */
interface Head {
  readonly number: string;
  readonly part: string;
  readonly revision: string;
  readonly material: string;
  readonly quantity: string;
}

/** What is marked as wrong has not been taken: nobody may get the size that stood there before. */
const wrongIn = (entered: HTMLFormElement): string[] =>
  [...entered.querySelectorAll<HTMLInputElement>('.is-invalid')].map(
    (field) => `${field.labels?.[0]?.textContent ?? 'a field'} reads "${field.value}"`,
  );

/** A new job from a part file or from typed sizes. */
export function NewJob({
  file: first,
  onClose,
  onMade,
}: {
  file: File | null;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const [file, setFile] = useState<File | null>(first);
  const [choice, setChoice] = useState<PartChoice | null>(null);
  const [units, setUnits] = useState<Units>('mm');
  const [head, setHead] = useState<Head>({
    number: '',
    part: first?.name.replace(/\.[^.]+$/, '') ?? '',
    revision: '',
    material: '',
    quantity: '1',
  });
  const [route, setRoute] = useState('');
  const [form, setForm] = useState<Shape>('block');
  const [block, setBlock] = useState({ x: 100, y: 60, z: 40 });
  const [bar, setBar] = useState({ across: 40, bore: 0, length: 100, along: 'x' as 'x' | 'y' | 'z' });
  const [problem, setProblem] = useState<string | null>(null);
  /** pressed while something was missing: it is told until it is there */
  const [tried, setTried] = useState(false);
  const [sending, setSending] = useState(false);

  const quantity = Number(head.quantity);
  const missing = [
    ...(head.number.trim() === '' ? ['a job number'] : []),
    ...(!Number.isInteger(quantity) || quantity < 1 ? ['a quantity, a whole number from 1'] : []),
    ...(file && !choice ? ['a body that is read and chosen, with its unit where it is asked for, or no file'] : []),
  ];

  // as it is when it is sent: a size may be taken between the press and then
  const wanted = useRef<() => Job>(null!);
  wanted.current = () =>
    newJob(
      { ...head, number: head.number.trim(), quantity, units },
      choice ? choice.source : typedBody(form, block, bar),
    );
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (sending) return;
    const entered = event.currentTarget as HTMLFormElement;
    setSending(true);
    await allTaken(entered);
    setSending(false);
    const wrong = wrongIn(entered);
    setProblem(wrong.length > 0 ? `Correct first: ${wrong.join('; ')}.` : null);
    setTried(missing.length > 0);
    if (wrong.length > 0 || missing.length > 0) return;
    setSending(true);
    try {
      const { id } = await api.createJob({ body: await begunAs(wanted.current(), route) });
      onMade(id);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
      setSending(false);
    }
  };

  const says = problem ?? (tried && missing.length > 0 ? `Still needed: ${missing.join('; ')}.` : null);

  return (
    <Modal show onHide={onClose} size="lg" backdrop="static">
      <Form onSubmit={(e) => void make(e)}>
        <Modal.Header closeButton>
          <Modal.Title as="h2">New job</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <HeadFields head={head} setHead={setHead} units={units} setUnits={setUnits} />
          {file ? (
            <PartReader
              file={file}
              units={units}
              onChoice={setChoice}
              onCancel={() => {
                setFile(null);
                setChoice(null);
              }}
            />
          ) : (
            <TypedPart
              setFile={setFile}
              form={form}
              setForm={setForm}
              block={block}
              units={units}
              setBlock={setBlock}
              bar={bar}
              setBar={setBar}
            />
          )}
          {file && (
            <Button
              variant="link"
              onClick={() => {
                setFile(null);
                setChoice(null);
              }}
            >
              Use typed sizes or another file instead
            </Button>
          )}
          <RouteOf route={route} onChoose={setRoute} />
          {says && (
            <div className="finding stop" role="alert">
              <span className="level">not made</span>
              {says}
            </div>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={sending}>
            Make the job
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}

/** Number, part, material, quantity and units. */
function HeadFields({
  head,
  setHead,
  units,
  setUnits,
}: {
  head: Head;
  setHead: (head: Head) => void;
  units: Units;
  setUnits: (units: Units) => void;
}) {
  const materials = shopStore()((s) => s.document)?.materials.map((m) => m.name) ?? [];
  const text = (key: keyof Head, label: string) => (
    <Form.Group controlId={`new-${key}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        value={head[key]}
        list={key === 'material' ? 'new-materials' : undefined}
        maxLength={key === 'number' ? 60 : key === 'revision' ? 20 : 200}
        autoComplete="off"
        onChange={(e) => setHead({ ...head, [key]: e.target.value })}
      />
    </Form.Group>
  );

  return (
    <div className="fields mb-3">
      {text('number', 'Job number')}
      {text('part', 'Part')}
      {text('revision', 'Revision')}
      {text('material', 'Material')}
      <Suggestions id="new-materials" values={materials} />
      {text('quantity', 'Quantity')}
      <ChoiceField
        label="Units"
        value={units}
        choices={[
          { value: 'mm', says: 'mm' },
          { value: 'inch', says: 'inch' },
        ]}
        onCommit={setUnits}
      />
    </div>
  );
}
