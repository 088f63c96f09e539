import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { NotDone } from '../app/NotDone';
import { download } from '../app/download';
import { fileBytes, said } from '../store/api';

/** A file beside the job: it is saved, never opened in the page. */
export function SaveFile({ hash, name }: { hash: string; name: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const save = () =>
    fileBytes(hash).then(
      (bytes) => {
        setProblem(null);
        download(name, new Blob([bytes as BlobPart]));
      },
      (error: unknown) => setProblem(said(error)),
    );
  return (
    <>
      <Button size="sm" variant="outline-primary" onClick={() => void save()}>
        Save {name}
      </Button>
      <NotDone problem={problem} level="not saved" />
    </>
  );
}
