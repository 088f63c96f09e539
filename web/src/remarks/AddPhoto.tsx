import { useEffect } from 'react';
import { Button } from 'react-bootstrap';
import { ChooseFile } from '../app/ChooseFile';
import { dropPhoto, sendKeptPhotos, sendPhoto, takePhoto, usePhotos, type WaitingPhoto } from '../store/photos';

/** Takes a photo with the device's camera, or out of a file, and puts it beside the job. */
export function AddPhoto({
  jobId,
  setupId,
  letter,
  says = 'Add a photo',
}: Pick<WaitingPhoto, 'jobId' | 'setupId' | 'letter'> & { says?: string }) {
  return (
    <ChooseFile
      says={says}
      accept="image/*"
      camera
      onFile={(file) => void takePhoto(file, { jobId, setupId, letter })}
    />
  );
}

/** Photos of a job that are still on their way. */
export function PhotosOnTheirWay({ jobId }: { jobId: string }) {
  useEffect(() => {
    void sendKeptPhotos();
  }, []);
  const waiting = usePhotos((s) => s.waiting).filter((w) => w.jobId === jobId);
  return waiting.map((photo) =>
    photo.problem === null ? (
      <p key={photo.id} className="mb-1" role="status">
        <span className="spinner-border spinner-border-sm" aria-hidden="true" /> Sending the photo…
      </p>
    ) : (
      <div key={photo.id} className="finding caution" role="alert">
        <span className="level">photo not sent</span>
        {photo.problem} It is kept on this device until it is sent.{' '}
        <Button size="sm" variant="outline-primary" onClick={() => void sendPhoto(photo)}>
          Send again
        </Button>{' '}
        <Button size="sm" variant="link" onClick={() => void dropPhoto(photo.id)}>
          Throw it away
        </Button>
      </div>
    ),
  );
}
