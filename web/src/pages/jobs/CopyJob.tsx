import { useState, type FormEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { copiedJob } from '@violet-jaw/core/job';
import type { JobListEntry } from '@violet-jaw/formats/api';
import { api, said } from '../../store/api';

/** A job as a new one, with or without what belongs to the machine it stood on. */
export function CopyJob({
  of,
  onClose,
  onMade,
}: {
  of: JobListEntry;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const [number, setNumber] = useState(`${of.number}-2`);
  const [registers, setRegisters] = useState(true);
  const [readings, setReadings] = useState(false);
  const [family, setFamily] = useState(of.family);
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const copy = async (event: FormEvent) => {
    event.preventDefault();
    if (number.trim() === '' || sending) {
      setProblem(number.trim() === '' ? 'It needs a number of its own.' : null);
      return;
    }
    setSending(true);
    setProblem(null);
    try {
      const [job, shop] = await Promise.all([api.job({ id: of.id }), api.shop({})]);
      const given = shop.machines.find((m) => m.id === job.machine)?.registers ?? [];
      const { id } = await api.createJob({
        body: copiedJob(job, { number: number.trim(), registers, readings }, given),
      });
      const name = family.trim();
      if (name !== '') await api.jobState({ id, body: { family: name } });
      if (name !== '' && name !== of.family) await api.jobState({ id: of.id, body: { family: name } });
      onMade(id);
    } catch (error) {
      setProblem(said(error));
      setSending(false);
    }
  };
  return (
    <Modal show onHide={onClose} centered aria-label={`Copy ${of.number}`}>
      <Form onSubmit={(e) => void copy(e)}>
        <Modal.Header closeButton>
          <Modal.Title as="h2">
            Copy {of.number} {of.part}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="copy-number" className="mb-2">
            <Form.Label>Number of the copy</Form.Label>
            <Form.Control value={number} maxLength={60} onChange={(e) => setNumber(e.target.value)} autoFocus />
          </Form.Group>
          <Form.Check
            id="copy-registers"
            label="With its registers; else they are given out anew, in the order of the machine's"
            checked={registers}
            onChange={(e) => setRegisters(e.target.checked)}
          />
          <Form.Check
            id="copy-readings"
            label="With the zeros that were measured in runs; else every zero is planned again"
            checked={readings}
            onChange={(e) => setReadings(e.target.checked)}
          />
          <Form.Group controlId="copy-family" className="mt-2">
            <Form.Label>Family of both, where the copy is the same part in another size; empty: none</Form.Label>
            <Form.Control value={family} maxLength={200} onChange={(e) => setFamily(e.target.value)} />
          </Form.Group>
          <p className="quiet mt-2 mb-0">
            Issues, runs, remarks, the date it is due and what was accepted in writing stay with {of.number}.
          </p>
          {problem && (
            <div className="finding stop mt-2" role="alert">
              <span className="level">not copied</span>
              {problem}
            </div>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={sending}>
            Make the copy
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
