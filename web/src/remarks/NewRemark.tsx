import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { MOST_SAID, type RemarkPlace } from '@violet-jaw/core/remarks';
import { ChooseFile } from '../app/ChooseFile';
import { NotDone } from '../app/NotDone';
import { said, storeFile } from '../store/api';
import { useChange } from '../store/query';
import { useIsPlanner } from '../store/sessionStore';
import { AddPhoto, PhotosOnTheirWay } from './AddPhoto';

/** Words, a photo or a file put beside a job. What was typed stays until it is kept. */
export function NewRemark({
  jobId,
  setupId,
  letter = null,
  place = null,
  onMade = () => undefined,
}: {
  jobId: string;
  setupId: string | null;
  letter?: string | null;
  place?: RemarkPlace | null;
  onMade?: () => void;
}) {
  const { run, working, problem } = useChange('remark', ['remarks']);
  const [says, setSays] = useState('');
  const [notStored, setNotStored] = useState<string | null>(null);
  const isPlanner = useIsPlanner();
  const make = async (file?: { hash: string; name: string }) => {
    if (await run({ id: jobId, body: { says, setupId, place, letter, ...(file ? { file } : {}) } })) {
      setSays('');
      onMade();
    }
  };
  const attach = (file: File) =>
    storeFile(file).then(
      ({ hash }) => {
        setNotStored(null);
        return make({ hash, name: file.name });
      },
      (error: unknown) => setNotStored(`${file.name}: ${said(error)}`),
    );
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        if (says.trim() !== '') void make();
      }}
    >
      <Form.Group controlId={`remark-${jobId}`}>
        <Form.Label>What is to be remarked</Form.Label>
        <Form.Control
          as="textarea"
          rows={3}
          value={says}
          maxLength={MOST_SAID}
          onChange={(e) => setSays(e.target.value)}
        />
      </Form.Group>
      <div className="d-flex flex-wrap gap-2 mt-2">
        <Button type="submit" disabled={working || says.trim() === ''}>
          Make the remark
        </Button>
        <AddPhoto jobId={jobId} setupId={setupId} letter={letter} />
        {isPlanner && <ChooseFile says="Add a file" disabled={working} onFile={(file) => void attach(file)} />}
      </div>
      <NotDone problem={problem ?? notStored} level="not kept" />
      <PhotosOnTheirWay jobId={jobId} />
    </Form>
  );
}
