import { useState } from 'react';
import { copiedJob } from '@violet-jaw/core/job';
import type { JobListEntry } from '@violet-jaw/formats/api';
import { api, said } from '../../store/api';
import { queries } from '../../store/query';
import { Ask } from './Ask';

/** A copy of a job that is there for its route only: others begin with it. */
export function MakePattern({ of, onClose }: { of: JobListEntry; onClose: () => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const make = async (name: string) => {
    try {
      const job = await api.job({ id: of.id });
      const pattern = copiedJob({ ...job, meets: [] }, { number: name, registers: true, readings: false }, []);
      const { id } = await api.createJob({ body: pattern });
      await api.jobState({ id, body: { pattern: true } });
      await queries.invalidateQueries({ queryKey: ['jobs'] });
      onClose();
    } catch (error) {
      setProblem(said(error));
    }
  };
  return (
    <Ask
      title={`Pattern of ${of.number} ${of.part}`}
      label="Name of the pattern"
      says="A copy of the job, kept for its route: new jobs can begin with it. It stands in the list under “patterns” and can be changed there like a job."
      does="Make the pattern"
      problem={problem}
      required
      maxLength={60}
      onClose={onClose}
      onGiven={make}
    />
  );
}
