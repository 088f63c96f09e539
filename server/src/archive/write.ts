import type { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import { CONTROL_PARTS, PART_SAYS } from '@violet-jaw/core/control/parts.ts';
import { jobFile, type Job } from '@violet-jaw/core/job';
import { markOf } from '@violet-jaw/core/remarks';
import { filesOf } from '@violet-jaw/formats/part/choose.ts';
import { Problem } from '../problem';
import type { Services } from '../services';
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, entryName, type About } from './about';

type On = Pick<Services, 'jobs' | 'shop' | 'files' | 'issues' | 'runs' | 'remarks'>;

const asJson = (value: unknown): Buffer => Buffer.from(`${JSON.stringify(value, null, 2)}\n`);

/** Puts the files of bodies into the zip. @returns what `about.json` says of them */
async function addFiles(zip: ZipFile, job: Job, { files }: On): Promise<About['files']> {
  const told = new Map<string, About['files'][number]>();
  for (const { sha256: hash, file: name } of filesOf(job)) {
    const path = await files.path(hash);
    if (!hash || told.has(hash)) continue;
    if (!path)
      throw new Problem(409, 'A file is missing', `The file "${name}" is not stored here. Drop it on Part & blank.`);
    const entry = `part/${hash.slice(0, 8)}-${entryName(name)}`;
    zip.addFile(path, entry);
    told.set(hash, { entry, hash, name });
  }
  return [...told.values()];
}

/** Puts photos and files of remarks into the zip. */
async function addRemarks(zip: ZipFile, jobId: string, { files, remarks }: On): Promise<About['remarks']> {
  const told: About['remarks'][number][] = [];
  for (const { own: _, ...remark } of await remarks.list(jobId)) {
    const path = remark.file && (await files.path(remark.file.hash));
    const entry =
      path && remark.file
        ? `${remark.kind === 'photo' ? 'photos' : 'files'}/${markOf(remark)}-${entryName(remark.file.name)}`
        : null;
    if (path && entry) zip.addFile(path, entry);
    told.push({ ...remark, entry });
  }
  return told;
}

/** Puts issues as they were frozen, and runs with what was answered, into the zip. */
async function addPast(zip: ZipFile, jobId: string, { issues, runs }: On): Promise<About['beside']> {
  const beside: About['beside'][number][] = [];
  const add = (entry: string, says: string, bytes: Buffer) => {
    zip.addBuffer(bytes, entry);
    beside.push({ entry, says });
  };
  for (const { letter, hasRun } of await issues.list(jobId)) {
    for (const paper of ['A4', 'Letter'] as const)
      add(
        `issues/${letter}/sheet-${paper}.pdf`,
        `Issue ${letter} as PDF, ${paper}`,
        await issues.pdf(jobId, letter, paper),
      );
    for (const part of CONTROL_PARTS)
      if (part === 'set' || hasRun) {
        const text = await issues.control(jobId, letter, part).catch(() => null);
        if (text !== null)
          add(`issues/${letter}/${part}.nc`, `Issue ${letter}, lines: ${PART_SAYS[part]}`, Buffer.from(text));
      }
  }
  const heads = await runs.list(jobId);
  if (heads.length > 0) {
    const records = await Promise.all(heads.map((r) => runs.read(r.id)));
    add('runs.json', 'Runs with everything answered', asJson(records));
    add('readings.json', 'Zeros found in runs', asJson(await runs.readings({ jobId })));
  }
  return beside;
}

/** Everything of one job as a zip. The stream ends with an error where a file cannot be read. */
export async function writeArchive(
  jobId: string,
  on: On,
  now: Date = new Date(),
): Promise<{ stream: Readable; number: string }> {
  const [{ document: job }, { document: shop }] = await Promise.all([on.jobs.read(jobId), on.shop.read()]);
  const zip = new ZipFile();
  const stream = zip.outputStream as Readable;
  zip.on('error', (error: Error) => stream.destroy(error));
  zip.addBuffer(asJson(jobFile(job, shop)), 'job.json');
  const about: About = {
    ...{ format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, made: now.toISOString() },
    family: await on.jobs.family(jobId),
    files: await addFiles(zip, job, on),
    remarks: await addRemarks(zip, jobId, on),
    beside: await addPast(zip, jobId, on),
  };
  zip.addBuffer(asJson(about), 'about.json');
  zip.end();
  return { stream, number: job.number };
}
