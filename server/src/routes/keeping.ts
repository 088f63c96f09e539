import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import type { Works } from './table';

/** Bin, backups and proof of the data: so that nothing is lost. */
export const keepingWorks = ({ bin, keeping, verify }: Services) =>
  ({
    bin: () => bin.list(),
    takeOutOfBin: ({ params: { id }, response }) => bin.restore(id, accountOf(response)),
    backups: () => keeping.list(),
    takeBackup: ({ response }) => keeping.take(accountOf(response)),
    backup: async ({ params: { name }, response }) => {
      const path = keeping.path(name);
      response.type('application/zip').attachment(name);
      await pipeline(createReadStream(path), response).catch((error: unknown) => {
        if (!response.headersSent) throw error;
        response.destroy();
      });
    },
    restoreBackup: ({ params: { name }, response }) => keeping.restore(name, accountOf(response)),
    verifyData: () => verify.all(),
  }) satisfies Partial<Works>;
