import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { asLine, copyConnection, TABLES, type Manifest } from './connection';

/** Writes a table as lines of JSON. @param written the archive: when it ends first, something is wrong with it */
async function addTable(
  zip: ZipFile,
  written: Promise<void>,
  connection: Awaited<ReturnType<typeof copyConnection>>,
  table: string,
): Promise<{ rows: number; sha256: string }> {
  const hash = createHash('sha256');
  let rows = 0;
  const lines = async function* () {
    for await (const row of connection.queryStream(`SELECT * FROM \`${table}\``) as AsyncIterable<
      Record<string, string>
    >) {
      const line = asLine(row);
      hash.update(line);
      rows += 1;
      yield line;
    }
  };
  const stream = Readable.from(lines());
  const ended = new Promise<void>((done, fail) => {
    stream.once('end', () => done());
    stream.once('error', fail);
  });
  zip.addReadStream(stream, `tables/${table}.jsonl`, { mode: 0o600 });
  await Promise.race([
    ended,
    written.then(() => {
      throw new Error('the archive ended before its tables');
    }),
  ]);
  return { rows, sha256: hash.digest('hex') };
}

/**
 * One consistent picture of everything, as a zip: each table as lines of JSON, files by content hash, and a manifest
 * with hashes of all.
 * Taken in one transaction beside the running application; written aside and moved when whole.
 * @param files folder of the stored files
 */
export async function backup(url: string, files: string, to: string, now: Date = new Date()): Promise<Manifest> {
  const connection = await copyConnection(url);
  const aside = `${to}.part`;
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream, createWriteStream(aside, { mode: 0o600 }));
    // what goes wrong while it is written is told below
    written.catch(() => undefined);
    const tables: Record<string, { rows: number; sha256: string }> = {};
    for (const table of TABLES) {
      tables[table] = await addTable(zip, written, connection, table);
    }
    const known = ((await connection.query('SELECT hash FROM files ORDER BY hash')) as { hash: string }[]).map(
      (f) => f.hash,
    );
    const there = known.filter((hash) => existsSync(join(files, hash)));
    for (const hash of there) zip.addReadStream(createReadStream(join(files, hash)), `files/${hash}`, { mode: 0o600 });
    const migrations = (
      (await connection.query('SELECT name FROM migrations ORDER BY name')) as { name: string }[]
    ).map((m) => m.name);
    const manifest: Manifest = {
      format: 'violet-jaw-backup',
      version: 1,
      made: now.toISOString(),
      migrations,
      tables,
      files: there,
      missing: known.filter((h) => !there.includes(h)),
    };
    zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), 'manifest.json', { mode: 0o600 });
    zip.end();
    await written;
    await rename(aside, to);
    return manifest;
  } finally {
    await rm(aside, { force: true });
    await connection.end().catch(() => undefined);
  }
}
