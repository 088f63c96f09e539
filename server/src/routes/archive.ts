import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { readArchive } from '../archive/read';
import { writeArchive } from '../archive/write';
import { Problem } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { fileName, tag } from './requests';
import type { Works } from './table';

const MOST_MB = 256;

/** Lets no more through than a zip may have. */
function bounded(): Transform {
  let size = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      const tooMuch = size > MOST_MB * 1024 * 1024;
      done(tooMuch ? new Problem(413, 'Zip too large', `The zip has more than ${MOST_MB} MB.`) : null, chunk);
    },
  });
}

/** Everything of one job as a zip, and back. */
export const archiveWorks = (services: Services) =>
  ({
    everything: async ({ params: { id }, response }) => {
      const { stream, number } = await writeArchive(id, services);
      response.type('application/zip').attachment(`${fileName(number)}.zip`);
      await pipeline(stream, response).catch((error: unknown) => {
        if (!response.headersSent) throw error;
        response.destroy();
      });
    },
    importEverything: async ({ query: { number }, request, response }) => {
      const folder = await mkdtemp(join(tmpdir(), 'violet-jaw-zip-'));
      try {
        const path = join(folder, 'job.zip');
        await pipeline(request, bounded(), createWriteStream(path, { mode: 0o600 }));
        const made = await readArchive(path, { number, by: accountOf(response) }, services);
        response.set('ETag', tag(made.revision)).location(`/api/v1/jobs/${made.id}`);
        return { id: made.id, document: made.document, adopted: made.adopted };
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    },
  }) satisfies Partial<Works>;
