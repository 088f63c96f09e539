import { createReadStream } from 'node:fs';
import type { Request } from 'express';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { expectedRevision, goneSignal } from './requests';
import type { Works } from './table';

const MOST_OF_A_PHOTO = 12 * 1024 * 1024;

/** What a request carries, where that is not more than it may. */
async function bytesOf(request: Request): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > MOST_OF_A_PHOTO)
      throw new Problem(413, 'Photo too large', 'The photo has more than 12 MB. Take it with fewer pixels.');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Words, photos and files people put beside a job. */
export const remarkWorks = ({ remarks }: Services) =>
  ({
    remarks: ({ params: { id }, response }) => remarks.list(id, accountOf(response)),
    remark: ({ params: { id }, body, response }) => remarks.make(id, body, accountOf(response)),
    photo: async ({ params: { id }, query: { id: own, setup, letter }, request, response }) => {
      const signal = goneSignal(response);
      const about = { setupId: setup ?? null, letter: letter ?? null, by: accountOf(response), signal };
      const bytes = await bytesOf(request);
      return (own && (await remarks.known(id, own, about.by))) || remarks.photograph(id, bytes, { ...about, id: own });
    },
    changeRemark: ({ params: { id, remark }, body, request, response }) =>
      remarks.change(id, remark, body, { expected: expectedRevision(request), by: accountOf(response) }),
    photoOf: async ({ params: { hash }, response }) => {
      const path = await remarks.photoPath(hash);
      response.type('image/jpeg').set('Cache-Control', 'private, max-age=31536000, immutable');
      await pipeline(createReadStream(path), response).catch((error: unknown) => {
        if (!response.headersSent) throw error;
        response.destroy();
      });
    },
  }) satisfies Partial<Works>;
