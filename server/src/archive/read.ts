import type { Readable } from 'node:stream';
import type { Entry, ZipFile } from 'yauzl';
import { readJobFile, type JobFile } from '@violet-jaw/core/job';
import { parseJson } from '@violet-jaw/core/schema';
import { FILE_SIZE_LIMIT } from '@violet-jaw/formats/model';
import { filesOf } from '@violet-jaw/formats/part/choose.ts';
import { badInput, Problem } from '../problem';
import { openZip, zipEntries, zipStream } from '../zip';
import type { Services } from '../services';
import type { Account } from '../services/account';
import { nameFromFile, type Made } from '../services/remarks';
import { checkAbout, MOST_BYTES, MOST_ENTRIES, type About } from './about';

type On = Pick<Services, 'jobs' | 'files' | 'remarks'>;
const JOB_BYTES = 4 * 1024 * 1024;
const ABOUT_BYTES = 6 * 1024 * 1024;

const notOne = (why: string) =>
  new Problem(400, 'Not taken in', `This is not a job as a zip: ${why} Nothing was changed.`);

/** A zip that was opened, with its entries: their number and sizes are within bounds. */
class Opened {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  static async at(path: string): Promise<Opened> {
    const zip = await openZip(path).catch(() => {
      throw notOne('it cannot be opened, it may be damaged or cut off.');
    });
    try {
      return new Opened(zip, await entriesWithinBounds(zip));
    } catch (error) {
      zip.close();
      throw error instanceof Problem ? error : notOne('its list of files is damaged.');
    }
  }

  /** Content of an entry as a stream; it fails where it unpacks to another size than it says. */
  async stream(name: string): Promise<Readable> {
    const entry = this.entries.get(name);
    if (!entry) throw notOne(`"${name}" is missing in it.`);
    return await zipStream(this.zip, entry).catch(() => {
      throw notOne(`"${name}" cannot be unpacked.`);
    });
  }

  async bytes(name: string, most: number): Promise<Buffer> {
    const size = this.entries.get(name)?.uncompressedSize ?? 0;
    if (size > most) throw notOne(`"${name}" has ${size} bytes, and ${most} is the most.`);
    const chunks: Buffer[] = [];
    try {
      for await (const chunk of await this.stream(name)) chunks.push(chunk as Buffer);
    } catch (error) {
      throw error instanceof Problem ? error : notOne(`"${name}" is damaged.`);
    }
    return Buffer.concat(chunks);
  }

  close(): void {
    this.zip.close();
  }
}

async function entriesWithinBounds(zip: ZipFile): Promise<Map<string, Entry>> {
  if (zip.entryCount > MOST_ENTRIES) throw notOne(`it has ${zip.entryCount} files, and ${MOST_ENTRIES} is the most.`);
  let bytes = 0;
  return zipEntries(zip, (entry, known) => {
    bytes += entry.uncompressedSize;
    if (entry.uncompressedSize > FILE_SIZE_LIMIT || bytes > MOST_BYTES)
      throw notOne('it unpacks to more than a job may have.');
    if (known.has(entry.fileName)) throw notOne(`"${entry.fileName}" is in it twice.`);
  });
}

async function readJob(zip: Opened, number: string | undefined): Promise<JobFile> {
  const file = readJobFile((await zip.bytes('job.json', JOB_BYTES)).toString('utf8'));
  if (!file.ok) throw badInput(file.problems);
  return number === undefined ? file.value : { ...file.value, job: { ...file.value.job, number } };
}

async function readAbout(zip: Opened): Promise<About> {
  const json = parseJson((await zip.bytes('about.json', ABOUT_BYTES)).toString('utf8'));
  if (!json.ok) throw badInput(json.problems);
  const about = checkAbout(json.value);
  if (!about.ok) throw badInput(about.problems);
  return about.value;
}

/** Stores the files of bodies; each must be what its hash says. */
async function takeFiles(zip: Opened, about: About, { files }: On): Promise<void> {
  for (const { entry, hash, name } of about.files) {
    const stored = await files.store(await zip.stream(entry), name);
    if (stored.hash !== hash) throw notOne(`"${entry}" is not what it was when the zip was made.`);
  }
}

/** Remarks as they were, photos written anew, with what else came along as files beside the job. */
async function takeRemarks(zip: Opened, about: About, { files, remarks }: On, by: Account): Promise<Made[]> {
  const made: Made[] = [];
  for (const { entry, place, at, by: name, file, ...told } of about.remarks) {
    const when = new Date(at);
    if (Number.isNaN(when.getTime())) throw notOne(`the day "${at}" of a remark is none.`);
    const { says, setupId, letter, kind, onSheet, removed } = told;
    const base = { says, setupId, letter, place: place && JSON.stringify(place), at: when, onSheet, removed };
    const whole = { ...base, byName: nameFromFile(name), accountId: null };
    if (entry === null) made.push({ ...whole, kind: 'words', says: says || '(its file was missing)' });
    else if (kind === 'photo')
      made.push({ ...whole, ...(await remarks.keepPhoto(await zip.bytes(entry, FILE_SIZE_LIMIT), by)) });
    else {
      const { hash, size } = await files.store(await zip.stream(entry), file?.name ?? entry);
      made.push({ ...whole, kind: 'file', fileHash: hash, fileName: file?.name ?? entry, fileSize: size });
    }
  }
  for (const { entry, says } of about.beside) {
    const fileName = entry.replaceAll('/', '-');
    const { hash, size } = await files.store(await zip.stream(entry), fileName);
    made.push({
      ...{ kind: 'file', fileHash: hash, fileName, fileSize: size, onSheet: false },
      ...{ says: `${says}, out of the zip of ${about.made.slice(0, 10)}`, setupId: null, place: null, letter: null },
    });
  }
  return made;
}

/**
 * Takes a job in that was written as a zip: a new job with its files and remarks. Issues and runs were made elsewhere:
 * they are kept as files beside it. Everything is unpacked and proven before the job is made.
 * @param path of the zip @param number given to the job instead of its own
 */
export async function readArchive(
  path: string,
  { number, by }: { readonly number?: string; readonly by: Account },
  on: On,
) {
  const zip = await Opened.at(path);
  try {
    const file = await readJob(zip, number);
    const about = await readAbout(zip);
    const named = new Set(about.files.map((f) => f.hash));
    const missing = filesOf(file.job).find(({ sha256 }) => sha256 && !named.has(sha256));
    if (missing) throw notOne(`the part's file "${missing.file}" is missing in it.`);
    await takeFiles(zip, about, on);
    const remarks = await takeRemarks(zip, about, on, by);
    return await on.jobs.importWith(file, by, { family: about.family, remarks });
  } finally {
    zip.close();
  }
}
