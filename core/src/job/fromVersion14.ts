import { isDocument, list, within, type Document } from './document';

/** Version 15: a library of tools, parallels and consumables, tools of a job that refer to it. None has so far. */
export function fromVersion14(file: Document): Document {
  const job = within(file.job);
  const setups = Array.isArray(job.setups)
    ? list(job.setups).map((s) => ({
        ...s,
        tools: Array.isArray(s.tools) ? list(s.tools).map((t) => ({ of: null, ...t })) : s.tools,
      }))
    : job.setups;
  const shop = isDocument(file.shop) ? { parallels: [], tools: [], consumables: [], ...file.shop } : file.shop;
  return { ...file, version: 15, shop, job: { ...job, setups } };
}
