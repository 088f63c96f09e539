import { useState } from 'react';
import { api, said } from '../../store/api';
import { Ask } from './Ask';

/** Takes a job in that was saved with everything, as a zip. */
export function TakeZip({ file, onClose, onMade }: { file: File; onClose: () => void; onMade: (id: string) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Ask
      title={`Take in ${file.name}`}
      label="Number of the job; empty: its own"
      says="The job comes with the file of its part, remarks, photos and files. Sheets that were issued and runs stay as they were made there: they are kept as files beside it, and a sheet is issued anew here."
      does="Take the job in"
      problem={problem}
      maxLength={60}
      onClose={onClose}
      onGiven={async (number) => {
        try {
          setProblem(null);
          const { id } = await api.importEverything({ body: file, query: number === '' ? {} : { number } });
          onMade(id);
        } catch (error) {
          setProblem(said(error));
        }
      }}
    />
  );
}
