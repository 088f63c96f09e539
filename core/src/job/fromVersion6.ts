import { list, within, type Document } from './document';

/**
 * Version 7: a pocket in soft jaws has a ledge. Older documents did not tell how far the jaws reach under the part;
 * their numbers were those of walls in line with the jaws' faces, and stay: no ledge. A check asks for it where the
 * part lies on the pocket's floor.
 */
export function fromVersion6(file: Document): Document {
  const job = within(file.job);
  const setup = (s: Document): Document => {
    const closing = within(s.closing);
    return 'closing' in s ? { ...s, closing: { ...closing, softJaws: { ledge: 0, ...within(closing.softJaws) } } } : s;
  };
  return {
    ...file,
    version: 7,
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map(setup) : job.setups },
  };
}
