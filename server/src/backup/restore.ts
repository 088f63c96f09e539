import { createHash } from 'node:crypto';
import { createWriteStream, mkdirSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { pipeline } from 'node:stream/promises';
import type { Connection } from 'mariadb';
import { Sequelize } from 'sequelize';
import type { Entry, ZipFile } from 'yauzl';
import { migrate } from '../database/connect';
import { openZip, zipEntries, zipStream } from '../zip';
import { migrations } from '../database/migrations';
import { copyConnection, fromLine, tablesOf, type Manifest } from './connection';

const opened = (path: string) =>
  openZip(path).catch((error: unknown) => {
    throw new Error(`${path} is no backup that can be read: ${error instanceof Error ? error.message : String(error)}`);
  });

/** Hash of an entry; null: it cannot be unpacked. */
async function hashIn(zip: ZipFile, entry: Entry): Promise<string | null> {
  const hash = createHash('sha256');
  try {
    for await (const chunk of await zipStream(zip, entry)) hash.update(chunk as Buffer);
    return hash.digest('hex');
  } catch {
    return null;
  }
}

/**
 * Reads a backup through and compares every table and file with its hash. @returns its manifest; throws a sentence for
 * the first that does not fit
 */
async function proven(zip: ZipFile, entries: ReadonlyMap<string, Entry>): Promise<Manifest> {
  const said = entries.get('manifest.json');
  if (!said) throw new Error('It is no backup of Violet Jaw, or its end is missing: there is no manifest in it.');
  const chunks: Buffer[] = [];
  for await (const chunk of await zipStream(zip, said)) chunks.push(chunk as Buffer);
  const manifest = JSON.parse(Buffer.concat(chunks).toString('utf8')) as Manifest;
  if (manifest.format !== 'violet-jaw-backup' || manifest.version !== 1)
    throw new Error('It is no backup this version of Violet Jaw can read.');
  const unknown = manifest.migrations.filter((name) => !migrations.some((m) => m.name === name));
  if (unknown.length > 0)
    throw new Error(`It was made by a newer version of Violet Jaw (${unknown.at(-1)}). Restore it with that one.`);
  for (const table of tablesOf(manifest)) {
    const entry = entries.get(`tables/${table}.jsonl`);
    if (!entry || (await hashIn(zip, entry)) !== manifest.tables[table]?.sha256)
      throw new Error(`The backup is damaged: table ${table} is not what its manifest says. Take another one.`);
  }
  for (const hash of manifest.files) {
    const entry = entries.get(`files/${hash}`);
    if (!/^[0-9a-f]{64}$/.test(hash) || !entry || (await hashIn(zip, entry)) !== hash)
      throw new Error(`The backup is damaged: file ${hash} is not what its name says. Take another one.`);
  }
  return manifest;
}

/** Proves that a backup is whole, without restoring it. */
export async function verifyBackup(path: string): Promise<Manifest> {
  const zip = await opened(path);
  try {
    return await proven(zip, await zipEntries(zip));
  } finally {
    zip.close();
  }
}

interface Opened {
  readonly zip: ZipFile;
  readonly entries: ReadonlyMap<string, Entry>;
  readonly manifest: Manifest;
}

/**
 * Puts the files beside those that are there, then takes the rows of a backup for those of the database, in one
 * transaction: all or none.
 */
async function fill(connection: Connection, { zip, entries, manifest }: Opened, files: string): Promise<void> {
  mkdirSync(files, { recursive: true, mode: 0o700 });
  for (const hash of manifest.files) {
    await pipeline(
      await zipStream(zip, entries.get(`files/${hash}`)!),
      createWriteStream(join(files, `.${hash}`), { mode: 0o600 }),
    );
    await rename(join(files, `.${hash}`), join(files, hash));
  }
  await connection.beginTransaction();
  for (const table of [...tablesOf(manifest)].reverse()) await connection.query(`DELETE FROM \`${table}\``);
  for (const table of tablesOf(manifest)) {
    for await (const line of createInterface({
      input: await zipStream(zip, entries.get(`tables/${table}.jsonl`)!),
      crlfDelay: Infinity,
    })) {
      const row = fromLine(line);
      const columns = Object.keys(row);
      await connection.query(
        `INSERT INTO \`${table}\` (${columns.map((c) => `\`${c}\``).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
        Object.values(row),
      );
    }
  }
  await connection.commit();
}

/**
 * Takes a backup for what a running application has: everything becomes as it was then. It is proven first.
 * Only one of this very version: one of an earlier version goes into a new data folder, by `restore`.
 */
export async function takeBack(url: string, files: string, path: string): Promise<Manifest> {
  const zip = await opened(path);
  const connection = await copyConnection(url);
  try {
    const entries = await zipEntries(zip);
    const manifest = await proven(zip, entries);
    if (manifest.migrations.at(-1) !== migrations.at(-1)!.name)
      throw new Error(
        'The backup was made by an earlier version of Violet Jaw. Restore it into a new data folder: violet-jaw restore FILE.zip, with VIOLET_JAW_DATA set to a folder that does not exist yet.',
      );
    await fill(connection, { zip, entries, manifest }, files);
    return manifest;
  } finally {
    zip.close();
    await connection.end().catch(() => undefined);
  }
}

/**
 * Puts a backup into an empty database and an empty folder of files. It is proven first; the database is then made as
 * it was when the backup was taken, filled, and brought up to date.
 */
export async function restore(url: string, files: string, path: string): Promise<Manifest> {
  const zip = await opened(path);
  const sequelize = new Sequelize(url, {
    dialect: 'mariadb',
    logging: false,
    dialectOptions: { maxAllowedPacket: 128 * 1024 * 1024 },
  });
  const connection = await copyConnection(url);
  try {
    const entries = await zipEntries(zip);
    const manifest = await proven(zip, entries);
    const there = (await connection.query('SHOW TABLES')) as unknown[];
    if (there.length > 0)
      throw new Error(
        'The database is not empty. A backup is restored into a new data folder: set VIOLET_JAW_DATA to one that does not exist yet.',
      );
    await migrate(sequelize, manifest.migrations.at(-1));
    await fill(connection, { zip, entries, manifest }, files);
    await migrate(sequelize);
    return manifest;
  } finally {
    zip.close();
    await connection.end().catch(() => undefined);
    await sequelize.close();
  }
}
