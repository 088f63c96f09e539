import { list, within, type Document } from './document';

/** Version 9: a setup tells which of its values were proposed and not looked at. Older ones were entered by people. */
export function fromVersion8(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 9,
    job: {
      ...job,
      setups: Array.isArray(job.setups) ? list(job.setups).map((s) => ({ proposed: [], ...s })) : job.setups,
    },
  };
}
