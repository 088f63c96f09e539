import type { Readable } from 'node:stream';
import { open, type Entry, type ZipFile } from 'yauzl';

/** A zip on the disk, its entries read one after the other. Throws what the library says of one that is none. */
export const openZip = (path: string): Promise<ZipFile> =>
  new Promise((done, fail) =>
    open(path, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) fail(error);
      else done(zip);
    }),
  );

/**
 * Its entries by name. @param look is told each before it is kept, and throws where that is not to be
 */
export async function zipEntries(
  zip: ZipFile,
  look: (entry: Entry, known: ReadonlyMap<string, Entry>) => void = () => undefined,
): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  await new Promise<void>((done, fail) => {
    zip.on('entry', (entry: Entry) => {
      try {
        look(entry, entries);
      } catch (error) {
        fail(error as Error);
        return;
      }
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.once('end', () => done());
    zip.once('error', fail);
    zip.readEntry();
  });
  return entries;
}

/** Content of an entry; it fails where it unpacks to another size than it says. */
export const zipStream = (zip: ZipFile, entry: Entry): Promise<Readable> =>
  new Promise((done, fail) =>
    zip.openReadStream(entry, (error, stream) => {
      if (error) fail(error);
      else done(stream);
    }),
  );
