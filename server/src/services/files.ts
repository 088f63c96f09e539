import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { sizeProblem, FILE_SIZE_LIMIT } from '@violet-jaw/formats/model';
import type { Job } from '@violet-jaw/core/job';
import { filesOf } from '@violet-jaw/formats/part/choose.ts';
import type { Models } from '../models';
import { Problem } from '../problem';

export interface StoredFile {
  readonly hash: string;
  readonly name: string;
  readonly size: number;
}

/** Files by content hash: the same bytes are stored once and never change. */
export class Files {
  readonly #folder: string;

  constructor(private readonly models: Models, dataFolder: string) {
    this.#folder = join(dataFolder, 'files');
    mkdirSync(this.#folder, { recursive: true, mode: 0o700 });
  }

  /** Stores a stream. Half a file is never seen under its hash: it is written aside and moved when complete. */
  async store(source: Readable, name: string): Promise<StoredFile> {
    const aside = join(this.#folder, `.${randomUUID()}`);
    const hash = createHash('sha256');
    let size = 0;
    const measure = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        size += chunk.length;
        hash.update(chunk);
        done(size > FILE_SIZE_LIMIT ? new Problem(413, 'File too large', sizeProblem(size).replace(/^The file has/, 'The file has more than')) : null, chunk);
      },
    });
    try {
      await pipeline(source, measure, createWriteStream(aside, { mode: 0o600 }));
      if (size === 0) throw new Problem(400, 'Empty file', 'The file is empty. Export it again from the drawing program.');
      const digest = hash.digest('hex');
      await rename(aside, join(this.#folder, digest));
      const [row, isNew] = await this.models.files.findOrCreate({ where: { hash: digest }, defaults: { hash: digest, name, size } });
      // somebody gives it once more: it is tried once more
      if (!isNew && row.harm !== null) await row.update({ harm: null });
      return { hash: digest, name, size };
    } finally {
      await rm(aside, { force: true });
    }
  }

  /** Paths of the files a job takes bodies from, by content hash; those that are not here are left out. */
  pathsFor(job: Job): Record<string, string> {
    return Object.fromEntries(filesOf(job).flatMap(({ sha256 }) => { const path = this.path(sha256); return sha256 && path ? [[sha256, path]] : []; }));
  }

  /** What a file of a job did to the process that read it last, in words; null: nothing is known of it. */
  async harmfulOf(job: Job): Promise<string | null> {
    const hashes = filesOf(job).flatMap((f) => (f.sha256 ? [f.sha256] : []));
    if (hashes.length === 0) return null;
    const rows = await this.models.files.findAll({ where: { hash: hashes }, attributes: ['harm'] });
    return rows.find((r) => r.harm !== null)?.harm ?? null;
  }

  /** Keeps in mind that a file stopped its reader. @param did what happened: "took more than 90 s" @returns what a person is told */
  async markHarmful(hash: string, did: string): Promise<string> {
    const row = await this.models.files.findByPk(hash, { attributes: ['hash', 'name'] });
    const harm = `Reading "${(row?.name ?? 'the file').slice(0, 200)}" ${did} and was stopped. It is not tried again by itself. Export the single part anew, or drop the same file again to have it tried once more.`;
    await row?.update({ harm });
    return harm;
  }

  /** Path of a stored file; null when it is not here. */
  path(hash: string | undefined): string | null {
    if (!hash || !/^[0-9a-f]{64}$/.test(hash)) return null;
    const path = join(this.#folder, hash);
    return existsSync(path) ? path : null;
  }
}
