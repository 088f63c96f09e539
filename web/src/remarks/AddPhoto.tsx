import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { dropPhoto, sendKeptPhotos, sendPhoto, takePhoto, usePhotos, type WaitingPhoto } from '../store/photos';

/** Takes a photo with the device's camera, or out of a file, and puts it beside the job. */
export function AddPhoto({
  jobId,
  setupId,
  letter,
  says = 'Add a photo',
}: Pick<WaitingPhoto, 'jobId' | 'setupId' | 'letter'> & { says?: string }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        className="d-none"
        aria-label={`${says}: file`}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void takePhoto(file, { jobId, setupId, letter });
          e.target.value = '';
        }}
      />
      <Button variant="outline-primary" onClick={() => input.current?.click()}>
        {says}
      </Button>
    </>
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
