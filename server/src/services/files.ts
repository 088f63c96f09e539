import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { QueryTypes, type Sequelize } from 'sequelize';
import { sizeProblem, FILE_SIZE_LIMIT } from '@violet-jaw/formats/model';
import type { Job } from '@violet-jaw/core/job';
import { filesOf } from '@violet-jaw/formats/part/choose.ts';
import { inTransaction } from '../database/transaction';
import type { Models } from '../models';
import { Problem } from '../problem';

export interface StoredFile {
  readonly hash: string;
  readonly name: string;
  readonly size: number;
}

/**
 * Where files are kept: in a folder, which several processes may share, or in the database with the folder as a copy
 * at hand.
 */
export interface FilePlace {
  readonly folder: string;
  readonly inDatabase: boolean;
}

/** Bytes of one row of the database. */
const PART = 1024 * 1024;

/** Files by content hash: the same bytes are stored once and never change. */
export class Files {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly models: Models,
    private readonly place: FilePlace,
  ) {
    mkdirSync(place.folder, { recursive: true, mode: 0o700 });
  }

  /** Stores a stream. Half a file is never seen under its hash: it is written aside and moved when complete. */
  async store(source: Readable, name: string): Promise<StoredFile> {
    const aside = this.#aside();
    const hash = createHash('sha256');
    let size = 0;
    const measure = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        size += chunk.length;
        hash.update(chunk);
        done(
          size > FILE_SIZE_LIMIT
            ? new Problem(413, 'File too large', sizeProblem(size).replace(/^The file has/, 'The file has more than'))
            : null,
          chunk,
        );
      },
    });
    try {
      await pipeline(source, measure, createWriteStream(aside, { mode: 0o600 }));
      if (size === 0)
        throw new Problem(400, 'Empty file', 'The file is empty. Export it again from the drawing program.');
      const digest = hash.digest('hex');
      if (this.place.inDatabase) await this.#intoDatabase(digest, aside);
      await rename(aside, join(this.place.folder, digest));
      const [row, isNew] = await this.models.files.findOrCreate({
        where: { hash: digest },
        defaults: { hash: digest, name, size },
      });
      // somebody gives it once more: it is tried once more
      if (!isNew && row.harm !== null) await row.update({ harm: null });
      return { hash: digest, name, size };
    } finally {
      await rm(aside, { force: true });
    }
  }

  /**
   * Puts files that are only in the folder into the database too, where that is where they belong: after the setting
   * was changed.
   */
  async moveIntoDatabase(): Promise<void> {
    if (!this.place.inDatabase) return;
    const rows = await this.sequelize.query<{ hash: string }>(
      'SELECT hash FROM files WHERE hash NOT IN (SELECT hash FROM file_parts)',
      { type: QueryTypes.SELECT },
    );
    for (const { hash } of rows)
      if (existsSync(join(this.place.folder, hash))) await this.#intoDatabase(hash, join(this.place.folder, hash));
  }

  /** Paths of the files a job takes bodies from, by content hash; those that are not here are left out. */
  async pathsFor(job: Job): Promise<Record<string, string>> {
    return this.pathsOf(filesOf(job).flatMap(({ sha256 }) => sha256 ?? []));
  }

  /** Paths of files by content hash; those that are not here are left out. */
  async pathsOf(hashes: readonly string[]): Promise<Record<string, string>> {
    const found = await Promise.all(
      hashes.map(async (hash) => {
        const path = await this.path(hash);
        return path ? [[hash, path]] : [];
      }),
    );
    return Object.fromEntries(found.flat());
  }

  /** What a file of a job did to the process that read it last, in words; null: nothing is known of it. */
  async harmfulOf(job: Job): Promise<string | null> {
    const hashes = filesOf(job).flatMap((f) => (f.sha256 ? [f.sha256] : []));
    if (hashes.length === 0) return null;
    const rows = await this.models.files.findAll({ where: { hash: hashes }, attributes: ['harm'] });
    return rows.find((r) => r.harm !== null)?.harm ?? null;
  }

  /**
   * Keeps in mind that a file stopped its reader. @param did what happened: "took more than 90 s" @returns what a
   * person is told
   */
  async markHarmful(hash: string, did: string): Promise<string> {
    const row = await this.models.files.findByPk(hash, { attributes: ['hash', 'name'] });
    const harm = `Reading "${(row?.name ?? 'the file').slice(0, 200)}" ${did} and was stopped. It is not tried again by itself. Export the single part anew, or drop the same file again to have it tried once more.`;
    await row?.update({ harm });
    return harm;
  }

  /** Path of a stored file; null when it is nowhere. What another process stored in the database is fetched first. */
  async path(hash: string | undefined): Promise<string | null> {
    if (!hash || !/^[0-9a-f]{64}$/.test(hash)) return null;
    const path = join(this.place.folder, hash);
    return existsSync(path) || (await this.#fromDatabase(hash, path)) ? path : null;
  }

  #aside(): string {
    return join(this.place.folder, `.${randomUUID()}`);
  }

  async #intoDatabase(hash: string, from: string): Promise<void> {
    const [known] = await this.sequelize.query('SELECT 1 FROM file_parts WHERE hash = ? LIMIT 1', {
      replacements: [hash],
      type: QueryTypes.SELECT,
    });
    if (known) return;
    await inTransaction(this.sequelize, async (transaction) => {
      let place = 0;
      for await (const bytes of createReadStream(from, { highWaterMark: PART })) {
        // as hexadecimal text: bytes in a statement would be read as characters
        await this.sequelize.query(
          `INSERT IGNORE INTO file_parts (hash, place, bytes) VALUES (?, ?, X'${(bytes as Buffer).toString('hex')}')`,
          { replacements: [hash, place], transaction },
        );
        place += 1;
      }
    });
  }

  async #fromDatabase(hash: string, to: string): Promise<boolean> {
    const aside = this.#aside();
    const proof = createHash('sha256');
    try {
      const file = await open(aside, 'wx', 0o600);
      try {
        for (let place = 0; ; place++) {
          const [row] = await this.sequelize.query<{ bytes: Buffer }>(
            'SELECT bytes FROM file_parts WHERE hash = ? AND place = ?',
            { replacements: [hash, place], type: QueryTypes.SELECT },
          );
          if (!row) break;
          proof.update(row.bytes);
          await file.write(row.bytes);
        }
      } finally {
        await file.close();
      }
      if (proof.digest('hex') !== hash) return false;
      await rename(aside, to);
      return true;
    } finally {
      await rm(aside, { force: true });
    }
  }
}
