import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { runningDatabase, startPrivateServer } from '../database/privateServer';
import { lockData, usedBy } from '../dataLock';
import { backup } from './backup';
import type { Manifest } from './connection';
import { restore } from './restore';

export { verifyBackup } from './restore';
export type { Manifest } from './connection';

interface Where {
  readonly dataFolder: string;
  readonly databaseUrl: string | null;
}

/** Works on the database of a data folder, whether the application is running on it or not. */
async function withDatabase<T>({ dataFolder, databaseUrl }: Where, mayRun: boolean, work: (url: string) => Promise<T>): Promise<T> {
  if (databaseUrl) return await work(databaseUrl);
  if (mayRun && usedBy(dataFolder) !== null) return await work(runningDatabase(dataFolder));
  const unlock = lockData(dataFolder);
  try {
    const server = await startPrivateServer(dataFolder, () => undefined);
    try { return await work(server.url); } finally { await server.stop(); }
  } finally { unlock(); }
}

/** Takes a backup of a data folder, also while the application runs. */
export function backupOf(where: Where, to: string): Promise<Manifest> {
  if (!where.databaseUrl && !existsSync(join(where.dataFolder, 'database'))) return Promise.reject(new Error(`There are no data in ${where.dataFolder}. Set VIOLET_JAW_DATA to the folder of the application.`));
  return withDatabase(where, true, (url) => backup(url, join(where.dataFolder, 'files'), to));
}

/** Restores a backup into a data folder that is new. */
export function restoreInto(where: Where, from: string): Promise<Manifest> {
  return withDatabase(where, false, (url) => restore(url, join(where.dataFolder, 'files'), from));
}
